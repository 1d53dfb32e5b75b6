import { describe, expect, it } from 'vitest';
import { fold, objections, overPour, type BatchFacts, type MethodStep } from '../src/index.js';
import { casingUsedMm } from '../src/batch/shown/casing.js';
import { A_SHOP, aBatch, afterEntries, ingredientLine } from './a-batch.js';
import { CURE, METHOD, SALT, close, meatIn, weigh } from './a-cured-batch.js';

const US = { ...A_SHOP, book: 'us' as const };

/** The same facts with another figure for every lot of a meat. */
const lotsWith = (facts: BatchFacts, name: string, more: object): BatchFacts => ({
  ...facts,
  accounts: facts.accounts.map((a) => (a.name === name ? { ...a, ...more } : a)),
});
const guards = (facts: BatchFacts, shop = A_SHOP) => objections(facts, shop).map((o) => o.guard);

describe('casing that a step has used', () => {
  const steps = [
    { key: 'meats', kind: 'weigh-meat' },
    { key: 'stuff', kind: 'stuff' },
  ] as MethodStep[];
  const moved = (from: string, to: string, amount: number, id: string) => ({
    id,
    from,
    to,
    amount,
    at: A_SHOP.now,
    stepId: 'stuff',
    lineId: null,
    person: 'Bram',
    deviceId: null,
    withId: null,
    how: 'typed' as const,
    reversesId: null,
    reason: null,
    load: 0,
  });

  it('is what came in less what was given back, of that step alone', () => {
    const facts = {
      ...aBatch(steps, { casing: { lengthMm: 90_000, gPerM: 8 } }),
      transfers: [
        moved('casing lot', 'casing of stuff', 12_000, 'a'),
        moved('casing of stuff', 'casing lot', 2_500, 'b'),
        moved('casing lot', 'another step', 7_000, 'c'),
      ],
    };
    expect(casingUsedMm(facts, 'stuff')).toBe(9_500);
    expect(casingUsedMm(facts, 'meats')).toBe(0);
    expect(casingUsedMm(facts, 'no step')).toBe(0);
  });
});

describe('what the meat itself brings', () => {
  it('counts in salt and nitrite by its share, as weighed where it is weighed', () => {
    const gaugeOf = (facts: BatchFacts, substance: string) =>
      fold(facts, A_SHOP).gauges.find((g) => g.substance === substance)?.value ?? 0;
    const plain = meatIn();
    const salted = lotsWith(plain, 'Belly', { saltGPerKg: 40, nitritePpm: 80 });
    // Five of twenty kilograms: a quarter of 40 g/kg.
    expect(gaugeOf(salted, 'salt') - gaugeOf(plain, 'salt')).toBeCloseTo(10, 6);
    expect(gaugeOf(salted, 'nitrite')).toBeGreaterThan(gaugeOf(plain, 'nitrite'));
    const { mixMg } = fold(plain, A_SHOP);
    expect(gaugeOf(salted, 'nitrite') - gaugeOf(plain, 'nitrite')).toBeCloseTo((5 * 80) / (mixMg / 1e6), 6);
    const due = lotsWith(aBatch(METHOD, { ingredients: [CURE, SALT] }), 'Belly', { saltGPerKg: 40 });
    expect(gaugeOf(due, 'salt')).toBeCloseTo(gaugeOf(salted, 'salt'), 6);
  });
});

describe('what speaks against a batch', () => {
  it('names meat that was cooked and goes into a raw mix, and no other', () => {
    const facts = meatIn();
    expect(guards(facts)).not.toContain('cooked');
    for (const heat of ['cooked', 'raw smoked'] as const) {
      const [found] = objections(lotsWith(facts, 'Belly', { heat }), A_SHOP).filter(
        (o) => o.guard === 'cooked',
      );
      expect(found).toMatchObject({ level: 'sign', about: 'Belly L-1' });
    }
    expect(guards(lotsWith(facts, 'Belly', { heat: 'raw' }))).not.toContain('cooked');
    const cookedProduct: BatchFacts = {
      ...lotsWith(facts, 'Belly', { heat: 'cooked' }),
      batch: { ...facts.batch, recipe: { ...facts.batch.recipe, state: 'cooked' } },
    };
    expect(guards(cookedProduct)).not.toContain('cooked');
  });

  it('looks at what is in once a step is closed, and at what is due while it is open', () => {
    const half: BatchFacts = afterEntries(aBatch(METHOD), [weigh('line Lean', 15_000_000)]);
    const window = (facts: BatchFacts) => guards(facts).includes('window');
    // Fifteen kilograms of lean at 10 % and five due at 55 % are 21.25 %; the lean alone is 10 %.
    expect(window(half)).toBe(false);
    expect(window(afterEntries(half, [close('meats')]))).toBe(true);
    const other = {
      ...half,
      steps: half.steps.map((s) => (s.id === 'mix' ? { ...s, closedAt: A_SHOP.now } : s)),
    };
    expect(window(other)).toBe(false);
    // More than was due counts as soon as it is in.
    expect(window(afterEntries(half, [weigh('line Belly', 25_000_000)]))).toBe(true);
  });
});

describe('a line with a figure of its own', () => {
  it('is due by it, and not by its dose', () => {
    const facts = meatIn();
    const dueOf = (plannedMg: number | null) => {
      const lines = facts.lines.map((l) => (l.name === 'Fine salt' ? { ...l, plannedMg } : l));
      return fold({ ...facts, lines }, A_SHOP).lines.find((l) => l.name === 'Fine salt')?.dueMg;
    };
    expect(dueOf(null)).toBe(80_000);
    expect(dueOf(55_000)).toBe(55_000);
    expect(dueOf(0)).toBeUndefined();
  });
});

describe('the meat that doses are reckoned on', () => {
  it('is planned, then weighed', () => {
    const stages = [aBatch(METHOD), afterEntries(aBatch(METHOD), [weigh('line Lean', 14_000_000)]), meatIn()];
    expect(stages.map((f) => fold(f, A_SHOP).meatBasis.from)).toEqual(['planned', 'planned', 'weighed']);
  });
});

describe('too much poured', () => {
  const lines = [
    { name: 'Salt', dueG: 80, actualG: 96 },
    { name: 'Pepper', dueG: 40 },
  ];
  it('names the figure that cannot be', () => {
    const wrong = (more: object) => () => overPour({ meatKg: 5, lines, name: 'Salt', ...more });
    expect(wrong({ meatKg: 0 })).toThrow('The meat must weigh more than 0 kg.');
    expect(wrong({ meatKg: NaN })).toThrow('meat');
    expect(wrong({ lines: [{ name: 'Salt', dueG: 0 }] })).toThrow('Salt: the due weight must be above 0 g.');
    expect(wrong({ lines: [{ name: 'Salt', dueG: 1, actualG: -1 }] })).toThrow('0 g or more');
    expect(wrong({ name: 'Mace' })).toThrow('no line called "Mace"');
    expect(wrong({})).not.toThrow();
  });

  it('grows every line by the same, and none that is there already', () => {
    const answer = overPour({ meatKg: 5, lines, name: 'Salt' });
    expect(answer.ratio).toBeCloseTo(1.2, 12);
    expect(answer.growMeatKg).toBeCloseTo(1, 12);
    expect(answer.growLines).toEqual([{ name: 'Pepper', addG: 48 }]);
  });
});

describe('the least of nitrite', () => {
  it('is meant on the meat, and reads lower on the mix', () => {
    const floorOf = (shop: typeof A_SHOP) =>
      fold(
        meatIn({ ingredients: [CURE, ingredientLine('Water', 100, { role: 'liquid' })] }),
        shop,
      ).gauges.find((g) => g.substance === 'nitrite');
    const [eu, us] = [floorOf({ ...A_SHOP, nitriteFloorPpm: 80 }), floorOf({ ...US, nitriteFloorPpm: 80 })];
    expect([eu?.basis, us?.basis]).toEqual(['mix', 'meat block']);
    expect(us?.floor).toBe(80);
    expect(eu?.floor).toBeCloseTo(80 / 1.1175, 9);
  });
});
