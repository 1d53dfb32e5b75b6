// @vitest-environment jsdom
import { cleanup, screen } from '@testing-library/react';
import { afterEach, describe, expect, vi } from 'vitest';
import { ChillDialog } from '../src/areas/cold-room/lot/ChillDialog.js';
import { CountDialog } from '../src/areas/cold-room/lot/CountDialog.js';
import { FatTestDialog } from '../src/areas/cold-room/lot/FatTestDialog.js';
import { PrepareDialog } from '../src/areas/cold-room/lot/PrepareDialog.js';
import { ProduceDialog } from '../src/areas/cold-room/lot/ProduceDialog.js';
import { ReturnDialog } from '../src/areas/cold-room/lot/ReturnDialog.js';
import { SellDialog } from '../src/areas/cold-room/lot/SellDialog.js';
import { SplitDialog } from '../src/areas/cold-room/lot/SplitDialog.js';
import { StateDialog } from '../src/areas/cold-room/lot/StateDialog.js';
import { StatusDialog } from '../src/areas/cold-room/lot/StatusDialog.js';
import { WriteOffDialog } from '../src/areas/cold-room/lot/WriteOffDialog.js';
import { onClose, pick, press, sendEach, type } from './dialog-hands.js';
import { ID, detail } from './some-lots.js';

afterEach(() => {
  cleanup();
  vi.unstubAllGlobals();
});

describe('what is done with a lot is sent as it was typed', () => {
  sendEach([
    {
      name: 'out of the chill at once, with nothing to type',
      dialog: <ChillDialog lot={detail()} onClose={onClose} />,
      does: () => undefined,
      button: 'Out now',
      path: `/lots/${ID(2)}/chill`,
      body: { kind: 'out' },
    },
    {
      name: 'back into the chill with its temperature, typed in °F',
      dialog: <ChillDialog lot={detail({ isOut: true })} onClose={onClose} />,
      does: () => type(/^Temperature now/, '41 F'),
      button: /^Back at 5/,
      path: `/lots/${ID(2)}/chill`,
      body: { kind: 'in', tempC: 5 },
    },
    {
      name: 'a stock take that says what is missing',
      dialog: <CountDialog lot={detail()} onClose={onClose} />,
      does: () => {
        type(/^What the scale says/, '19.5');
        expect(screen.getByText(/500\s*g|0\.50?\s*kg/).textContent).toContain('missing');
      },
      button: /^There are 19\.5/,
      path: `/lots/${ID(2)}/count`,
      body: { amount: 19_500_000 },
    },
    {
      name: 'an instrument’s fat, with what it will be thought to be',
      dialog: <FatTestDialog lot={detail()} onClose={onClose} />,
      does: () => {
        type(/^Measured fat/, '24');
        expect(screen.getByText(/^Thought to be/).textContent).toMatch(/20\.0.*→ 2[1-3]\.\d/);
      },
      button: /^Record 24/,
      path: '/fat-tests',
      body: { lotId: ID(2), method: 'instrument', fatPct: 24 },
    },
    {
      name: 'a cook-out of two samples',
      dialog: <FatTestDialog lot={detail()} onClose={onClose} />,
      does: async () => {
        pick(/^How it was/, 'Cook-out');
        type('Sample 1, g', '100');
        type('Fat rendered, g', '22');
        await press('Another sample');
      },
      button: /^Record/,
      path: '/fat-tests',
      body: { lotId: ID(2), method: 'cook-out', samples: [{ sampleG: 100, fatG: 22 }] },
    },
    {
      name: 'boned out: a part for the bin, one for stock, and those that weigh nothing are none',
      dialog: <PrepareDialog lot={detail()} onClose={onClose} />,
      does: () => {
        type(/^Gross/, '20');
        type(/^Usable/, '17');
        type(/^Temperature/, '3');
        type('Weight of bone', '2.5');
        type('Weight of skin', '0.5');
        expect(screen.getByRole('status').textContent).toContain('85.0');
      },
      button: /^17.* usable/,
      path: `/lots/${ID(2)}/preparations`,
      body: {
        how: 'trim out',
        grossMg: 20_000_000,
        usableMg: 17_000_000,
        tempC: 3,
        parts: [
          { name: 'bone', massMg: 2_500_000, to: 'bin' },
          { name: 'skin', massMg: 500_000, to: 'bin' },
          { name: 'sinew', massMg: 0, to: 'bin' },
          { name: 'purge', massMg: 0, to: 'bin' },
        ],
      },
    },
    {
      name: 'smoked fat, by its weight afterwards',
      dialog: <ProduceDialog lot={detail({ saltGPerKg: 18, nitritePpm: 120 })} onClose={onClose} />,
      does: () => {
        type(/^Weight in/, '10');
        type(/^Weight out/, '8.2');
        type(/^Temperature now/, '3');
        type(/^Use by/, '2026-04-20');
      },
      button: /^Make a lot of 8\.2/,
      path: '/lots/produced',
      body: {
        trimId: ID(1),
        massMg: 8_200_000,
        heat: 'raw smoked',
        useBy: '2026-04-20',
        tempC: 3,
        from: { lotId: ID(2), grossMg: 10_000_000 },
      },
    },
    {
      name: 'a customer’s own given back',
      dialog: <ReturnDialog lot={detail({ owner: 'Mrs Sand' })} onClose={onClose} />,
      does: () => type(/^Weight/, '3 lb'),
      button: /^Give back/,
      path: `/lots/${ID(2)}/return`,
      body: { massMg: 1_360_777 },
    },
    {
      name: 'sold into a customer’s own at the lot’s price',
      dialog: <SellDialog lot={detail()} onClose={onClose} />,
      does: () => {
        type(/^Customer/, 'Mr Reed');
        type(/^Weight/, '4');
      },
      button: /^Sell 4/,
      path: `/lots/${ID(2)}/sale`,
      body: { customer: 'Mr Reed', massMg: 4_000_000, priceMinorPerKg: 400 },
    },
    {
      name: 'fatter pieces sorted out',
      dialog: <SplitDialog lot={detail()} onClose={onClose} />,
      does: () => {
        pick(/^How/, 'Sort: fatter and leaner pieces apart');
        type(/^The part taken off/, '5');
        type(/^What stays/, '15');
        type(/^Fat of the part/, '41');
        type(/^Fat of the rest/, '13');
      },
      button: /^Part off 5/,
      path: `/lots/${ID(2)}/split`,
      body: {
        version: 1,
        mode: 'sort',
        massMg: 5_000_000,
        restMassMg: 15_000_000,
        fatPct: 41,
        restFatPct: 13,
      },
    },
    {
      name: 'a lot frozen',
      dialog: <StateDialog lot={detail()} onClose={onClose} />,
      does: () => undefined,
      button: 'It is frozen',
      path: `/lots/${ID(2)}/state`,
      body: { version: 1, state: 'frozen' },
    },
    {
      name: 'a frozen lot thawed, with a last day that is proposed',
      dialog: <StateDialog lot={detail({ state: 'frozen', useBy: '2099-01-01' })} onClose={onClose} />,
      does: () => expect(screen.queryByLabelText(/^Reason/)).toBeNull(),
      button: 'It is thawed',
      path: `/lots/${ID(2)}/state`,
      body: { version: 1, state: 'thawed', useBy: expect.stringMatching(/^\d{4}-\d\d-\d\d$/) as string },
    },
    {
      name: 'one of which nobody knows when it was frozen, with the reason why it may keep longer',
      dialog: <StateDialog lot={detail({ state: 'frozen', useBy: '2020-01-01' })} onClose={onClose} />,
      does: () => type(/^Reason/, 'frozen on the first day'),
      button: 'It is thawed',
      path: `/lots/${ID(2)}/state`,
      body: { version: 1, state: 'thawed', reason: 'frozen on the first day' },
    },
    {
      name: 'a held lot released with its temperature',
      dialog: <StatusDialog lot={detail({ status: 'hold', holdReason: 'too warm' })} onClose={onClose} />,
      does: () => {
        pick(/^What/, 'Release');
        type(/^Reason/, 'chilled again');
        type(/^Temperature now/, '2');
      },
      button: /^Release 20/,
      path: `/lots/${ID(2)}/status`,
      body: { version: 1, status: 'available', reason: 'chilled again', tempC: 2 },
    },
    {
      name: 'a write-off',
      dialog: <WriteOffDialog lot={detail()} onClose={onClose} />,
      does: () => {
        type(/^Weight/, '0.4');
        type(/^Reason/, 'dropped on the floor');
      },
      button: /^Write off/,
      path: `/lots/${ID(2)}/write-off`,
      body: { amount: 400_000, reason: 'dropped on the floor' },
    },
  ]);
});
