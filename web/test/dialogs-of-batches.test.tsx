// @vitest-environment jsdom
import { cleanup } from '@testing-library/react';
import { afterEach, describe, vi } from 'vitest';
import { fold, type MethodStep } from '@zest/core';
import { A_SHOP, aBatch, ingredientLine } from '../../core/test/a-batch.js';
import { CancelBatch } from '../src/areas/batches/CancelBatch.js';
import { KeepLotDialog } from '../src/areas/batches/KeepLotDialog.js';
import { ReverseDialog } from '../src/areas/batches/ReverseDialog.js';
import { TakeBackReading } from '../src/areas/batches/TakeBackReading.js';
import DevicesPage from '../src/areas/devices/DevicesPage.js';
import { onClose, pick, press, sendEach, type } from './dialog-hands.js';
import { ID } from './some-lots.js';

afterEach(() => {
  cleanup();
  vi.unstubAllGlobals();
});

const step = (key: string, kind: MethodStep['kind']): MethodStep => ({ key, kind }) as MethodStep;
const BATCH = fold(
  aBatch([step('meats', 'weigh-meat'), step('mix', 'mix'), step('stuff', 'stuff')], {
    ingredients: [ingredientLine('Salt', 360, { role: 'salt' })],
  }),
  A_SHOP,
);

describe('what is done with a batch or a probe is sent as it was typed', () => {
  sendEach([
    {
      name: 'a reading taken back for a usual reason, by one touch',
      dialog: (
        <TakeBackReading
          batchId={ID(5)}
          isDone
          reading={{
            ...{ id: ID(7), stepId: ID(8), kind: 'temperature', value: 3, load: 0, transferId: null },
            ...{ at: A_SHOP.now, person: 'Oda', how: 'typed' as const },
          }}
        />
      ),
      does: async () => {
        await press(/^Take back 3/);
        await press('Wrong probe');
      },
      button: /^Take back 3/,
      path: `/batches/${ID(5)}/readings-back`,
      body: { readingId: ID(7), reason: 'Wrong probe' },
    },
    {
      name: 'an entry taken back for a usual reason, by one touch',
      dialog: (
        <ReverseDialog
          batchId={ID(5)}
          entry={{ id: ID(6), amount: 360_000, measure: 'mg', from: 'Salt', to: 'Mix' }}
          onClose={onClose}
        />
      ),
      does: () => press('Wrong lot'),
      button: /^Take back 360/,
      path: `/batches/${ID(5)}/reversals`,
      body: { transferId: ID(6), reason: 'Wrong lot' },
    },
    {
      name: 'a batch cancelled',
      dialog: <CancelBatch sheet={{ ...BATCH, id: ID(5) }} />,
      does: async () => {
        await press(/^Cancel batch/);
        await press('Not needed today');
      },
      button: /^Cancel batch/,
      path: `/batches/${ID(5)}/cancel`,
      body: { version: BATCH.version, reason: 'Not needed today' },
    },
    {
      name: 'some of a step kept as a lot',
      dialog: (
        <KeepLotDialog
          sheet={{ ...BATCH, id: ID(5), species: ['pork'] }}
          step={{ ...BATCH.steps[1]!, id: ID(7), balanceMg: 9_000_000 }}
          onClose={onClose}
        />
      ),
      does: () => {
        pick(/^Kept as/, 'Pork belly');
        type(/^Weight kept/, '2');
        type(/^Weight that stays/, '7');
        type(/^Temperature/, '3');
        type(/^Use by/, '2026-03-20');
      },
      button: /^Keep 2/,
      path: '/lots/produced',
      body: {
        trimId: ID(1),
        massMg: 2_000_000,
        tempC: 3,
        useBy: '2026-03-20',
        from: { batchId: ID(5), stepId: ID(7), restMassMg: 7_000_000 },
      },
    },
    {
      name: 'a probe held in ice water',
      dialog: <DevicesPage />,
      does: async () => {
        await press('Check');
        type(/^It showed/, '0.4');
      },
      button: 'Note the check',
      path: '/calibrations',
      body: { device: 'probe:meat', reference: 0, shown: 0.4, note: 'ice water' },
    },
  ]);
});
