import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  LOSSES,
  balances,
  batchMasses,
  fold,
  gPerKgOf,
  isWeighed,
  tasksOf,
  type BatchFacts,
  type BenchEntry,
  type MethodStep,
} from '../src/index.js';
import { aBatch, afterEntries } from './a-batch.js';
import { CURE, SALT, close, weigh } from './a-cured-batch.js';
import { closeAll, lost } from './lane-hands.js';
import { US, method, moved, onTo } from './on-the-way.js';

const HEAD: Parameters<typeof method> = [
  ['meats', 'weigh-meat'],
  ['spice', 'weigh-ingredients'],
  ['mix', 'mix'],
  ['stuff', 'stuff'],
];
/** 20 kg of meat, 350 g of cure and 80 g of salt, stuffed. */
const STUFFED_MG = 20_430_000;
/** Nine tenths of nine tenths of it. */
const HOT_MG = 16_548_300;
const STUFFED: BenchEntry[] = [
  weigh('line Lean', 15_000_000),
  weigh('line Belly', 5_000_000),
  close('meats'),
  weigh('line Cure', 350_000),
  weigh('line Fine salt', 80_000),
  close('spice'),
  close('mix'),
  onTo('stuff', STUFFED_MG),
  close('stuff'),
];
const stuffed = (...rest: Parameters<typeof method>): BatchFacts =>
  afterEntries(aBatch(method(...HEAD, ...rest), { ingredients: [CURE, SALT] }), STUFFED);

const HOUSE: Parameters<typeof method> = [
  ['rest', 'rest', { expectedYieldPct: 99 }],
  ['smoke', 'smoke', { expectedYieldPct: 90 }],
  ['cool', 'cool', { expectedYieldPct: 98 }],
  ['pack', 'pack'],
];
const yieldsOf = (facts: BatchFacts) =>
  Object.fromEntries(fold(facts, US).steps.map((s) => [s.key, s.stepYield]));
const packed = (facts: BatchFacts, massMg: number) =>
  closeAll(
    afterEntries(closeAll(facts, 'rest', 'smoke', 'cool'), [onTo('pack', massMg, `packed ${massMg}`)]),
    'pack',
  );

describe('what air and heat took where nobody weighed', () => {
  it('is shared out as the method has it, once it is weighed', () => {
    // 99 % of 90 % of 98 % is what was meant: each step has lost what it was meant to lose.
    const facts = packed(stuffed(...HOUSE), Math.round(STUFFED_MG * 0.99 * 0.9 * 0.98));
    const seen = yieldsOf(facts);
    expect(seen['rest']).toBeCloseTo(0.99, 6);
    expect(seen['smoke']).toBeCloseTo(0.9, 6);
    expect(seen['cool']).toBeCloseTo(0.98, 6);
    expect(seen['pack']).toBe(1);
    expect(batchMasses(facts).unaccountedMg).toBe(0);
  });

  it('keeps its salt: what is packed is as salty as it is', () => {
    const massMg = Math.round(STUFFED_MG * 0.9);
    const { matters } = batchMasses(packed(stuffed(...HOUSE), massMg));
    // 347.9 g of the cure and 80 g are salt (arithmetic).
    expect(gPerKgOf(matters.together('product'), 'salt', 'product')).toBeCloseTo(427.9 / (massMg / 1e6), 1);
  });

  it('is worked out again when the weight is put right', () => {
    const first = packed(stuffed(...HOUSE), 18_000_000);
    const wrong = first.transfers.find((t) => t.id === 'packed 18000000')!;
    const back = { from: wrong.to, to: wrong.from, amount: wrong.amount, reversesId: wrong.id };
    const open = { ...first, batch: { ...first.batch, state: 'open' as const } };
    const reopened = {
      ...open,
      steps: open.steps.map((s) => (s.id === 'pack' ? { ...s, closedAt: null } : s)),
    };
    const again: BenchEntry = { kind: 'close', body: { id: 'once more', stepId: 'pack' } };
    const mended = afterEntries(moved(reopened, back), [onTo('pack', 19_000_000, 'right'), again]);
    const lostMg = [...batchMasses(mended).ribbon].flatMap((s) => s.slivers);
    expect(lostMg.reduce((sum, s) => sum + s.massMg, 0)).toBe(STUFFED_MG - 19_000_000);
    expect(batchMasses(mended).unaccountedMg).toBe(0);
  });

  it('explains no more than the method and five points: the rest is missing where it was seen', () => {
    const asked = afterEntries(closeAll(stuffed(...HOUSE), 'rest', 'smoke', 'cool'), [
      onTo('pack', 12_000_000),
    ]);
    const pack = fold(asked, US).steps.find((s) => s.key === 'pack')!;
    expect(pack.missing.map((m) => m.what)).toContain('leftovers');
    const signed = closeAll(asked, 'pack');
    const most = STUFFED_MG * (1 - 0.99 * 0.9 * 0.98 + 0.05);
    expect(STUFFED_MG - 12_000_000 - batchMasses(signed).unaccountedMg).toBeCloseTo(most, -4);
  });

  it('is not booked before somebody weighs', () => {
    const unseen = batchMasses(closeAll(stuffed(...HOUSE), 'rest', 'smoke', 'cool'));
    expect(unseen.ribbon.flatMap((s) => s.slivers)).toEqual([]);
    expect(unseen.ribbon.find((s) => s.name === 'Pack')?.inMg).toBe(STUFFED_MG);
  });

  it('is shared with what the step itself takes, and again when that is put right', () => {
    const cooked = stuffed(
      ['smoke', 'smoke', { expectedYieldPct: 90 }],
      ['cook', 'cook', { stopBelowC: 71, expectedYieldPct: 90 }],
      ['pack', 'pack'],
    );
    const hot = closeAll(afterEntries(closeAll(cooked, 'smoke'), [onTo('cook', HOT_MG, 'hot')]), 'cook');
    const seen = yieldsOf(hot);
    expect([seen['smoke'], seen['cook']].map((y) => y?.toFixed(4))).toEqual(['0.9000', '0.9000']);
    // It was a kilogram more: what both lost is less, in the same proportion of 10 to 9.
    const wrong = hot.transfers.find((t) => t.id === 'hot')!;
    const back = { from: wrong.to, to: wrong.from, amount: wrong.amount, reversesId: wrong.id };
    const open = { ...hot, steps: hot.steps.map((s) => (s.id === 'cook' ? { ...s, closedAt: null } : s)) };
    const again: BenchEntry = { kind: 'close', body: { id: 'once more', stepId: 'cook' } };
    const right = onTo('cook', HOT_MG + 1_000_000, 'right');
    const mended = afterEntries(moved(open, back), [right, again]);
    const lostAt = (name: string) =>
      batchMasses(mended)
        .ribbon.find((s) => s.name === name)!
        .slivers.reduce((sum, l) => sum + l.massMg, 0);
    expect(lostAt('Smoke') + lostAt('Cook')).toBeCloseTo(STUFFED_MG * 0.19 - 1_000_000, -1);
    expect(lostAt('Smoke') / lostAt('Cook')).toBeCloseTo(10 / 9, 5);
  });

  it('is nothing where more came out than went in', () => {
    const facts = packed(stuffed(...HOUSE), STUFFED_MG + 100_000);
    expect(Object.values(yieldsOf(facts)).filter((y) => y !== null && y < 1)).toEqual([]);
  });

  it('does not stop at a step where something was dropped: that is no weight of the rest', () => {
    const resting = closeAll(stuffed(...HOUSE), 'rest');
    const dropped = closeAll(afterEntries(resting, [lost('smoke', 'floor', 200_000)]), 'smoke', 'cool');
    const facts = closeAll(afterEntries(dropped, [onTo('pack', 17_500_000)]), 'pack');
    expect(batchMasses(facts).unaccountedMg).toBe(0);
    const smoke = batchMasses(facts).ribbon.find((s) => s.name === 'Smoke')!;
    const dried = smoke.slivers.find((s) => s.accountId === LOSSES.evaporation.account)!;
    expect(dried.massMg).toBeGreaterThan(1_500_000);
  });

  it('is asked for where the method loses much, and where it would be finished unseen', () => {
    const outOf = (facts: BatchFacts, key: string) => {
      const view = fold(facts, US);
      const step = view.steps.find((s) => s.key === key)!;
      return { step, task: tasksOf(view, step).filter(isWeighed)[0] };
    };
    const resting = stuffed(...HOUSE);
    expect(outOf(resting, 'rest').task).toMatchObject({ required: false });
    expect(outOf(resting, 'rest').task?.asked).toBeUndefined();
    const smoking = closeAll(resting, 'rest');
    expect(outOf(smoking, 'smoke').task).toMatchObject({ required: false, asked: true });
    expect(outOf(smoking, 'smoke').step.missing.map((m) => m.what)).not.toContain('out');
    // A method that ends in the smoke: what is finished has a weight, or the lead signs.
    const last = stuffed(['smoke', 'smoke', { expectedYieldPct: 90 }]);
    expect(outOf(last, 'smoke').step.missing.map((m) => m.what)).toContain('out');
    expect(outOf(last, 'smoke').task?.required).toBe(true);
    // One that ends in the freezer loses nothing and asks for none.
    const frozen = stuffed(['freeze', 'freeze']);
    expect(outOf(frozen, 'freeze').step.missing.map((m) => m.what)).not.toContain('out');
    const behind = closeAll(
      stuffed(['smoke', 'smoke', { expectedYieldPct: 90 }], ['freeze', 'freeze']),
      'smoke',
    );
    expect(outOf(behind, 'freeze').step.missing.map((m) => m.what)).toContain('out');
  });

  it('loses and makes no milligram, whatever was meant and weighed', () => {
    const yieldPct = fc.option(fc.integer({ min: 60, max: 100 }), { nil: undefined });
    fc.assert(
      fc.property(
        fc.array(yieldPct, { minLength: 1, maxLength: 4 }),
        fc.integer({ min: 10_000_000, max: STUFFED_MG }),
        (meant, massMg) => {
          const kinds = ['rest', 'smoke', 'bloom', 'cool'] as const;
          const house = meant.map((pct, i): [string, MethodStep['kind'], object] => [
            `s${i}`,
            kinds[i] ?? 'rest',
            pct === undefined ? {} : { expectedYieldPct: pct },
          ]);
          const facts = stuffed(...house, ['pack', 'pack']);
          const through = closeAll(facts, ...house.map(([key]) => key));
          const done = closeAll(afterEntries(through, [onTo('pack', massMg)]), 'pack');
          const held = balances(done.transfers);
          const ends = [...held].filter(([id]) => id !== 'product' && !id.startsWith('lot '));
          const gone = ends.reduce((sum, [, mg]) => sum + mg, 0);
          expect(gone + massMg).toBe(STUFFED_MG);
          if (massMg > STUFFED_MG * 0.96) expect(batchMasses(done).unaccountedMg).toBe(0);
          for (const s of done.steps) expect(held.get(s.placeAccountId ?? '') ?? 0).toBe(0);
          for (const s of batchMasses(done).ribbon)
            for (const l of s.slivers) expect(l.massMg).toBeGreaterThan(0);
        },
      ),
      { numRuns: 60 },
    );
  });
});
