import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  InputError,
  casingNeed,
  casingPlan,
  diameterOfFlat,
  fillTokens,
  fold,
  learnedFrom,
  type BatchFacts,
  type BenchEntry,
  type MethodStep,
  type Defect,
} from '../src/index.js';
import { A_SHOP, aBatch, afterEntries } from './a-batch.js';

const step = (key: string, kind: MethodStep['kind'], more: object = {}): MethodStep =>
  ({ key, kind, ...more }) as MethodStep;
const METHOD = [step('meats', 'weigh-meat'), step('mix', 'mix'), step('stuff', 'stuff')];

describe('a casing that lies flat (common practice, arithmetic)', () => {
  it('of 100 mm is stuffed to 63.7 mm', () => {
    expect(diameterOfFlat(100)).toBeCloseTo(63.7, 1);
  });
});

describe('what a casing is needed for', () => {
  it('is filled, twisted and spare, and the three are all of it', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0.05, max: 200, noNaN: true }),
        fc.integer({ min: 16, max: 90 }),
        fc.integer({ min: 60, max: 600 }),
        fc.boolean(),
        fc.option(fc.integer({ min: 0, max: 400 }), { nil: undefined }),
        (massKg, calibreMm, lengthMm, ownCasing, over) => {
          const tubeMm = over === undefined ? undefined : lengthMm + over;
          const need = casingNeed({ massKg, calibreMm, lengthMm, ownCasing, tubeMm });
          expect(need.filledM + need.twistM + need.spareM).toBeCloseTo(need.metres, 6);
          expect(Math.min(need.twistM, need.spareM, need.remainderG)).toBeGreaterThanOrEqual(0);
        },
      ),
    );
  });

  // 2 kg in 60 mm are 680 mm (arithmetic on the density): 33 kg are 16 whole logs and a short one of 1 kg.
  const logs = { massKg: 33, calibreMm: 60, lengthMm: 680, massG: 2000, ownCasing: true };

  it('is one casing for every log, the short one too, and nothing stays without', () => {
    const need = casingNeed({ ...logs, twistMm: 100, sparePct: 10 });
    expect(need).toMatchObject({ links: 17, remainderG: 0 });
    expect(need.filledM).toBeCloseTo(16.5 * 0.68, 6);
    expect(need.twistM).toBeCloseTo(1.7, 6);
    expect(need.metres).toBeCloseTo((11.22 + 1.7) * 1.1, 6);
    expect(casingNeed({ ...logs, massKg: 32 }).links).toBe(16);
    expect(casingNeed({ ...logs, massKg: 1 }).links).toBe(1);
  });

  it('is of links the whole ones, with what stays without casing said', () => {
    const need = casingNeed({ ...logs, ownCasing: false });
    expect(need.links).toBe(16);
    expect(need.remainderG).toBeCloseTo(1000, 6);
    expect(need.filledM).toBeCloseTo(16 * 0.68, 6);
  });

  it('is whole tubes where they are bought cut, a spare one for every ten begun', () => {
    const need = casingNeed({ ...logs, tubeMm: 800 });
    expect(need).toMatchObject({ links: 17, tubes: 19 });
    expect(need.metres).toBeCloseTo(19 * 0.8, 6);
    expect(need.twistM).toBeCloseTo(17 * 0.8 - 16.5 * 0.68, 6);
    expect(casingNeed({ ...logs, tubeMm: 800, sparePct: 0 }).tubes).toBe(17);
    expect(() => casingNeed({ ...logs, tubeMm: 600 })).toThrow(InputError);
  });

  it('is of the piece as it is written, where weight and length are both given', () => {
    expect(casingNeed({ massKg: 10, calibreMm: 30, lengthMm: 140, massG: 100 }).links).toBe(100);
    expect(casingNeed({ massKg: 10, calibreMm: 30, lengthMm: 140 }).links).toBe(97);
  });

  it('packs are whole ones', () => {
    const strand = { massKg: 10.29, calibreMm: 30, lengthMm: 140, twistMm: 0, sparePct: 0 };
    expect(casingNeed({ ...strand, packM: 14 }).packs).toBe(1);
    expect(casingNeed({ ...strand, massKg: 10.4, packM: 14 }).packs).toBe(2);
  });
});

/** Ten kilograms into a hog casing of 100 g links, out of two lots. */
function stuffing(): BatchFacts {
  const bare = aBatch([...METHOD, step('link', 'link')], {
    meats: [{ name: 'Lean', plannedMg: 10_000_000, fatPct: 25 }],
    casing: { lengthMm: 6000, gPerM: 10 },
  });
  const second = {
    casingId: 'c',
    lotId: 'second',
    lotCode: 'C-2',
    accountId: 'second lot',
    leftMm: 50_000,
    gPerM: 10,
  };
  const casing = { casingId: 'c', name: 'Hog 30', calibreMm: 30, gPerM: 10, material: 'hog' };
  return {
    ...bare,
    casings: [...bare.casings, second],
    batch: { ...bare.batch, recipe: { ...bare.batch.recipe, casing, linkMassG: 100, linkLengthMm: 140 } },
  };
}
const weigh: BenchEntry = { kind: 'weighing', body: { id: 'w', lineId: 'line Lean', massMg: 10_000_000 } };
const mixed: BenchEntry = { kind: 'out', body: { id: 'm', stepId: 'mix', to: 'next', massMg: 10_000_000 } };
const used = (id: string, lengthMm: number, lotId?: string): BenchEntry => ({
  kind: 'casing',
  body: { id, stepId: 'stuff', lengthMm, lotId },
});
const filled = (id: string, massMg: number): BenchEntry => ({
  kind: 'out',
  body: { id, stepId: 'stuff', to: 'next', massMg },
});

describe('a batch whose casing runs out', () => {
  it('takes the rest from another lot, each lot by its own metres', () => {
    const facts = afterEntries(stuffing(), [weigh, mixed, used('a', 6000), used('b', 8000, 'second')]);
    const { casing } = fold(facts, A_SHOP);
    expect(casing?.usedMm).toBe(14_000);
    expect(casing?.lots).toEqual([
      { lotId: 'casing', lotCode: 'C-1', leftMm: 0 },
      { lotId: 'second', lotCode: 'C-2', leftMm: 42_000 },
    ]);
    expect(casing?.leftMm).toBe(42_000);
  });

  it('books what a lot did not have as found in that lot, and in no other', () => {
    const facts = afterEntries(stuffing(), [weigh, mixed, used('a', 7000, 'casing')]);
    expect(fold(facts, A_SHOP).casing?.lots.map((l) => l.leftMm)).toEqual([0, 50_000]);
    expect(facts.notices.map((n) => fillTokens(n.sentence, { system: 'metric' }))).toEqual([
      '1.00\u00a0m more was taken from a lot than the books had; it was booked as found.',
    ]);
  });

  it('takes nothing from a lot that is not the batch’s', () => {
    const before = afterEntries(stuffing(), [weigh, mixed]);
    expect(afterEntries(before, [used('a', 1000, 'somebody else’s')]).transfers).toEqual(before.transfers);
  });

  it('is not ready to close by metres that were taken back', () => {
    const facts = afterEntries(stuffing(), [weigh, mixed, used('a', 5000), filled('s', 10_050_000)]);
    const lacks = (f: BatchFacts) =>
      fold(f, A_SHOP)
        .steps.find((s) => s.id === 'stuff')!
        .missing.some((m) => m.what === 'casing');
    expect(lacks(facts)).toBe(false);
    const taken = facts.transfers.find((t) => t.id === 'a')!;
    const back = { ...taken, id: 'back', from: taken.to, to: taken.from, reversesId: 'a' };
    expect(lacks({ ...facts, transfers: [...facts.transfers, back] })).toBe(true);
  });

  it('teaches grams per metre of all its casing', () => {
    const facts = afterEntries(stuffing(), [
      weigh,
      mixed,
      used('a', 6000),
      used('b', 4000, 'second'),
      filled('s', 9_000_000),
    ]);
    const perMetre = learnedFrom([facts]).figures.find((f) => f.name.startsWith('stuffed per metre'));
    expect(perMetre?.value).toBeCloseTo(900, 6);
  });
});

describe('pieces and casing of a batch', () => {
  it('follow what is in casings and still to come, not what was planned', () => {
    const planned = fold(afterEntries(stuffing(), [weigh, mixed]), A_SHOP).casing!;
    expect(planned).toMatchObject({ links: 100, uncasedMg: 0 });
    const lost: BenchEntry = {
      kind: 'out',
      body: { id: 'x', stepId: 'stuff', to: 'loss', reason: 'floor', massMg: 1_950_000 },
    };
    const now = fold(afterEntries(stuffing(), [weigh, mixed, lost, filled('s', 4_000_000)]), A_SHOP).casing!;
    expect(now).toMatchObject({ links: 80, stuffedMg: 4_000_000, uncasedMg: 50_000 });
  });

  it('count bursts and no other defect', () => {
    const defect = (id: string, what: Defect, count: number): BenchEntry => ({
      kind: 'mark',
      body: {
        id,
        stepId: 'stuff',
        kind: 'defect',
        defect: what,
        cause: 'Weak casing',
        became: 'again',
        count,
      },
    });
    const facts = afterEntries(stuffing(), [weigh, mixed, defect('1', 'burst', 2), defect('2', 'thick', 5)]);
    expect(fold(facts, A_SHOP).casing?.bursts).toBe(2);
  });
});

describe('pieces that were counted', () => {
  const link = (kind: string, value: number, id: string): BenchEntry => ({
    kind: 'reading',
    body: { id, stepId: 'link', kind, value },
  });
  const linked = (count: number) =>
    afterEntries(stuffing(), [
      weigh,
      mixed,
      filled('s', 10_000_000),
      { kind: 'out', body: { id: 'l', stepId: 'link', to: 'next', massMg: 9_800_000 } },
      link('sample', 100_000, 'a'),
      link('sample', 102_000, 'b'),
      link('count', count, 'c'),
    ]);
  const hint = (count: number) => fold(linked(count), A_SHOP).steps.find((s) => s.id === 'link')!.hint;

  it('that do not make the mass that went on are said', () => {
    expect(hint(97)).toBeNull();
    expect(hint(101)).toBeNull();
    expect(fillTokens(hint(87)!, { system: 'metric' }).replaceAll('\u00a0', ' ')).toBe(
      '87 pieces of 101 g are 8.79 kg, and 9.80 kg went on: count or weigh again.',
    );
    expect(hint(110)).not.toBeNull();
  });
});

describe('the plan of a recipe', () => {
  const casing = { casingId: 'c', name: 'Fibrous 60', calibreMm: 60, gPerM: 0, material: 'fibrous' };
  const document = { casing, linkMassG: null, linkLengthMm: null, steps: METHOD };

  it('knows the piece by what a tube takes, and shows none where nothing says it', () => {
    expect(casingPlan(document, 10_000_000)).toBeNull();
    const tube = { ...casing, tubeMm: 800, tubeTakesG: 2000 };
    expect(casingPlan({ ...document, casing: tube }, 33_000_000)).toMatchObject({ links: 17, tubes: 19 });
  });

  it('gives logs a casing each, and links one strand', () => {
    const sized = { ...document, linkMassG: 2000, linkLengthMm: 680 };
    const shaped = (shape: string) => [...METHOD, step('tie', 'link', { shape })];
    expect(casingPlan({ ...sized, steps: shaped('logs') }, 33_000_000)).toMatchObject({
      links: 17,
      remainderG: 0,
    });
    expect(casingPlan({ ...sized, steps: shaped('links') }, 33_000_000)).toMatchObject({ links: 16 });
  });

  it('has none for no mix', () => {
    expect(casingPlan({ ...document, linkMassG: 100 }, 0)).toBeNull();
  });
});
