import { describe, expect, it } from 'vitest';
import {
  fold,
  learnedFrom,
  madeBatch,
  minutesToMixIn,
  mixAgain,
  prepare,
  type BatchFacts,
  type LineFact,
} from '../src/index.js';
import { aBatch, afterEntries, ingredientLine } from './a-batch.js';
import { CURE, SALT, close, weigh } from './a-cured-batch.js';
import { closeAll, lost } from './lane-hands.js';
import { US, lotsWith, method, onTo, read } from './on-the-way.js';

const STEPS = method(
  ['meats', 'weigh-meat'],
  ['spice', 'weigh-ingredients'],
  ['mix', 'mix'],
  ['stuff', 'stuff'],
  ['link', 'link'],
);

/** One more line beside those of the batch. */
function withLine(facts: BatchFacts, line: Partial<LineFact> & Pick<LineFact, 'id' | 'kind'>): BatchFacts {
  const like = facts.lines.find((l) => l.kind === line.kind)!;
  return { ...facts, lines: [...facts.lines, { ...like, position: 99, ...line }] };
}

const weighed = (facts: BatchFacts): BatchFacts =>
  afterEntries(facts, [
    weigh('line Lean', 15_000_000),
    weigh('line Belly', 5_000_000),
    close('meats'),
    weigh('line Cure', 350_000),
    weigh('line Fine salt', 60_000),
  ]);

describe('a batch as it was made', () => {
  const base = aBatch(STEPS, { ingredients: [CURE, SALT] });

  it('tells each line of its recipe by all that was weighed of it, on its meat', () => {
    const salt = base.lines.find((l) => l.name === 'Fine salt')!;
    const other = withLine(base, { ...salt, id: 'line other bag', lotAccountId: 'lot Cure' });
    const facts = afterEntries(weighed(other), [
      weigh('line Fine salt', 10_000),
      weigh('line other bag', 10_000),
    ]);
    const { lines } = madeBatch(facts, US);
    expect(lines.map((l) => [l.key, l.name, l.role])).toEqual([
      ['Cure', 'Cure', 'cure'],
      ['Fine salt', 'Fine salt', 'salt'],
    ]);
    // 80 g on 20 kg; 4 g/kg were written. 350 g of cure are 17.5 g/kg.
    expect(lines.map((l) => [l.madeGPerKg, l.writtenGPerKg])).toEqual([
      [17.5, 17.5],
      [4, 4],
    ]);
    expect(lines[1]!.ingredientId).toBe('Fine salt');
  });

  it('tells what nobody wrote by what it is, with nothing written; what was not weighed is not there', () => {
    const pepper = { ...ingredientLine('Pepper', 2), key: 'extra 1', unwritten: true as const };
    const facts = weighed(
      withLine(base, { id: 'line Pepper', kind: 'ingredient', name: 'Pepper', document: pepper }),
    );
    expect(madeBatch(facts, US).lines.map((l) => l.key)).not.toContain('Pepper');
    const peppered = madeBatch(afterEntries(facts, [weigh('line Pepper', 40_000)]), US).lines;
    expect(peppered.find((l) => l.key === 'Pepper')).toMatchObject({
      name: 'Pepper',
      madeGPerKg: 2,
      writtenGPerKg: 0,
    });
  });

  it('reckons doses on meat that was added with its seasoning, too', () => {
    const more = withLine(base, {
      id: 'line more',
      kind: 'meat',
      name: 'More',
      stepId: 'link',
      lotAccountId: 'lot Lean',
      plannedMg: 5_000_000,
    });
    const seasoned = withLine(more, {
      id: 'line more salt',
      kind: 'ingredient',
      name: 'Fine salt',
      document: SALT,
      seasonsStepId: 'link',
      plannedMg: 20_000,
    });
    const facts = afterEntries(weighed(seasoned), [
      weigh('line more', 5_000_000),
      weigh('line more salt', 20_000),
    ]);
    // 60 g and 20 g of salt on 25 kg.
    const salt = madeBatch(facts, US).lines.find((l) => l.key === 'Fine salt');
    expect(salt?.madeGPerKg).toBeCloseTo(3.2, 9);
  });

  it('costs its meat by what its lots cost, and no spice with it', () => {
    const priced = ['Lean', 'Belly', 'Cure'].reduce(
      (facts, name, i) => lotsWith(facts, name, { priceMinor: [800, 200, 1000][i] }),
      weighed(base),
    );
    // 15 kg at 8.00 and 5 kg at 2.00.
    const made = madeBatch(priced, US);
    expect(made).toMatchObject({ meatMinor: 13_000, meatMg: 20_000_000, mixMg: 20_410_000, outMg: 0 });
    expect(made).toMatchObject({ id: 'batch', number: 7, versionNo: 1, state: 'open' });
    expect(made.label).toContain('lean');
    expect(madeBatch(base, US)).toMatchObject({ meatMinor: 0, lines: [], label: null });
  });
});

describe('the gauges of a batch', () => {
  const saltOf = (facts: BatchFacts) => fold(facts, US).gauges.find((g) => g.substance === 'salt')?.value;
  const meatIn = afterEntries(aBatch(STEPS, { ingredients: [SALT] }), [
    weigh('line Lean', 15_000_000),
    weigh('line Belly', 5_000_000),
    close('meats'),
  ]);

  it('count what was weighed as it was, what was not as it is due, and what was left out as nothing', () => {
    // 4 g/kg are due; 160 g on 20 kg are 8.
    expect(saltOf(meatIn)).toBeCloseTo(4, 9);
    const twice = afterEntries(meatIn, [weigh('line Fine salt', 160_000)]);
    expect(saltOf(twice)).toBeCloseTo(8, 9);
    expect(saltOf(closeAll(twice, 'spice'))).toBeCloseTo(8, 9);
    expect(saltOf(closeAll(meatIn, 'spice'))).toBeCloseTo(0, 9);
  });

  it('leave room in whole milligrams, or say that there is none to tell', () => {
    const rooms = fold(weighed(aBatch(STEPS, { ingredients: [CURE, SALT] })), US).gauges.map((g) => g.roomMg);
    expect(rooms.some((mg) => mg !== null)).toBe(true);
    for (const mg of rooms) expect(mg === null || Number.isInteger(mg)).toBe(true);
  });
});

describe('what batches teach', () => {
  const stuffed = (outMg: number) =>
    closeAll(
      afterEntries(closeAll(weighed(aBatch(STEPS, { ingredients: [CURE, SALT] })), 'spice', 'mix'), [
        onTo('stuff', outMg),
        close('stuff'),
        read('link', 'count', 200),
        onTo('link', 20_000_000),
      ]),
      'link',
    );
  const figureOf = (batches: BatchFacts[], name: RegExp) =>
    learnedFrom(batches).figures.find((f) => name.test(f.name));

  it('is the part that a machine keeps, its mean and spread over the batches', () => {
    const { usual } = learnedFrom([stuffed(20_206_000), stuffed(20_369_180)]);
    // 20.41 kg in: 204 g and 40.82 g stayed, 1 % and 0.2 %.
    expect(usual['stuff']?.runs).toBe(2);
    expect(usual['stuff']?.mean).toBeCloseTo((204 + 40.82) / 2 / 20_410, 6);
    expect(usual['stuff']?.sd).toBeCloseTo((204 - 40.82) / Math.SQRT2 / 20_410, 6);
  });

  it('is not what was named away as a lot of its own, and is never below nothing', () => {
    const more = stuffed(20_500_000);
    expect(learnedFrom([more]).usual['stuff']?.mean).toBe(0);
    const named = afterEntries(stuffed(20_206_000), []);
    expect(learnedFrom([named, named, named]).usual['stuff']?.sd).toBeCloseTo(0, 12);
  });

  it('counts what was named as a loss among what the machine keeps', () => {
    const facts = closeAll(
      afterEntries(closeAll(weighed(aBatch(STEPS, { ingredients: [CURE, SALT] })), 'spice', 'mix'), [
        lost('stuff', 'barrel and horn', 204_000),
        onTo('stuff', 20_206_000),
      ]),
      'stuff',
    );
    expect(learnedFrom([facts]).usual['stuff']?.mean).toBeCloseTo(204 / 20_410, 6);
  });

  it('is pieces per kilogram and minutes per kilogram, with their units and how many batches said so', () => {
    const facts = stuffed(20_410_000);
    expect(figureOf([facts, facts], /links per/)).toMatchObject({ value: 10, unit: 'per kg', runs: 2 });
    expect(figureOf([facts], /minutes/)).toBeUndefined();
    const mixed = afterEntries(facts, [read('mix', 'minutes', 8)]);
    expect(figureOf([mixed], /minutes/)?.value).toBeCloseTo(8 / 20.41, 6);
    expect(figureOf([mixed], /minutes/)?.unit).toBe('min/kg');
    expect(learnedFrom([]).figures).toEqual([]);
    expect(learnedFrom([aBatch(STEPS)])).toEqual({ usual: {}, figures: [] });
  });
});

describe('what corrects a batch', () => {
  it('is mixed in as long as the method mixes at least, a third of it for a little', () => {
    const mixing = method(['grind', 'grind', { minMinutes: 2 }], ['mix', 'mix', { minMinutes: 7 }]);
    expect(minutesToMixIn(mixing)).toBe(7);
    expect(minutesToMixIn(mixing, 'a little')).toBe(3);
    expect(minutesToMixIn(method(['mix', 'mix', { minMinutes: 1 }]), 'a little')).toBe(1);
    expect(minutesToMixIn(method(['grind', 'grind']))).toBe(3);
    expect(minutesToMixIn(method(['mix', 'mix']))).toBe(3);
  });

  it('is read no warmer than the method says, and 4.4 °C where it says nothing', () => {
    expect(mixAgain('again', method(['mix', 'mix', { stopAboveC: 2 }]), 5)).toEqual({
      key: 'again',
      kind: 'remix',
      minMinutes: 5,
      stopAboveC: 2,
    });
    expect(mixAgain('again', method(['grind', 'grind']), 5)).toMatchObject({ stopAboveC: 4.4 });
  });
});

describe('what is prepared', () => {
  const trim = { how: 'trim out' as const, grossMg: 10_000_000, paidMinorPerKg: 400 };
  const bone = (massMg: number, more: object = {}) => ({ name: 'Bone', massMg, to: 'bin' as const, ...more });

  it('costs what was paid for all of it less what its parts are worth, and never less than nothing', () => {
    const of = (creditMinorPerKg?: number) =>
      prepare({ ...trim, usableMg: 8_000_000, parts: [bone(2_000_000, { creditMinorPerKg })] });
    expect(of()).toEqual({ yield: 0.8, unexplainedMg: 0, takenUpMg: 0, usableMinorPerKg: 500 });
    expect(of(1000).usableMinorPerKg).toBe(250);
    expect(of(9000).usableMinorPerKg).toBe(0);
    expect(prepare({ ...trim, usableMg: 0, parts: [bone(10_000_000)] }).usableMinorPerKg).toBe(0);
  });

  it('explains all but the division of its scale, to the milligram', () => {
    const missing = (usableMg: number) =>
      prepare({ ...trim, usableMg, parts: [], divisionMg: 20_000 }).unexplainedMg;
    expect([9_980_000, 9_979_999, 10_000_000].map(missing)).toEqual([0, 20_001, 0]);
    expect(missing(10_020_000)).toBe(0);
    expect(() => missing(10_020_001)).toThrow('only what is soaked gains weight');
    expect(prepare({ ...trim, usableMg: 9_999_999, parts: [] }).unexplainedMg).toBe(1);
  });

  it('takes up water only where it was soaked', () => {
    const soaked = prepare({ ...trim, how: 'soak', usableMg: 12_000_000, parts: [] });
    expect(soaked).toMatchObject({ takenUpMg: 2_000_000, yield: 1.2, unexplainedMg: 0 });
    expect(prepare({ ...trim, how: 'soak', usableMg: 9_000_000, parts: [] }).takenUpMg).toBe(0);
  });

  it('refuses weights that are none, by their fields', () => {
    const wrong = (more: object) => () => prepare({ ...trim, usableMg: 1, parts: [], ...more });
    expect(wrong({ grossMg: 0 })).toThrow('The gross weight must be above 0 kg.');
    expect(wrong({ grossMg: 1.5 })).toThrow('The gross weight');
    expect(wrong({ usableMg: -1 })).toThrow('The usable weight must be 0 kg or more.');
    expect(wrong({ usableMg: 0 })).not.toThrow();
    expect(wrong({ parts: [bone(1), bone(0)] })).toThrow('Bone must weigh more than 0 kg.');
  });
});
