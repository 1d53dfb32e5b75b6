import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  balances,
  batchCost,
  beyondScaleError,
  effective,
  ribbon,
  yields,
  type AccountId,
  type LedgerAccount,
  type LotId,
  type LedgerTransfer,
} from '../src/index.js';

const account = (
  id: string,
  kind: LedgerAccount['kind'],
  more: Partial<LedgerAccount> = {},
): LedgerAccount => ({ id, kind, name: id, measure: 'mg', ...more });

const ACCOUNTS = [
  account('shoulder', 'lot'),
  account('belly', 'lot'),
  account('salt', 'lot'),
  account('grind', 'place', { position: 1, closed: true }),
  account('mix', 'place', { position: 2 }),
  account('head', 'loss'),
  account('links', 'lot', { product: true }),
];
const move = (id: string, from: string, to: string, amount: number, reversesId?: string): LedgerTransfer => ({
  id,
  from,
  to,
  amount,
  ...(reversesId ? { reversesId } : {}),
});
const DAY = [
  move('1', 'shoulder', 'grind', 8_000_000),
  move('2', 'belly', 'grind', 2_000_000),
  move('3', 'grind', 'mix', 9_700_000),
  move('4', 'grind', 'head', 120_000),
  move('5', 'salt', 'mix', 155_200),
];

const anyTransfers = fc
  .array(
    fc
      .tuple(
        fc.constantFrom(...ACCOUNTS),
        fc.constantFrom(...ACCOUNTS),
        fc.integer({ min: 1, max: 50_000_000 }),
      )
      .filter(([a, b]) => a.id !== b.id)
      .map(([a, b, amount]) => ({ from: a.id, to: b.id, amount })),
    { maxLength: 60 },
  )
  .map((list) => list.map((t, i) => ({ id: String(i), ...t })));

describe('the ledger', () => {
  it('conserves mass under any sequence, and order does not matter', () => {
    fc.assert(
      fc.property(anyTransfers, fc.integer(), (transfers, seed) => {
        const held = balances(transfers);
        expect([...held.values()].reduce((a, b) => a + b, 0)).toBe(0);
        const shuffled = [...transfers].sort(
          (a, b) => ((Number(a.id) * 7919 + seed) % 101) - ((Number(b.id) * 7919 + seed) % 101),
        );
        expect(new Map([...balances(shuffled)].sort())).toEqual(new Map([...held].sort()));
      }),
    );
  });

  it('a reversal puts every balance back', () => {
    fc.assert(
      fc.property(anyTransfers, (transfers) => {
        fc.pre(transfers.length > 0);
        const wrong = transfers[0]!;
        const back = move('back', wrong.to, wrong.from, wrong.amount, wrong.id);
        const after = balances([...transfers, back]);
        const without = balances(transfers.slice(1));
        for (const { id } of ACCOUNTS) expect(after.get(id) ?? 0).toBe(without.get(id) ?? 0);
        expect(effective([...transfers, back])).toEqual(transfers.slice(1));
      }),
    );
  });
});

describe('yields', () => {
  it('step, running, still there and unaccounted', () => {
    const answer = yields({ accounts: ACCOUNTS, meatBlock: ['shoulder', 'belly'], transfers: DAY });
    expect(answer.stepYields['grind']).toBeCloseTo(0.97, 12);
    expect(answer.runningYields['mix']).toBeCloseTo(0.98552, 12);
    expect(answer.unaccountedMg).toBe(180_000);
    expect(answer.stillThereMg).toBe(9_855_200);
  });

  it('in is out plus losses plus what is there, whatever happened', () => {
    fc.assert(
      fc.property(anyTransfers, (transfers) => {
        const answer = yields({ accounts: ACCOUNTS, meatBlock: ['shoulder', 'belly'], transfers });
        const placed = ACCOUNTS.filter((a) => a.kind === 'place').reduce(
          (s, a) => s + (answer.balances[a.id] ?? 0),
          0,
        );
        expect(answer.stillThereMg + answer.unaccountedMg).toBe(placed);
      }),
    );
  });

  it('is zero inside the error of the scales', () => {
    expect(beyondScaleError(40_000, 41_000)).toBe(0);
    expect(beyondScaleError(-42_000, 41_000)).toBe(-42_000);
  });

  it('names an unknown account', () => {
    expect(() =>
      yields({ accounts: ACCOUNTS, meatBlock: [], transfers: [move('1', 'nowhere', 'grind', 1)] }),
    ).toThrow(expect.objectContaining({ issues: [expect.objectContaining({ path: 'transfers[0].from' })] }));
  });
});

describe('the ribbon', () => {
  const materials = new Map([
    ['shoulder', { lean: 0.8, fat: 0.2 }],
    ['belly', { lean: 0.55, fat: 0.45 }],
    ['salt', { spice: 1 }],
  ]);

  it('carries materials through the steps and names what left', () => {
    const [grind, mix] = ribbon(ACCOUNTS, DAY, materials);
    expect(grind).toMatchObject({
      inMg: 10_000_000,
      outMg: 9_700_000,
      balanceMg: 180_000,
      slivers: [{ name: 'head', massMg: 120_000, kind: 'loss' }],
    });
    expect(grind?.bands.fat).toBeCloseTo(2_500_000, 3);
    expect(mix?.bands.fat).toBeCloseTo(2_425_000, 3);
    expect(mix?.bands.spice).toBe(155_200);
  });

  it('bands always sum to what came in', () => {
    fc.assert(
      fc.property(anyTransfers, (transfers) => {
        const forward = transfers.filter(
          (t) => !(t.from === 'mix' && t.to === 'grind') && t.from !== 'head' && t.from !== 'links',
        );
        for (const station of ribbon(ACCOUNTS, forward, materials)) {
          const sum = Object.values(station.bands).reduce((a, b) => a + b, 0);
          const fromEmptyPlace = station.accountId === 'mix' && !forward.some((t) => t.to === 'grind');
          if (!fromEmptyPlace) expect(sum).toBeCloseTo(station.inMg, 0);
        }
      }),
    );
  });
});

describe('cost', () => {
  it('prices what went in and takes off what came back', () => {
    const prices = new Map([['shoulder', { minorPerUnit: 400, unitAmount: 1_000_000 }]]);
    expect(
      batchCost([move('1', 'shoulder', 'grind', 8_000_000), move('2', 'grind', 'shoulder', 500_000)], prices)
        .totalMinor,
    ).toBe(3000);
  });
});

describe('what is inside the divisions of the scales', () => {
  it('is nothing up to their sum, and all of it beyond', () => {
    fc.assert(
      fc.property(fc.integer({ min: -1e6, max: 1e6 }), fc.integer({ min: 0, max: 1e6 }), (balance, sum) => {
        const beyond = beyondScaleError(balance, sum);
        expect(beyond === 0 || beyond === balance).toBe(true);
        expect(beyond === 0).toBe(Math.abs(balance) <= sum);
      }),
    );
    expect(beyondScaleError(40_000, 40_000)).toBe(0);
    expect(beyondScaleError(-40_000, 40_000)).toBe(0);
    expect(beyondScaleError(40_001, 40_000)).toBe(40_001);
  });
});

describe('ids', () => {
  it('of different things are told apart by the compiler', () => {
    const lot: LotId = 'a string that came from somewhere';
    // @ts-expect-error a lot is not its account
    const account: AccountId = lot;
    expect(account).toBe(lot);
  });
});
