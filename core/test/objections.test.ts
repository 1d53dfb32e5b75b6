import { describe, expect, it } from 'vitest';
import {
  newObjections,
  objections,
  parseQuantity,
  shareOut,
  stepGate,
  type BatchFacts,
  type MethodStep,
  type Objection,
} from '../src/index.js';
import { A_SHOP, aBatch, afterEntries } from './a-batch.js';
import { CURE, METHOD, SALT, close, meatIn, weigh } from './a-cured-batch.js';

/** The same facts with other figures for the lots of a name. */
const lotsOf = (facts: BatchFacts, name: string, more: object): BatchFacts => ({
  ...facts,
  accounts: facts.accounts.map((a) => (a.name === name ? { ...a, ...more } : a)),
});
const recipeOf = (facts: BatchFacts, more: object): BatchFacts => ({
  ...facts,
  batch: { ...facts.batch, recipe: { ...facts.batch.recipe, ...more } },
});
const found = (facts: BatchFacts, guard: string): Objection | undefined =>
  objections(facts, A_SHOP).find((o) => o.guard === guard);
const PORK = ['Lean', 'Belly'].reduce(
  (f, name) => lotsOf(f, name, { species: 'pork', owner: null }),
  meatIn(),
);

describe('against the meats of a batch speaks', () => {
  it('another owner than the batch has, and that cannot be signed', () => {
    expect(found(PORK, 'owner')).toBeUndefined();
    expect(found(lotsOf(PORK, 'Belly', { owner: 'Mr Feld' }), 'owner')).toMatchObject({
      level: 'stop',
      about: 'Belly L-1',
    });
    const his: BatchFacts = { ...PORK, batch: { ...PORK.batch, owner: 'Mr Feld' } };
    expect(found(his, 'owner')?.about).toBe('Lean L-1');
  });

  it('a use-by that is past, not one of today', () => {
    expect(found(lotsOf(PORK, 'Lean', { useBy: A_SHOP.today }), 'useBy')).toBeUndefined();
    expect(found(lotsOf(PORK, 'Lean', { useBy: '2026-03-15' }), 'useBy')).toMatchObject({
      level: 'sign',
      about: 'Lean L-1',
    });
  });

  it('each lot alone: another in place of one of two asks for that one and not again for both', () => {
    const past = { useBy: '2026-03-15' };
    const one = lotsOf(PORK, 'Lean', past);
    const both = lotsOf(one, 'Belly', past);
    const useBy = (list: Objection[]) => list.filter((o) => o.guard === 'useBy').map((o) => o.about);
    expect(useBy(objections(both, A_SHOP))).toEqual(['Lean L-1', 'Belly L-1']);
    expect(useBy(newObjections(objections(one, A_SHOP), objections(both, A_SHOP)))).toEqual(['Belly L-1']);
  });

  it('what can carry parasites where nothing is cooked through, until a record answers for them', () => {
    const at = (facts: BatchFacts, more: object) => found(recipeOf(facts, more), 'parasites');
    const cookedTo = (stopBelowC: number) => ({
      state: 'cooked',
      steps: [...METHOD, { key: 'cook', kind: 'cook', stopBelowC }] as unknown as MethodStep[],
    });
    const wild = lotsOf(PORK, 'Lean', { wild: true });
    const beef = lotsOf(lotsOf(PORK, 'Lean', { species: 'beef' }), 'Belly', { species: 'beef' });
    expect(found(wild, 'parasites')).toBeUndefined();
    for (const state of ['dried', 'raw smoked (not cooked)']) {
      expect(at(wild, { state }), state).toMatchObject({ level: 'stop', about: 'Lean L-1' });
      expect(at(PORK, { state }), state).toMatchObject({ level: 'stop', about: 'Lean L-1' });
      expect(at(beef, { state }), state).toBeUndefined();
    }
    const tested = lotsOf(lotsOf(PORK, 'Lean', { answered: true }), 'Belly', { answered: true });
    expect(at(tested, { state: 'dried' })).toBeUndefined();
    expect(at(lotsOf(tested, 'Belly', { answered: false }), { state: 'dried' })?.about).toBe('Belly L-1');
    // Pork is settled at 62.2 °C in the core, game where everything is.
    expect(at(PORK, cookedTo(60))).toBeDefined();
    expect(at(PORK, cookedTo(63))).toBeUndefined();
    expect(at(wild, cookedTo(63))?.about).toBe('Lean L-1');
    expect(at(wild, cookedTo(75))).toBeUndefined();
  });

  it('a bird that is cooked to less than it needs', () => {
    const bird = lotsOf(PORK, 'Belly', { species: 'turkey' });
    const at = (stopBelowC: number, facts = bird) => {
      const steps = [...METHOD, { key: 'cook', kind: 'cook', stopBelowC }] as unknown as MethodStep[];
      return found(recipeOf(facts, { state: 'cooked', steps }), 'core');
    };
    expect(at(68)?.about).toBe('Belly L-1');
    expect(at(74)).toBeUndefined();
    expect(at(68, PORK)).toBeUndefined();
    expect(found(bird, 'core')).toBeUndefined();
  });

  it('a species that is not claimed, by the shares that are really in', () => {
    const rules = { speciesRules: [{ species: 'pork', minPct: 80 }] };
    const mixed = lotsOf(recipeOf(PORK, rules), 'Belly', { species: 'beef' });
    // Fifteen of twenty kilograms are 75 %.
    expect(found(mixed, 'species')?.sentence).toContain('75.0 %');
    expect(found(recipeOf(PORK, rules), 'species')).toBeUndefined();
  });

  it('a fat outside the window, by how far it is outside', () => {
    const at = (fatPct: number) => found(lotsOf(PORK, 'Belly', { fatPct }), 'window');
    // A quarter of the blend: 10 × 0.75 + fat × 0.25, in a window of 20 to 30 %.
    expect(at(50)).toBeUndefined();
    expect(at(90)).toBeUndefined();
    expect(at(46)?.amount).toBeCloseTo(1, 9);
    expect(at(94)?.amount).toBeCloseTo(1, 9);
  });

  it('an allergen that the recipe does not have, whoever brings it', () => {
    const milky = lotsOf(PORK, 'Belly', { carries: { allergens: ['milk'] } });
    expect(found(milky, 'allergen-milk')).toMatchObject({ level: 'sign' });
    expect(found(milky, 'allergen-milk')?.sentence).toContain('MILK by Belly');
    const known = recipeOf(milky, { lines: [{ ...SALT, carries: { allergens: ['milk'] } }] });
    expect(found(known, 'allergen-milk')).toBeUndefined();
    expect(found(lotsOf(PORK, 'Lean', { carries: { allergens: [] } }), 'allergen-milk')).toBeUndefined();
    // What did not go in before its step was closed brings nothing.
    const without = afterEntries(
      lotsOf(aBatch(METHOD, { ingredients: [CURE, SALT] }), 'Belly', { carries: { allergens: ['milk'] } }),
      [weigh('line Lean', 15_000_000), close('meats')],
    );
    expect(found(without, 'allergen-milk')).toBeUndefined();
  });

  it('nothing, where nothing is wrong', () => {
    expect(objections(PORK, A_SHOP).filter((o) => !o.guard.startsWith('recipe-'))).toEqual([]);
    expect(objections(PORK, A_SHOP).every((o) => o.sentence.length > 20)).toBe(true);
  });

  it('anew only what was not there, or goes further', () => {
    const one: Objection = { level: 'sign', guard: 'window', about: 'a', amount: 1, sentence: '' };
    const isNew = (more: Partial<Objection>, before: readonly Objection[] = [one]) =>
      newObjections(before, [{ ...one, ...more }]).length === 1;
    expect(isNew({})).toBe(false);
    expect(isNew({}, [])).toBe(true);
    expect(isNew({ amount: 0.5 })).toBe(false);
    expect(isNew({ amount: 1.0005 })).toBe(false);
    expect(isNew({ amount: 1.01 })).toBe(true);
    expect(isNew({ amount: undefined })).toBe(false);
    expect(isNew({ level: 'stop' })).toBe(true);
    expect(isNew({ guard: 'parasites' })).toBe(true);
    expect(isNew({ about: 'b' })).toBe(true);
  });
});

describe('the gate of a step', () => {
  const none = { lines: [], readings: [], asks: [], inMg: 0, outMg: 0 };
  const grind = { kind: 'grind', key: 'g' } as unknown as MethodStep;
  const stuff = { kind: 'stuff', key: 's' } as unknown as MethodStep;
  const what = (facts: object, step = grind) => stepGate({ ...none, step, ...facts }).map((m) => m.what);

  it('asks for what came in, then for what came out, then for the rest', () => {
    expect(what({})).toEqual(['in']);
    expect(what({ inMg: 1 })).toEqual(['out']);
    expect(what({ inMg: 1000, outMg: 1, balanceMg: 30 })).toEqual([]);
    expect(what({ inMg: 1000, outMg: 1, balanceMg: 31 })).toEqual(['leftovers']);
    expect(what({ inMg: 1000, outMg: 1, balanceMg: 31 }, stuff)).toContain('leftovers');
    expect(what({ inMg: 1000, outMg: 1, balanceMg: 30 }, stuff)).not.toContain('leftovers');
    expect(what({ inMg: 1000, outMg: 1 })).toEqual([]);
    expect(what({ inMg: 1000, outMg: 1, casingUsed: false })).toEqual(['casing']);
    expect(what({ inMg: 1000, outMg: 1, casingUsed: true })).toEqual([]);
    expect(what({ inMg: 1000 }, stuff)).toContain('out');
  });

  it('lets no machine pass more unexplained than its scales and its habit, and no heat more than is written', () => {
    const left = (kind: string, balanceMg: number, more: object = {}) =>
      what({ inMg: 1000, outMg: 1000 - balanceMg, balanceMg, ...more }, {
        kind,
        key: 'k',
      } as unknown as MethodStep);
    for (const kind of ['grind', 'mix', 'emulsify', 'stuff', 'link', 'form', 'cut', 'pack'])
      expect([left(kind, 30), left(kind, 400)], kind).toEqual([
        expect.not.arrayContaining(['leftovers']),
        expect.arrayContaining(['leftovers']),
      ]);
    // A grinder that is known to keep 6 %, give and take one, may keep eight.
    const usual = { runs: 5, mean: 0.06, sd: 0.01 };
    expect([left('grind', 80, { usual }), left('grind', 81, { usual })]).toEqual([[], ['leftovers']]);
    const heat = (lost: number, document: object) =>
      stepGate({ ...none, step: document as MethodStep, inMg: 1000, outMg: 1000 - lost, balanceMg: lost });
    const cook = { kind: 'cook', key: 'c', expectedYieldPct: 90 };
    expect(heat(150, cook)).toEqual([]);
    expect(heat(151, cook)).toMatchObject([
      { what: 'loss', sentence: expect.stringContaining('lets at most 15 % go without a word') as string },
    ]);
    // Where nothing is written, a fifth may go and half may not.
    expect(heat(200, { kind: 'smoke', key: 's' })).toEqual([]);
    expect(heat(500, { kind: 'smoke', key: 's' })).toHaveLength(1);
    // Drying is written by the loss that it waits for.
    const hang = { kind: 'hang', key: 'h', targetLossPct: 36 };
    expect([heat(380, hang), heat(420, hang).map((m) => m.what)]).toEqual([[], ['loss']]);
  });

  it('asks for the machine, for earlier steps, for the time and the taste', () => {
    const done = { inMg: 1000, outMg: 1000 };
    expect(what({ ...done, ready: false })).toEqual(['ready']);
    expect(what({ ...done, ready: true })).toEqual([]);
    expect(what({ ...done, stillOpen: ['Grind fat'] })).toEqual(['earlier']);
    expect(what({ ...done, leftMs: 1 })).toEqual(['time']);
    expect(what({ ...done, leftMs: 0 })).toEqual([]);
    for (const state of ['passed', 'skipped'])
      expect(what({ ...done, taste: { state, sentence: '' } })).toEqual([]);
    for (const state of ['none', 'failed', 'void', 'core'])
      expect(what({ ...done, taste: { state, sentence: '' } }), state).toEqual(['taste']);
  });

  it('asks for each line what it lacks, the gravest first', () => {
    const line = { name: 'Salt', required: true, weighedMg: 100, lowMg: 98, highMg: 102, accepted: false };
    const of = (more: object) =>
      stepGate({ ...none, inMg: 1, outMg: 1, step: grind, lines: [{ ...line, ...more }] }).map((m) => m.what);
    expect(of({})).toEqual([]);
    for (const at of [98, 102]) expect(of({ weighedMg: at })).toEqual([]);
    for (const at of [97, 103, 0]) expect(of({ weighedMg: at }), String(at)).toEqual(['line:Salt']);
    expect(of({ weighedMg: 0, required: false })).toEqual([]);
    expect(of({ weighedMg: 97, required: false })).toEqual(['line:Salt']);
    expect(of({ weighedMg: 97, accepted: true })).toEqual([]);
    expect(of({ lotHeld: true, accepted: true })).toEqual(['line:Salt']);
    expect(of({ unconfirmed: true, accepted: true })).toEqual(['cure:Salt']);
    expect(of({ unconfirmed: true, weighedMg: 0 })).toEqual(['line:Salt']);
  });
});

describe('a whole that is shared out', () => {
  it('gives what is spare to the largest remainders, the earlier first, and dust to the largest part', () => {
    expect(shareOut(10, [1, 1, 1])).toEqual([4, 3, 3]);
    // Of ten, 1.7 : 3.3 : 5: the spare one goes to 0.7.
    expect(shareOut(10, [17, 33, 50])).toEqual([2, 3, 5]);
    expect(shareOut(10, [33, 17, 50])).toEqual([3, 2, 5]);
    expect(shareOut(1003, [1, 3], 100)).toEqual([300, 703]);
    expect(shareOut(0, [1, 2])).toEqual([0, 0]);
    expect(() => shareOut(10, [1, -1])).toThrow('none below');
    expect(() => shareOut(10, [1, NaN])).toThrow('none below');
  });
});

describe('a quantity that is another than was asked', () => {
  const why = (text: string, expected: 'mass' | 'volume' | 'length' | 'temperature') => {
    try {
      parseQuantity(text, { expect: expected });
    } catch (error) {
      return (error as Error).message;
    }
    return '';
  };
  it('is named as what it is; only ounces for a volume have two meanings', () => {
    expect(why('12 oz', 'volume')).toContain('"fl oz" is a volume');
    expect(why('12 kg', 'volume')).toContain('is a mass, not a volume.');
    expect(why('12 kg', 'volume')).not.toContain('is a volume');
    expect(why('12 oz', 'length')).not.toContain('is a volume');
    expect(why('', 'mass')).toContain('Nothing was typed.');
    expect(why('-3 kg', 'mass')).toContain('is negative');
    expect(why('3', 'mass')).toContain('has no unit');
    expect(why('3 stone', 'mass')).toContain('not a unit known here');
    expect(why('4 oz 1 lb', 'mass')).toContain('puts lb after oz');
    expect(why('1 kg 2 kg', 'mass')).toContain('puts kg after kg');
    expect(why('1 kg 2 cm', 'mass')).toContain('puts');
    expect(why('-300 C', 'temperature')).toContain('absolute zero');
    expect(why('99999999999 t', 'mass')).toContain('too large');
  });
});
