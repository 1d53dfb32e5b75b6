import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  BOOK_IDS,
  NITRITE_RULES,
  NO_CONTENTS,
  batchMasses,
  fold,
  objections,
  newObjections,
  playEntry,
  shutDoors,
  type BatchFacts,
  type BenchEntry,
  type ShopFacts,
} from '../src/index.js';
import { A_SHOP, afterEntries, ingredientLine } from './a-batch.js';
import { CURE, SALT, close, meatIn as batch, weigh } from './a-cured-batch.js';

const us: ShopFacts = { ...A_SHOP, book: 'us' };
const cureOf = (facts: BatchFacts, shop = us) => fold(facts, shop).cure;
const lineOf = (facts: BatchFacts, name: string, shop = us) =>
  fold(facts, shop).lines.find((l) => l.name === name)!;

describe('the cure of a batch, as weighed', () => {
  it('is parts in a million of the meat and of the mix, by the formula of every book', () => {
    // 350 g of 0.6 % on 20 kg: 350 × 0.006 / 20 000 = 105 ppm; the mix is 20 × 1.0215 kg.
    const facts = afterEntries(batch(), [weigh('line Cure', 350_000)]);
    const [part] = cureOf(facts).parts;
    expect(part!.ppmOnMeat).toBeCloseTo(105, 9);
    expect(part!.ppmOnMix).toBeCloseTo(105 / 1.0215, 3);
    expect(cureOf(facts)).toMatchObject({ state: 'cured', limitPpm: 156.25, floorPpm: 100 });
  });

  it('counts any weight above zero for what it is: under the floor is not cured', () => {
    const state = (mg: number, shop = us) =>
      cureOf(afterEntries(batch(), [weigh('line Cure', mg)]), shop).state;
    expect(cureOf(batch()).state).toBe('none');
    expect(state(50)).toBe('under');
    expect(state(320_000)).toBe('under');
    expect(state(334_000)).toBe('cured');
    expect(state(520_000)).toBe('cured');
    expect(state(521_000)).toBe('over');
    expect(state(334_000, { ...us, nitriteFloorPpm: 120 })).toBe('under');
  });

  it('adds what cured meat brings, and leaves that much less room', () => {
    const facts = batch();
    const cured = (nitritePpm: number): BatchFacts => ({
      ...facts,
      accounts: facts.accounts.map((a) => (a.id === facts.lines[0]!.lotAccountId ? { ...a, nitritePpm } : a)),
    });
    // 15 kg with 60 ppm bring 0.9 g of nitrite: 45 ppm of the 20 kg.
    expect(cureOf(cured(60)).parts[0]!.ppmOnMeat).toBeCloseTo(45, 9);
    const room = lineOf(facts, 'Cure').cure!.maxMg;
    expect(room - lineOf(cured(60), 'Cure').cure!.maxMg).toBeCloseTo((0.9 / 0.006) * 1000, -1);
    expect(lineOf(cured(400), 'Cure').cure!.maxMg).toBe(0);
    expect(lineOf(cured(400), 'Cure').cure!.withinLimit).toBe(false);
  });

  it('is of each load by itself, and spread over all of them where no load was said', () => {
    const two = batch({ mixerCapacityKg: 12 });
    expect(fold(two, us).loads).toBe(2);
    const states = (...entries: BenchEntry[]) => cureOf(afterEntries(two, entries)).parts.map((p) => p.state);
    expect(states(weigh('line Cure', 350_000))).toEqual(['cured']);
    expect(states(weigh('line Cure', 350_000, 1))).toEqual(['over', 'none']);
    expect(states(weigh('line Cure', 175_000, 1), weigh('line Cure', 175_000, 2))).toEqual([
      'cured',
      'cured',
    ]);
    expect(states(weigh('line Cure', 175_000, 1), weigh('line Cure', 60_000, 2))).toEqual(['cured', 'under']);
  });

  it('holds for every book, weight and split: loads sum to the whole, and the room is just up to the limit', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...BOOK_IDS),
        fc.integer({ min: 10_000, max: 700_000 }),
        fc.integer({ min: 0, max: 100 }),
        (book, mg, part) => {
          const shop = { ...A_SHOP, book };
          const first = Math.round((mg * part) / 100);
          const two = batch({ mixerCapacityKg: 12 });
          const split = [weigh('line Cure', first, 1), weigh('line Cure', mg - first, 2)].filter(
            (e) => e.kind === 'weighing' && e.body.massMg > 0,
          );
          const parts = cureOf(afterEntries(two, split), shop).parts;
          const whole = cureOf(afterEntries(two, [weigh('line Cure', mg)]), shop).parts[0]!;
          expect(parts.reduce((sum, p) => sum + p.ppmOnMeat, 0) / parts.length).toBeCloseTo(
            whole.ppmOnMeat,
            6,
          );
          const room = lineOf(batch(), 'Cure', shop).cure!.maxMg;
          const at = (massMg: number) => cureOf(afterEntries(batch(), [weigh('line Cure', massMg)]), shop);
          expect(at(room).state).not.toBe('over');
          expect(at(room + 20).state).toBe('over');
          expect(at(room).parts[0]!.ppm).toBeLessThanOrEqual(NITRITE_RULES[book].limitPpm * (1 + 1e-6));
        },
      ),
      { numRuns: 40 },
    );
  });
});

describe('the door of a step', () => {
  const weighedUp = (mg: number, shop = us) => {
    const facts = afterEntries(batch(), [
      ...(mg > 0 ? [weigh('line Cure', mg)] : []),
      weigh('line Fine salt', 80_000),
    ]);
    return shutDoors(afterEntries(facts, [close('spice')]), shop);
  };

  it('is open for what is cured, shut where the mix is worked, filled and smoked for what is not', () => {
    expect([...weighedUp(350_000).keys()]).toEqual([]);
    expect([...weighedUp(0).keys()]).toEqual(['mix', 'stuff', 'smoke']);
    expect([...weighedUp(50).keys()]).toEqual(['mix', 'stuff', 'smoke']);
    expect([...weighedUp(600_000).values()].every((m) => m.final === true)).toBe(true);
  });

  it('is not asked before the cure is due, nor of a batch that has none', () => {
    expect(shutDoors(batch(), us).size).toBe(0);
    const plain = batch({ ingredients: [SALT] });
    expect(shutDoors(afterEntries(plain, [weigh('line Fine salt', 80_000), close('spice')]), us).size).toBe(
      0,
    );
  });

  it('is opened by the lead’s word at that step only where cure is there for it', () => {
    const facts = afterEntries(batch(), [weigh('line Fine salt', 80_000), close('spice')]);
    const signed = (stepId: string): BatchFacts => ({
      ...facts,
      marks: [
        {
          id: 's',
          stepId,
          kind: 'signed',
          guard: 'uncured',
          why: 'fresh',
          at: A_SHOP.now,
          person: 'Ines',
          second: null,
        },
      ],
    });
    expect([...shutDoors(signed('mix'), us).keys()]).toEqual(['smoke']);
    expect([...shutDoors(signed('smoke'), us).keys()]).toEqual([]);
    expect(fold(signed('smoke'), us).uncured).toBe(true);
  });
});

describe('a cure of nitrate alone', () => {
  const contents = { ...NO_CONTENTS, nitratePct: 100 };
  const SALTPETRE = ingredientLine('Saltpetre', 0.4, {
    role: 'cure',
    nitritePct: 0,
    carries: { contents, allergens: [], parts: [], declaredAs: 'potassium nitrate' },
  });
  const weighed = (mg: number, book: ShopFacts['book'] = 'us') => {
    const facts = afterEntries(batch({ ingredients: [SALTPETRE, SALT] }), [
      weigh('line Fine salt', 80_000),
      ...(mg > 0 ? [weigh('line Saltpetre', mg)] : []),
      close('spice'),
    ]);
    const shop = { ...us, book };
    return { view: fold(facts, shop), shut: shutDoors(facts, shop) };
  };

  it('is in when what the recipe means of it is, and is judged by the limit of the book for it', () => {
    const { view, shut } = weighed(8000);
    expect(view.cure).toMatchObject({ substance: 'nitrate', state: 'cured' });
    expect(view.cure.parts[0]!.ppmOnMeat).toBeCloseTo(400, 6);
    expect([view.uncured, shut.size]).toEqual([false, 0]);
    // 2 3/4 oz to 100 lb of meat (9 CFR 424.21(c)) is 1 719 ppm; 150 mg/kg (Regulation (EC) 1333/2008).
    expect(view.cure.limitPpm).toBeCloseTo((2.75 / 16 / 100) * 1e6, 6);
    expect(weighed(8000, 'eu').view.cure).toMatchObject({ state: 'over', limitPpm: 150 });
    expect(weighed(8000, 'ca').view.cure.state).toBe('cured');
    expect(weighed(9000, 'ca').view.cure.state).toBe('over');
  });

  it('is missing, or short of what was meant, where it is', () => {
    expect(weighed(0).view.cure.state).toBe('none');
    const short = weighed(4000);
    expect(short.view.cure.state).toBe('under');
    expect(short.shut.get('smoke')?.sentence).toContain('200 ppm nitrate on the meat');
  });
});

describe('what speaks against a batch', () => {
  const swapped = (facts: BatchFacts, change: Partial<BatchFacts['accounts'][number]>): BatchFacts => ({
    ...facts,
    accounts: facts.accounts.map((a) => (a.id === facts.lines[1]!.lotAccountId ? { ...a, ...change } : a)),
  });
  const fresh = (change: Parameters<typeof swapped>[1]) => {
    const facts = batch();
    return newObjections(objections(facts, us), objections(swapped(facts, change), us)).map((o) => [
      o.level,
      o.guard,
    ]);
  };

  it('is seen by the lots it really is made of', () => {
    expect(fresh({})).toEqual([]);
    expect(fresh({ owner: 'Mrs Sand' })).toEqual([['stop', 'owner']]);
    expect(fresh({ useBy: '2026-03-15' })).toEqual([['sign', 'useBy']]);
    expect(fresh({ useBy: '2026-03-16' })).toEqual([]);
    expect(fresh({ fatPct: 95 })).toEqual([['sign', 'window']]);
  });

  it('is new where a signature for a little salt is stretched to much', () => {
    const salted = (gPerKg: number) =>
      objections(batch({ ingredients: [CURE, ingredientLine('Fine salt', gPerKg, { role: 'salt' })] }), us);
    const guards = (from: number, to: number) =>
      newObjections(salted(from), salted(to)).map((o) => [o.level, o.guard]);
    expect(guards(0.5, 1)).toEqual([]);
    expect(guards(2, 15)).toContainEqual(['sign', 'recipe-salt']);
    expect(guards(15, 30)).toContainEqual(['sign', 'recipe-salt']);
    expect(guards(30, 15)).toEqual([]);
  });

  it('is new on the other side of a band, and where a stop follows what was signed', () => {
    const salted = (curePerKg: number, saltPerKg: number) =>
      objections(
        batch({
          ingredients: [
            ingredientLine('Cure', curePerKg, { role: 'cure', nitritePct: 0.6 }),
            ingredientLine('Fine salt', saltPerKg, { role: 'salt' }),
          ],
        }),
        us,
      );
    const fresh = (from: [number, number], to: [number, number]) =>
      newObjections(salted(...from), salted(...to)).map((o) => [o.level, o.guard]);
    expect(fresh([2, 30], [2, 1])).toContainEqual(['sign', 'recipe-salt']);
    expect(fresh([2, 1], [2, 30])).toContainEqual(['sign', 'recipe-salt']);
    expect(fresh([4, 12], [27, 12])).toContainEqual(['stop', 'recipe-nitrite']);
  });

  it('is not signed for by a word that the lead gave for something else', () => {
    const due = afterEntries(batch(), [weigh('line Fine salt', 60_000)]);
    const closed: BatchFacts = {
      ...afterEntries(due, [close('spice')]),
      steps: due.steps.map((s) =>
        s.id === 'spice'
          ? { ...s, closedAt: A_SHOP.now, closedBy: 'Ines', overrideReason: 'salt is short' }
          : s,
      ),
    };
    expect([...shutDoors(closed, us).keys()]).toContain('mix');
  });

  it('is a bird in what is cooked for red meat: the lead names the rule', () => {
    const cooked = (stopBelowC: number, species: string) => {
      const facts = batch();
      const steps = [{ key: 'cook', kind: 'cook' as const, stopBelowC }];
      const recipe = { ...facts.batch.recipe, steps };
      const swappedIn = swapped({ ...facts, batch: { ...facts.batch, recipe } }, { species });
      return objections(swappedIn, us).filter((o) => o.guard === 'core');
    };
    expect(cooked(71, 'turkey')).toMatchObject([
      { level: 'sign', sentence: expect.stringContaining('74') as string },
    ]);
    expect(cooked(74, 'turkey')).toEqual([]);
    expect(cooked(71, 'pork')).toEqual([]);
  });

  it('is new when it goes further than before, and old when it goes less far', () => {
    const far = { level: 'sign' as const, guard: 'window' as const, about: '', amount: 3, sentence: '' };
    expect(newObjections([far], [{ ...far, amount: 2 }])).toEqual([]);
    expect(newObjections([far], [{ ...far, amount: 4 }])).toHaveLength(1);
    expect(newObjections([far], [{ ...far, about: 'beef' }])).toHaveLength(1);
  });
});

describe('a weighing for a load', () => {
  it('is played with its load, and mass is conserved', () => {
    const facts = playEntry(batch(), weigh('line Cure', 175_000, 2), {
      person: 'Oda',
      at: A_SHOP.now,
      newId: () => 'n',
    });
    const { live } = batchMasses(facts);
    expect(live.find((t) => t.lineId === 'line Cure')).toMatchObject({ load: 2, amount: 175_000 });
    expect(fold(facts, us).entries.at(-1)).toMatchObject({ load: 2 });
  });
});
