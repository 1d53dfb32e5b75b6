import { describe, expect, it } from 'vitest';
import {
  LOSSES,
  NO_CONTENTS,
  batchMasses,
  fold,
  gPerKgOf,
  madeBatch,
  newObjections,
  objections,
  shutDoors,
  standingAt,
  type BatchFacts,
} from '../src/index.js';
import { aBatch, afterEntries, ingredientLine } from './a-batch.js';
import { CURE, METHOD, SALT, close, meatIn, weigh } from './a-cured-batch.js';
import { US, lotsWith, method, moved, onTo } from './on-the-way.js';

describe('a cure that is called something else', () => {
  const PACKET = ingredientLine('Smokehouse seasoning', 20, {
    role: 'packet',
    carries: {
      contents: { ...NO_CONTENTS, saltPct: 70, nitritePct: 0.6 },
      allergens: [],
      parts: [],
      compound: true,
    },
  });
  const before = meatIn({ ingredients: [PACKET] });

  it('has the door of a cure: nothing is smoked before it is weighed', () => {
    const forgotten = afterEntries(before, [close('spice')]);
    expect([...shutDoors(forgotten, US).keys()]).toEqual(['mix', 'stuff', 'smoke']);
    expect(fold(forgotten, US).trouble).toContain('UNCURED');
    const weighed = afterEntries(before, [weigh('line Smokehouse seasoning', 400_000), close('spice')]);
    expect(shutDoors(weighed, US).size).toBe(0);
    // 20 g/kg at 0.6 % are 120 ppm (arithmetic).
    expect(fold(weighed, US).cure).toMatchObject({ meant: true, state: 'cured' });
    expect(fold(weighed, US).cure.parts[0]?.ppmOnMeat).toBeCloseTo(120, 6);
  });

  it('is weighed as a cure: its band ends at the limit, a second person confirms it', () => {
    const line = fold(before, { ...US, cureSecondCheck: true }).lines.find((l) => l.role === 'packet')!;
    expect(line.isCure).toBe(true);
    // 156.25 ppm of 20 kg are 3.125 g of nitrite, in 520.8 g of the packet (arithmetic).
    expect(line.cure?.maxMg).toBe(520_833);
    const poured = afterEntries(before, [weigh('line Smokehouse seasoning', 936_667)]);
    // 281 ppm: nobody accepts it, and the door stays shut for good.
    expect(fold(poured, US).cure.state).toBe('over');
    const shut = shutDoors(afterEntries(poured, [close('spice')]), US);
    expect(shut.get('mix')).toMatchObject({ final: true });
    const confirm = fold(poured, { ...US, cureSecondCheck: true }).lines.find((l) => l.isCure);
    expect(confirm?.unconfirmed).toBe(true);
  });
});

describe('what left before its cure was put right', () => {
  /** Half of an uncured mix is stuffed and linked; then the cure goes into what is left. */
  const half = (): BatchFacts => {
    const steps = method(
      ['meats', 'weigh-meat'],
      ['spice', 'weigh-ingredients'],
      ['mix', 'mix'],
      ['stuff', 'stuff'],
      ['link', 'link'],
      ['smoke', 'smoke'],
    );
    const begun = afterEntries(aBatch(steps, { ingredients: [CURE, SALT] }), [
      weigh('line Lean', 15_000_000),
      weigh('line Belly', 5_000_000),
      close('meats'),
      weigh('line Fine salt', 80_000),
      close('spice'),
      onTo('mix', 20_080_000),
      onTo('stuff', 10_040_000),
    ]);
    const at = begun.steps.findIndex((s) => s.id === 'stuff');
    const late = {
      ...begun.steps[1]!,
      id: 'late',
      position: 3.5,
      origin: 'late' as const,
      originNo: 1,
      closedAt: null,
    };
    const line = begun.lines.find((l) => l.name === 'Cure')!;
    const later = {
      ...line,
      id: 'late cure',
      stepId: 'late',
      placeAccountId: begun.steps[at]!.placeAccountId!,
      plannedMg: 175_000,
    };
    return {
      ...begun,
      steps: [...begun.steps.slice(0, at), late, ...begun.steps.slice(at)],
      lines: [...begun.lines, later],
    };
  };
  const put = afterEntries(half(), [weigh('late cure', 175_000), close('late')]);

  it('reckons the late cure on the half that gets it, not on what is in casings', () => {
    const line = fold(half(), US).lines.find((l) => l.id === 'late cure')!;
    // 156.25 ppm of the 10 kg of meat that are left, at 0.6 %: 260.4 g, and not the 520.8 g of all of it (arithmetic).
    expect(line.cure?.maxMg).toBe(260_416);
    const { cure } = fold(put, US);
    expect(cure.parts.find((p) => p.at === null)).toMatchObject({ state: 'cured' });
    expect(cure.parts[0]?.ppmOnMeat).toBeCloseTo(105, 6);
  });

  it('leaves the links uncured for ever: at the door, on the label and for the lead', () => {
    const view = fold(put, US);
    const left = view.cure.parts.filter((p) => p.at !== null);
    expect(left).toMatchObject([{ state: 'none', ppmOnMeat: 0, at: { massMg: 10_040_000 } }]);
    expect(view.uncured).toBe(true);
    expect(view.trouble).toContain('UNCURED');
    expect(view.label?.stateSentence).toMatch(/^UNCURED/);
    // The cured half may be stuffed; the smoker is shut, because the links come to it.
    const shut = shutDoors(put, US);
    expect(shut.has('stuff')).toBe(false);
    expect(shut.get('smoke')?.sentence).toContain('had left before, has no cure');
  });

  it('opens the smoker for the cured half once the links have gone elsewhere', () => {
    const linked = afterEntries(put, [onTo('stuff', 10_215_000, 'second half')]);
    const away = moved(
      {
        ...linked,
        accounts: [
          ...linked.accounts,
          { ...linked.accounts[0]!, id: 'freezer', name: 'Freezer', lotKind: 'trim' },
        ],
      },
      { from: 'place link', to: 'freezer', amount: 10_040_000 },
    );
    // Both lay on the table: what went is of either in proportion, and both stay what they are.
    const { cure } = fold(away, US);
    const where = cure.parts.filter((p) => p.at !== null).map((p) => [p.at!.accountId, p.state]);
    expect(where).toEqual([
      ['place link', 'none'],
      ['freezer', 'none'],
    ]);
    expect(shutDoors(away, US).has('smoke')).toBe(true);
    // Had they gone before the cured half came, none would be left to shut it.
    const early = moved(
      {
        ...put,
        accounts: [...put.accounts, { ...put.accounts[0]!, id: 'freezer', name: 'Freezer', lotKind: 'trim' }],
      },
      { from: 'place link', to: 'freezer', amount: 10_040_000 },
    );
    expect(shutDoors(afterEntries(early, [onTo('stuff', 10_215_000)]), US).has('smoke')).toBe(false);
    // The goods that are made of the cured half are cured; the lead is told of the rest for as long as it is anywhere.
    const { uncured, label, trouble } = fold(early, US);
    expect([uncured, label?.stateSentence.startsWith('UNCURED')]).toEqual([false, false]);
    expect(trouble).toContain('at Freezer is UNCURED');
  });
});

describe('more meat for a mix that is cured', () => {
  it('brings its own cure, which is the same cure and no second one', () => {
    const facts = afterEntries(meatIn(), [
      weigh('line Cure', 350_000),
      weigh('line Fine salt', 80_000),
      close('spice'),
    ]);
    const step = { ...facts.steps[0]!, id: 'more', origin: 'fat' as const, originNo: 1, closedAt: null };
    const season = { ...step, id: 'season', document: facts.steps[1]!.document };
    const of = (name: string) => facts.lines.find((l) => l.name === name)!;
    const lines = [
      ...facts.lines,
      { ...of('Lean'), id: 'more lean', stepId: 'more', plannedMg: 2_000_000 },
      { ...of('Cure'), id: 'more cure', stepId: 'season', plannedMg: 35_000, seasonsStepId: 'more' },
    ];
    const after = { ...facts, steps: [...facts.steps, step, season], lines };
    const added = newObjections(objections(facts, US), objections(after, US));
    expect(added.filter((o) => o.level === 'stop')).toEqual([]);
  });
});

describe('what is kept of a batch', () => {
  it('has the salt of what has dried, and none of the wet mix', () => {
    const steps = method(
      ['meats', 'weigh-meat'],
      ['spice', 'weigh-ingredients'],
      ['mix', 'mix'],
      ['hang', 'hang'],
    );
    const wet = afterEntries(aBatch(steps, { ingredients: [ingredientLine('Salt', 15, { role: 'salt' })] }), [
      weigh('line Lean', 20_000_000),
      close('meats'),
      weigh('line Salt', 300_000),
      close('spice'),
      onTo('mix', 20_300_000),
    ]);
    const before = standingAt(wet, 'hang')!;
    expect(before.saltGPerKg).toBeCloseTo(300 / 20.3, 6);
    const dried = moved(wet, {
      from: 'place hang',
      to: LOSSES.evaporation.account,
      amount: 20_300_000 * 0.36,
    });
    const kept = standingAt(dried, 'hang')!;
    expect(kept.saltGPerKg).toBeCloseTo(300 / 20.3 / 0.64, 6);
    expect(kept.balanceMg).toBe(20_300_000 * 0.64);
    // A fifth may go where nothing is written, and not a fifth each time that some of it is kept.
    expect(before.takes?.mostMg).toBe(4_060_000);
    const some = moved(wet, { from: 'place hang', to: LOSSES.evaporation.account, amount: 4_000_000 });
    expect(standingAt(some, 'hang')?.takes?.mostMg).toBe(60_000);
    expect(kept.takes?.mostMg).toBe(0);
    // Weighed out first and the loss worked out when the step closes, it is the same.
    const out = moved(moved(wet, { from: 'place hang', to: 'product', amount: 12_992_000 }), {
      from: 'place hang',
      to: LOSSES.evaporation.account,
      amount: 7_308_000,
    });
    const goods = batchMasses(out).matters.together('product');
    expect(gPerKgOf(goods, 'salt', 'product')).toBeCloseTo(300 / 20.3 / 0.64, 6);
    expect(goods.massMg).toBe(12_992_000);
  });

  it('is the species of what went in, whatever it is called', () => {
    const facts = lotsWith(lotsWith(meatIn(), 'Lean', { species: 'pork' }), 'Belly', { species: 'beef' });
    const kept = standingAt(facts, 'mix')!;
    expect(kept.species).toEqual([
      { species: 'pork', pct: 75 },
      { species: 'beef', pct: 25 },
    ]);
    // Under the name of beef, in a batch that claims pork alone, it is a quarter beef still.
    const lot = { ...facts.accounts[0]!, matter: kept.matter, species: 'pork', saltGPerKg: 0 };
    const next = aBatch(METHOD, { meats: [{ name: 'Kept', plannedMg: 20_000_000, fatPct: kept.fatPct }] });
    const claims = {
      ...next,
      accounts: next.accounts.map((a) => (a.name === 'Kept' ? { ...lot, id: a.id, name: a.name } : a)),
      batch: {
        ...next.batch,
        recipe: { ...next.batch.recipe, speciesRules: [{ species: 'pork', minPct: 100 }] },
      },
    };
    const spoken = objections(claims, US).find((o) => o.guard === 'species');
    expect(spoken?.sentence).toContain('this blend has 75.0 %');
    expect(fold(claims, US).species).toEqual(['pork', 'beef']);
  });

  it('is not lost: yields are of what the product was made of', () => {
    const facts = afterEntries(meatIn({ ingredients: [SALT] }), [
      weigh('line Fine salt', 80_000),
      close('spice'),
    ]);
    const lot = {
      ...facts.accounts[0]!,
      id: 'kept',
      name: 'Kept',
      lotKind: 'trim' as const,
      priceMinor: 398,
    };
    const apart = moved(
      { ...facts, accounts: [...facts.accounts, lot] },
      { from: 'place mix', to: 'kept', amount: 9_000_000 },
    );
    const goods = moved(apart, { from: 'place mix', to: 'product', amount: 11_080_000 });
    const made = madeBatch(goods, US);
    expect(made.mixMg).toBe(11_080_000);
    // 20 kg of meat less the 8.964 kg of it that were kept (arithmetic).
    expect(fold(goods, US).packedYield).toBeCloseTo(11.08 / (20 - 9 * (20 / 20.08)), 6);
    // Nor does it make the rest dearer: what it cost so far went with it.
    const { cost } = fold(
      lotsWith(lotsWith(goods, 'Lean', { priceMinor: 400 }), 'Belly', { priceMinor: 400 }),
      US,
    );
    expect(cost.totalMinor).toBe(8000);
    expect(cost.keptMinor).toBe(Math.round(8000 * (9 / 20.08)));
    expect(cost.perKgMinor).toBeCloseTo(8000 / 20.08, 6);
  });
});
