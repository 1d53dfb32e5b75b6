// @vitest-environment jsdom
import { act, cleanup, fireEvent, screen, waitFor, within } from '@testing-library/react';
import type { ReactElement } from 'react';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import type { CalibrationState, LotDetail, StockItem } from '@zest/contract';
import { CancelBatch } from '../src/areas/batches/CancelBatch.js';
import { KeepLotDialog } from '../src/areas/batches/KeepLotDialog.js';
import { MethodDialog } from '../src/areas/batches/MethodDialog.js';
import { ReverseDialog } from '../src/areas/batches/ReverseDialog.js';
import { GoodsCountDialog } from '../src/areas/cold-room/goods/GoodsCountDialog.js';
import { NewCasingDialog } from '../src/areas/cold-room/goods/NewCasingDialog.js';
import { NewIngredientDialog } from '../src/areas/cold-room/goods/NewIngredientDialog.js';
import { ReceiveGoodsDialog } from '../src/areas/cold-room/goods/ReceiveGoodsDialog.js';
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
import { NewTrimDialog } from '../src/areas/cold-room/receive/NewTrimDialog.js';
import DevicesPage from '../src/areas/devices/DevicesPage.js';
import { fold, type MethodStep } from '@zest/core';
import { A_SHOP, aBatch, dryLine } from '../../core/test/a-batch.js';
import { INES, onScreen } from './on-screen.js';
import { refusal, standInServer } from './sent.js';
import { lot } from './some-lots.js';

const ID = (n: number) => `0198c0de-0000-7000-8000-0000000001${String(n).padStart(2, '0')}`;
const TRIMS = [{ id: ID(1), name: 'Pork belly', species: 'pork', fatPct: 50, wild: false, maxC: 4 }];
const onClose = vi.fn();

function detail(more: Partial<LotDetail> = {}): LotDetail {
  return {
    ...lot('a', { id: ID(2), trimId: ID(1) }),
    maxC: 4,
    events: [],
    baseFat: { fatPct: 20, fatSd: 2 },
    fatChanges: [],
    madeFrom: [],
    madeInto: [],
    usedIn: [],
    photos: [],
    ...more,
  };
}

function stock(kind: 'ingredient' | 'casing'): StockItem {
  const casing = kind === 'casing';
  return {
    id: ID(3),
    kind,
    name: casing ? 'Hog casing 32/34' : 'Caraway',
    form: casing ? 'salted' : 'whole',
    role: casing ? 'casing' : 'seasoning',
    measure: casing ? 'mm' : 'mg',
    nitritePct: null,
    nitratePct: null,
    saltPct: 0,
    typed: true,
    isSupply: false,
    balance: 90_000,
    free: 90_000,
    used28: 0,
    daysLeft: null,
    lots: [
      {
        id: ID(4),
        code: 'G-1',
        supplier: 'Harbour Spice',
        supplierLot: '',
        receivedOn: '2026-03-14',
        useBy: null,
        urgency: 'fine',
        balance: 90_000,
        free: 90_000,
        priceMinor: 120,
        status: 'available',
        holdReason: null,
        version: 1,
      },
    ],
  };
}

const PROBE: CalibrationState = {
  device: 'probe:meat',
  name: 'Meat probe',
  unit: '°C',
  last: null,
  due: true,
  offset: 0,
};

const step = (key: string, kind: MethodStep['kind']): MethodStep => ({ key, kind }) as MethodStep;
const BATCH = fold(
  aBatch([step('meats', 'weigh-meat'), step('mix', 'mix'), step('stuff', 'stuff')], {
    dry: [dryLine('Salt', 360, { role: 'salt' })],
  }),
  A_SHOP,
);

let server: ReturnType<typeof standInServer>;
beforeEach(() => {
  localStorage.clear();
  onClose.mockReset();
  server = standInServer();
});
afterEach(() => {
  cleanup();
  vi.unstubAllGlobals();
});

const ANSWERS = { trims: TRIMS, calibrations: [PROBE], 'bench-rules': { cureSecondCheck: false } };
const open = (dialog: ReactElement) => onScreen(dialog, ANSWERS, INES);
const type = (label: RegExp | string, text: string) =>
  fireEvent.change(screen.getByLabelText(label, { selector: 'input,textarea' }), { target: { value: text } });
const press = async (name: RegExp | string) => {
  await act(async () => {
    fireEvent.click(screen.getByRole('button', { name }));
    await Promise.resolve();
  });
};
const pick = (label: RegExp | string, words: string) => {
  fireEvent.mouseDown(screen.getByRole('combobox', { name: label }));
  fireEvent.click(within(screen.getByRole('listbox')).getByRole('option', { name: words }));
};

interface Told {
  name: string;
  dialog: ReactElement;
  /** What somebody does before the button is pressed. */
  does: () => void | Promise<void>;
  button: RegExp | string;
  path: string;
  body: object;
}

const CASES: Told[] = [
  {
    name: 'a new trim',
    dialog: <NewTrimDialog onClose={onClose} />,
    does: () => {
      type(/^Name/, 'Pork jowl');
      type(/^Species/, 'pork');
      type(/^Usual fat/, '65');
      fireEvent.click(screen.getByRole('switch', { name: /^Game/ }));
    },
    button: 'Add Pork jowl',
    path: '/trims',
    body: { name: 'Pork jowl', species: 'pork', fatPct: 65, wild: true },
  },
  {
    name: 'a new casing',
    dialog: <NewCasingDialog onClose={onClose} />,
    does: () => {
      type(/^Name/, 'Sheep 22/24');
      pick(/^Made of/, 'sheep');
      type(/^Stuffed diameter/, '23');
      type(/^A metre weighs/, '6.5');
    },
    button: 'Add Sheep 22/24',
    path: '/casings',
    body: { name: 'Sheep 22/24', material: 'sheep', calibreMm: 23, gPerM: 6.5 },
  },
  {
    name: 'a cure, whose strength is asked',
    dialog: <NewIngredientDialog onClose={onClose} />,
    does: () => {
      type(/^Name/, 'Cure 6.25');
      type(/^Form/, 'fine');
      pick(/^Role/, 'cure');
      pick(/^Is it salt/, 'cure');
      type(/^Sodium nitrite/, '6.25');
      type(/^Nitrate/, '0');
    },
    button: 'Add Cure 6.25',
    path: '/goods/ingredients',
    body: {
      name: 'Cure 6.25',
      form: 'fine',
      role: 'cure',
      saltKind: 'cure',
      nitritePct: 6.25,
      nitratePct: 0,
    },
  },
  {
    name: 'a bag of caraway, the supplier known from before',
    dialog: <ReceiveGoodsDialog item={stock('ingredient')} onClose={onClose} />,
    does: () => {
      type(/^Weight/, '5');
      type(/^Price/, '12.40');
      type(/^Use by/, '2027-01-31');
    },
    button: /^Receive 5/,
    path: '/goods',
    body: {
      itemId: ID(3),
      kind: 'ingredient',
      amount: 5_000_000,
      supplier: 'Harbour Spice',
      priceMinor: 1240,
      useBy: '2027-01-31',
    },
  },
  {
    name: 'a hank of casing in metres',
    dialog: <ReceiveGoodsDialog item={stock('casing')} onClose={onClose} />,
    does: () => {
      type(/^Length/, '91 m');
      type(/^Price per m/, '0.35');
    },
    button: /^Receive 91/,
    path: '/goods',
    body: { itemId: ID(3), kind: 'casing', amount: 91_000, supplier: 'Harbour Spice', priceMinor: 35 },
  },
  {
    name: 'a stock take of a remnant',
    dialog: <GoodsCountDialog item={stock('casing')} lot={stock('casing').lots[0]!} onClose={onClose} />,
    does: () => type(/^What is left/, '34'),
    button: /^There are 34/,
    path: `/lots/${ID(4)}/count`,
    body: { amount: 34_000 },
  },
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
      fatPct: 20,
      fatSd: 2,
      saltGPerKg: 18,
      nitritePpm: 120,
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
      type(/^Fat of the part/, '40');
      type(/^Fat of the rest/, '13');
    },
    button: /^Part off 5/,
    path: `/lots/${ID(2)}/split`,
    body: { version: 1, mode: 'sort', massMg: 5_000_000, fatPct: 40, restFatPct: 13 },
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
    name: 'some of a step kept as a lot with the salt it has',
    dialog: (
      <KeepLotDialog
        sheet={{ ...BATCH, id: ID(5) }}
        step={{ ...BATCH.steps[1]!, id: ID(7), balanceMg: 9_000_000 }}
        onClose={onClose}
      />
    ),
    does: () => {
      pick(/^Kept as/, 'Pork belly');
      type(/^Weight/, '2');
      type(/^Temperature/, '3');
      type(/^Salt/, '18');
      type(/^Nitrite/, '0');
      type(/^Use by/, '2026-03-20');
    },
    button: /^Keep 2/,
    path: '/lots/produced',
    body: {
      trimId: ID(1),
      massMg: 2_000_000,
      tempC: 3,
      saltGPerKg: 18,
      nitritePpm: 0,
      useBy: '2026-03-20',
      heat: 'raw',
      from: { batchId: ID(5), stepId: ID(7) },
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
];

describe('a dialog sends what was typed, as the contract has it', () => {
  it.each(CASES)('$name', async ({ dialog, does, button, path, body }) => {
    open(dialog);
    await does();
    await press(button);
    await waitFor(() => expect(server.sent).toHaveLength(1));
    expect(server.sent[0]).toMatchObject({ method: 'POST', path, body });
    expect(Object.keys(server.sent[0]!.body)).toContain('id');
  });
});

describe('a dialog that is not filled in', () => {
  it('says at each field what is needed, sends nothing, and takes it once it is there', async () => {
    open(<SellDialog lot={detail()} onClose={onClose} />);
    await press(/^Sell/);
    await waitFor(() => expect(screen.getAllByText('This is needed.')).toHaveLength(2));
    expect(server.sent).toEqual([]);
    type(/^Customer/, 'Mr Reed');
    type(/^Weight/, '4');
    await press(/^Sell 4/);
    await waitFor(() => expect(server.sent).toHaveLength(1));
    expect(screen.queryByText('This is needed.')).toBeNull();
    expect(onClose).toHaveBeenCalledOnce();
  });

  it('marks what is needed, and only that', () => {
    open(<ReceiveGoodsDialog item={stock('ingredient')} onClose={onClose} />);
    const needed = (label: RegExp) => screen.getByLabelText<HTMLInputElement>(label).required;
    expect(needed(/^Weight/)).toBe(true);
    expect(needed(/^Price/)).toBe(true);
    expect(needed(/^Supplier’s lot/)).toBe(false);
    expect(needed(/^Use by/)).toBe(false);
  });

  it('has a cure’s strength asked by the contract’s own sentence', async () => {
    open(<NewIngredientDialog onClose={onClose} />);
    type(/^Name/, 'Cure');
    type(/^Form/, 'fine');
    pick(/^Is it salt/, 'cure');
    await press('Add Cure');
    expect(await screen.findByText('A cure states its nitrite strength in percent.')).toBeTruthy();
    expect(server.sent).toEqual([]);
  });

  it('is not lost by a key or a touch beside it once something is typed', () => {
    open(<WriteOffDialog lot={detail()} onClose={onClose} />);
    type(/^Reason/, 'dropped');
    fireEvent.keyDown(screen.getByRole('dialog'), { key: 'Escape' });
    expect(onClose).not.toHaveBeenCalled();
    fireEvent.click(screen.getByRole('button', { name: 'Leave it' }));
    expect(onClose).toHaveBeenCalledOnce();
  });

  it('closes by a key while nothing is typed', () => {
    open(<WriteOffDialog lot={detail()} onClose={onClose} />);
    fireEvent.keyDown(screen.getByRole('dialog'), { key: 'Escape' });
    expect(onClose).toHaveBeenCalledOnce();
  });
});

describe('what the server says against it', () => {
  it('stands at the field, and the same intent is sent again under the same id', async () => {
    open(<SellDialog lot={detail()} onClose={onClose} />);
    type(/^Customer/, 'Mr Reed');
    type(/^Weight/, '40');
    const sentence = 'Only 20 kg of it are free.';
    server.next(refusal('It cannot be sold.', [{ path: 'massMg', message: sentence }]));
    server.next({ status: 503, body: { detail: 'The database is away.' } });
    await press(/^Sell 40/);
    const field = screen.getByLabelText<HTMLInputElement>(/^Weight/);
    await waitFor(() => expect(field.getAttribute('aria-invalid')).toBe('true'));
    expect(screen.getByText(sentence)).toBeTruthy();
    expect(screen.getByText('It cannot be sold.')).toBeTruthy();
    await press(/^Sell 40/);
    expect(await screen.findByText('The database is away.')).toBeTruthy();
    await press(/^Sell 40/);
    await waitFor(() => expect(onClose).toHaveBeenCalledOnce());
    expect(new Set(server.sent.map((s) => s.body.id)).size).toBe(1);
  });

  it('is another intent when what is typed changes', async () => {
    open(<SellDialog lot={detail()} onClose={onClose} />);
    type(/^Customer/, 'Mr Reed');
    type(/^Weight/, '40');
    server.next(refusal('Only 20 kg of it are free.'));
    await press(/^Sell 40/);
    expect(await screen.findByText('Only 20 kg of it are free.')).toBeTruthy();
    type(/^Weight/, '20');
    await press(/^Sell 20/);
    await waitFor(() => expect(onClose).toHaveBeenCalledOnce());
    expect(new Set(server.sent.map((s) => s.body.id)).size).toBe(2);
  });

  it('is asked for a signature where one would do, and sent with it', async () => {
    open(<MethodDialog sheet={{ ...BATCH, id: ID(5) }} onClose={onClose} />);
    type(/^Why/, 'the mixer is broken');
    await press(/^Leave out Mix/);
    const sentence = 'The salt is never mixed in.';
    server.next(refusal(sentence, [{ path: 'signed.mixing', message: sentence }]));
    await press('Change the method');
    type(await screen.findByLabelText(/^Your reason/).then(() => /^Your reason/), 'mixed by hand');
    await press('Change the method');
    await waitFor(() => expect(onClose).toHaveBeenCalledOnce());
    expect(server.sent[1]!.body.signed).toEqual({ mixing: 'mixed by hand' });
  });

  it('a split that is less surely known stays until it is understood', async () => {
    open(<SplitDialog lot={detail({ form: 'ground' })} onClose={onClose} />);
    type(/^The part taken off/, '5');
    server.next({ body: { warning: 'Both parts are less surely known.' } });
    await press(/^Part off/);
    expect(await screen.findByText(/less surely known\./)).toBeTruthy();
    expect(onClose).not.toHaveBeenCalled();
    await press('Understood');
    expect(onClose).toHaveBeenCalledOnce();
  });
});
