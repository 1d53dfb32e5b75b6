import { describe, expect, it } from 'vitest';
import { NO_CONTENTS, SHOP_ACCOUNTS, fold, type BatchFacts, type BenchEntry } from '../src/index.js';
import { A_SHOP, aBatch, afterEntries, ingredientLine } from './a-batch.js';
import { CURE, METHOD, SALT, close, weigh } from './a-cured-batch.js';

/**
 * One batch with a pocket calculator beside it. 15 kg of lean at 10 % and 5 kg of belly at 55 %; per kilogram of meat
 * 17.5 g of cure at 0.6 %, 4 g of salt, 50 g of water, 2 g of pepper: 73.5 g, so that 20 kg of meat are 21.47 kg of mix.
 * A mixer for 15 kg takes it in two loads.
 */
const WATER = ingredientLine('Water', 50, { role: 'liquid' });
const PEPPER = ingredientLine('Pepper', 2, { required: false, note: 'coarse', tolerancePct: 5 });
const ROLES: Record<string, string> = {
  Cure: 'cure',
  Water: 'liquid',
  'Fine salt': 'salt',
  Pepper: 'seasoning',
};

function begun(): BatchFacts {
  const facts = aBatch(METHOD, { ingredients: [CURE, SALT, WATER, PEPPER], mixerCapacityKg: 15 });
  const accounts = facts.accounts.map((a) => ({ ...a, role: ROLES[a.name] ?? null }));
  return { ...facts, accounts };
}
const MEATS = [weigh('line Lean', 15_020_000), weigh('line Belly', 5_000_000), close('meats')];
const SEASONED = [
  ...MEATS,
  weigh('line Cure', 175_000, 1),
  weigh('line Cure', 176_000, 2),
  weigh('line Fine salt', 80_000),
  weigh('line Water', 1_001_000),
];
const after = (...entries: BenchEntry[]) => fold(afterEntries(begun(), entries), A_SHOP);
const of = (view: ReturnType<typeof fold>, name: string) => view.lines.find((l) => l.name === name)!;
const onTo = (massMg: number, more: object = {}): BenchEntry => ({
  kind: 'out',
  body: { id: `o ${massMg}`, stepId: 'mix', to: 'next', massMg, ...more },
});

describe('before anything is weighed', () => {
  const view = after();

  it('every line is due by its dose, on the scale that fits it, within its own band', () => {
    const rows = view.lines.map((l) => [
      l.name,
      l.scaleId,
      l.dueMg,
      l.lowMg,
      l.highMg,
      l.weighings,
      l.tooCoarse,
    ]);
    expect(rows).toEqual([
      // One per cent each way of meat and of cure, two of salt and water, five of pepper.
      ['Lean', 'floor', 15_000_000, 14_850_000, 15_150_000, 1, false],
      ['Belly', 'bench', 5_000_000, 4_950_000, 5_050_000, 1, false],
      ['Cure', 'dose', 350_000, 346_500, 353_500, 1, false],
      ['Fine salt', 'dose', 80_000, 78_400, 81_600, 1, false],
      ['Water', 'bench', 1_000_000, 980_000, 1_020_000, 1, false],
      ['Pepper', 'dose', 40_000, 38_000, 42_000, 1, false],
    ]);
    expect(view.lines.map((l) => l.divisionMg)).toEqual([20_000, 1000, 10, 10, 1000, 10]);
    expect(view.mixMg).toBe(21_470_000);
    expect(view.madeMixMg).toBeNull();
    expect(view.loads).toBe(2);
  });

  it('says of each what it is, where it goes, and how much of meat and mix', () => {
    expect(of(view, 'Cure')).toMatchObject({
      role: 'cure',
      material: 'cure',
      intoStepId: 'mix',
      stepId: 'spice',
      gPerKgMeat: 17.5,
      perLoadMg: [175_000, 175_000],
      required: true,
      note: null,
      fatPct: null,
      stockMg: 1_000_000_000,
      lotHeld: false,
      isSubstitute: false,
    });
    expect(of(view, 'Cure').pctOfMix).toBeCloseTo((100 * 350) / 21_470, 9);
    expect(of(view, 'Lean')).toMatchObject({
      role: 'meat',
      material: 'lean',
      gPerKgMeat: null,
      pctOfMix: null,
      perLoadMg: [],
      fatPct: 10,
      fatSd: 1,
      cure: null,
    });
    expect(of(view, 'Pepper')).toMatchObject({ required: false, note: 'coarse', material: 'spice' });
    expect(of(view, 'Water')).toMatchObject({ material: 'water', perLoadMg: [500_000, 500_000] });
  });

  it('the cure has room up to the limit of its book, on the mix', () => {
    // 80 mg/kg as nitrite ion are 119.978 as sodium nitrite: over 21.47 kg of mix 2 575.9 mg, in cure at 0.6 % 429.32 g.
    const { cure } = of(view, 'Cure');
    expect(cure).toMatchObject({
      nitritePct: 0.6,
      basis: 'mix',
      book: 'eu',
      maxMg: 429_322,
      withinLimit: true,
    });
    expect(cure?.ppm).toBeCloseTo((350 * 0.006 * 1e6) / 21_470, 6);
    expect(view.cure).toMatchObject({ meant: true, substance: 'nitrite', state: 'none' });
    // A hundred milligrams on the kilogram of meat, as the shop means it, read 93.15 on the mix.
    expect(view.cure.floorPpm).toBeCloseTo((100 * 20) / 21.47, 6);
  });
});

describe('once the meat is in', () => {
  it('everything is due on what was weighed, and not on what was planned', () => {
    const view = after(...MEATS);
    // 20.02 kg: 350.35 g of cure, 80.08 g of salt, 1 001 g of water to the division of the bench scale.
    expect(['Cure', 'Fine salt', 'Water', 'Pepper'].map((n) => of(view, n).dueMg)).toEqual([
      350_350, 80_080, 1_001_000, 40_040,
    ]);
    expect(of(view, 'Cure').perLoadMg).toEqual([175_180, 175_170]);
    expect(view.meatMg).toBe(20_020_000);
    expect(view.meatBasis.from).toBe('weighed');
  });
});

describe('once everything is in', () => {
  const view = after(...SEASONED, close('spice'));

  it('the mix is what was weighed, without the pepper that was left out', () => {
    expect(view.madeMixMg).toBe(20_020_000 + 351_000 + 80_000 + 1_001_000);
    expect(after(...SEASONED).madeMixMg).toBeNull();
  });

  it('the cure of each load is its own, and of all of it one figure everywhere', () => {
    const nitriteMg = (g: number) => g * 0.006 * 1000;
    const half = 21.452 / 2;
    expect(view.cure.parts.map((p) => p.load)).toEqual([1, 2]);
    expect(view.cure.parts[0]?.ppmOnMix).toBeCloseTo(nitriteMg(175) / half, 6);
    expect(view.cure.parts[1]?.ppmOnMix).toBeCloseTo(nitriteMg(176) / half, 6);
    expect(view.cure.parts[1]?.ppmOnMeat).toBeCloseTo(nitriteMg(176) / 10.01, 6);
    expect(view.cure.state).toBe('cured');
    const gauge = view.gauges.find((g) => g.substance === 'nitrite');
    expect(gauge?.value).toBeCloseTo(nitriteMg(351) / 21.452, 6);
    expect(of(view, 'Cure').cure?.ppm).toBeCloseTo(nitriteMg(351) / 21.452, 6);
  });

  it('what was weighed for no load is for each of them alike', () => {
    const shared = after(...MEATS, weigh('line Cure', 100_000, 1), weigh('line Cure', 251_000));
    const perLoad = shared.cure.parts.map((p) => (p.ppmOnMeat * 10.01) / 0.006 / 1000);
    expect(perLoad[0]).toBeCloseTo(100 + 125.5, 6);
    expect(perLoad[1]).toBeCloseTo(125.5, 6);
    // 1 353 and 753 mg on half of 21.49 kg: 126 ppm are above 119.98, 70 are below 93.15.
    expect(shared.cure.parts.map((p) => p.state)).toEqual(['over', 'under']);
  });

  it('is lean, fat, water, cure and spice to the gram', () => {
    expect(view.ribbon[0]?.bands).toEqual({
      lean: 15_020_000 * 0.9 + 5_000_000 * 0.45,
      fat: 15_020_000 * 0.1 + 5_000_000 * 0.55,
      cure: 351_000,
      spice: 80_000,
      water: 1_001_000,
    });
    expect(view.ribbon[0]).toMatchObject({ inMg: 21_452_000, balanceMg: 21_452_000, outMg: 0 });
    expect(view.plannedFatPct).toBeCloseTo((100 * (1.502 + 2.75)) / 20.02, 9);
  });
});

describe('what is missing', () => {
  it('is what a closed step kept, what was written off, and not what was found', () => {
    const facts = afterEntries(begun(), [...SEASONED, close('spice'), onTo(21_400_000), close('mix')]);
    expect(fold(facts, A_SHOP).unaccountedMg).toBe(52_000);
    const moved = (id: string, from: string, to: string, amount: number) => ({
      ...facts.transfers[0]!,
      id,
      from,
      to,
      amount,
      lineId: null,
    });
    const withAccounts = (...transfers: BatchFacts['transfers']): BatchFacts => ({
      ...facts,
      transfers: [...facts.transfers, ...transfers],
      accounts: [
        ...facts.accounts,
        ...[SHOP_ACCOUNTS.unaccounted, SHOP_ACCOUNTS.scaleDifference].map((id) => ({
          ...facts.accounts[0]!,
          id,
          kind: 'loss' as const,
          fatPct: null,
        })),
      ],
    });
    // Forty grams of the fifty-two are written off: they are missing all the same, once.
    expect(
      fold(withAccounts(moved('x', 'place mix', SHOP_ACCOUNTS.unaccounted, 40_000)), A_SHOP).unaccountedMg,
    ).toBe(52_000);
    // Ten more than the books had came out: they lay there and are no loss.
    const found = withAccounts(moved('y', SHOP_ACCOUNTS.scaleDifference, 'place mix', 10_000));
    expect(fold(found, A_SHOP).unaccountedMg).toBe(52_000);
  });
});

describe('a line', () => {
  it('is accepted at the weight that was accepted, and at no other', () => {
    const facts = afterEntries(begun(), [...MEATS, weigh('line Fine salt', 90_000)]);
    const accepted = (lineId: string, weighedMg: number) =>
      fold({ ...facts, acceptances: [{ lineId, weighedMg } as BatchFacts['acceptances'][number]] }, A_SHOP);
    expect(of(accepted('line Fine salt', 90_000), 'Fine salt').accepted).toBe(true);
    expect(of(accepted('line Fine salt', 91_000), 'Fine salt').accepted).toBe(false);
    expect(of(accepted('line Water', 90_000), 'Fine salt').accepted).toBe(false);
  });

  it('of a lot that nobody knows has no stock, and of one that is held is held', () => {
    const facts = begun();
    const without = { ...facts, accounts: facts.accounts.filter((a) => a.name !== 'Pepper') };
    expect(of(fold(without, A_SHOP), 'Pepper').stockMg).toBeNull();
    const held = {
      ...facts,
      accounts: facts.accounts.map((a) => (a.name === 'Lean' ? { ...a, lotStatus: 'hold' as const } : a)),
    };
    expect(of(fold(held, A_SHOP), 'Lean').lotHeld).toBe(true);
    expect(of(fold(held, A_SHOP), 'Belly').lotHeld).toBe(false);
  });

  it('of cure waits for a second person where the shop wants one, at this very weight', () => {
    const facts = afterEntries(begun(), SEASONED);
    const shop = { ...A_SHOP, cureSecondCheck: true };
    const mark = (more: object) =>
      ({
        id: 'm',
        kind: 'cure',
        lineId: 'line Cure',
        massMg: 351_000,
        second: 'Oda',
        at: A_SHOP.now,
        ...more,
      }) as never;
    const unconfirmed = (marks: BatchFacts['marks']) =>
      of(fold({ ...facts, marks }, shop), 'Cure').unconfirmed;
    expect(unconfirmed([])).toBe(true);
    expect(unconfirmed([mark({})])).toBe(false);
    for (const other of [{ massMg: 350_000 }, { second: null }, { lineId: 'line Water' }, { kind: 'scan' }])
      expect(unconfirmed([mark(other)]), JSON.stringify(other)).toBe(true);
    expect(of(fold(facts, shop), 'Fine salt').unconfirmed).toBe(false);
    expect(of(fold(facts, A_SHOP), 'Cure').unconfirmed).toBe(false);
  });
});

describe('nitrate alone', () => {
  const NITRATE = ingredientLine('Nitrate', 10, {
    role: 'cure',
    carries: { contents: { ...NO_CONTENTS, nitratePct: 1.5 }, allergens: [], parts: [] },
  });
  const made = (grams: number, book: 'eu' | 'us' = 'eu') => {
    const facts = afterEntries(aBatch(METHOD, { ingredients: [NITRATE, SALT] }), [
      ...MEATS,
      ...(grams > 0 ? [weigh('line Nitrate', grams * 1000)] : []),
    ]);
    return fold(facts, { ...A_SHOP, book }).cure;
  };

  it('is reckoned as nitrate, with what the recipe means as its floor', () => {
    const cure = made(200);
    expect(cure).toMatchObject({ meant: true, substance: 'nitrate' });
    // 200 g at 1.5 % are 3 g, in 20.02 kg of meat and 80.08 g of salt and the 200.2 g that were due.
    const mixKg = 20.02 * 1.014;
    expect(cure.parts[0]?.ppmOnMix).toBeCloseTo(3000 / mixKg, 6);
    expect(cure.floorPpm).toBeCloseTo(((10 * 0.015 * 1000) / 1.014) * 0.95, 6);
    expect(made(0).state).toBe('none');
    expect(made(100).state).toBe('under');
    expect(made(200).state).toBe('cured');
  });

  it('has the limit of its book where there is one, and else no more than was meant', () => {
    expect(made(200, 'us').substance).toBe('nitrate');
    const [eu, us] = [made(200), made(200, 'us')];
    expect(eu.limitPpm).toBeGreaterThan(0);
    expect(us.basis).toBe('meat block');
    expect(made(10_000).state).toBe('over');
  });

  it('is not what is reckoned once anything brings nitrite', () => {
    const facts = afterEntries(aBatch(METHOD, { ingredients: [NITRATE, CURE] }), MEATS);
    expect(fold(facts, A_SHOP).cure.substance).toBe('nitrite');
    const salted = afterEntries(aBatch(METHOD, { ingredients: [NITRATE] }), MEATS);
    const accounts = salted.accounts.map((a) => (a.name === 'Belly' ? { ...a, nitritePpm: 60 } : a));
    expect(fold({ ...salted, accounts }, A_SHOP).cure.substance).toBe('nitrite');
  });
});
