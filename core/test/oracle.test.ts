import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  LIMIT_RULES,
  SCALES,
  fold,
  gauges,
  nitrite,
  recipeFigures,
  scaleRecipe,
  scaleTo,
  stepTitle,
  type BenchEntry,
  type Dose,
  type MethodStep,
  type WorkingLine,
} from '../src/index.js';
import { A_SHOP, aBatch, afterEntries, ingredientLine } from './a-batch.js';
import { reckon, standing, type Moved } from './oracle.js';
import { LIBRARY, SHELF, line, recipeOf } from './recipe-shelf.js';

const dose: fc.Arbitrary<Dose> = fc.oneof(
  fc.double({ min: 0.05, max: 60, noNaN: true }).map((gPerKgMeat) => ({ gPerKgMeat })),
  fc.double({ min: 0.05, max: 40, noNaN: true }).map((gPerKgMix) => ({ gPerKgMix })),
  fc.double({ min: 0.01, max: 5, noNaN: true }).map((pctOfMeat) => ({ pctOfMeat })),
  fc.double({ min: 0.01, max: 5, noNaN: true }).map((pctOfMix) => ({ pctOfMix })),
);
const lines: fc.Arbitrary<WorkingLine[]> = fc
  .uniqueArray(fc.record({ item: fc.constantFrom(...SHELF), dose }), {
    selector: (l) => l.item.id,
    minLength: 1,
    maxLength: 8,
  })
  .map((list) => list.map((l) => ({ ...line(l.item.id, 1), dose: l.dose })));
const meatKg = fc.double({ min: 0.5, max: 400, noNaN: true });

describe('scaling, against a second reckoning', () => {
  it('comes to the same grams, mix, salt, cure, water and binder, whatever the lines', () => {
    fc.assert(
      fc.property(lines, meatKg, (list, kg) => {
        const slow = reckon(list, kg);
        const quick = recipeFigures(recipeOf(list), LIBRARY);
        expect(quick.mixPerMeat * kg).toBeCloseTo(slow.mixKg, 6);
        quick.lines.forEach((l, i) => expect(l.perMeat * kg * 1000).toBeCloseTo(slow.grams[i]!, 5));
        expect(quick.salt * kg * 1000).toBeCloseTo(slow.saltG, 5);
        expect(quick.nitrite * kg * 1000).toBeCloseTo(slow.nitriteG, 6);
        expect(quick.nitrate * kg * 1000).toBeCloseTo(slow.nitrateG, 6);
        expect(quick.addedWater * kg * 1000).toBeCloseTo(slow.liquidG, 5);
        expect(quick.binder * kg * 1000).toBeCloseTo(slow.binderG, 5);
      }),
    );
  });

  it('weighs out within half a division of it, load by load and in all', () => {
    fc.assert(
      fc.property(lines, meatKg, fc.integer({ min: 1, max: 6 }), (list, kg, loads) => {
        const slow = reckon(list, kg);
        const scaled = scaleRecipe({
          meatKg: kg,
          lines: list.map((l) => ({ name: l.name, dose: l.dose! })),
          loads,
          divisionG: 0.01,
        });
        expect(scaled.mixKg).toBeCloseTo(slow.mixKg, 6);
        scaled.lines.forEach((l, i) => {
          expect(Math.abs(l.massG - slow.grams[i]!)).toBeLessThan(0.0055 + 1e-6);
          expect(l.perLoadG.reduce((sum, g) => sum + g, 0)).toBeCloseTo(l.massG, 6);
          for (const g of l.perLoadG) expect(Math.abs(g - l.massG / loads)).toBeLessThan(0.01 + 1e-6);
        });
      }),
    );
  });

  it('goes back from what is wanted to the meat that makes it, and forwards again to the same', () => {
    const wanted = fc.constantFrom('meat', 'mix', 'finished', 'links', 'packs');
    fc.assert(
      fc.property(
        lines,
        wanted,
        fc.integer({ min: 2, max: 300 }),
        fc.double({ min: 0.6, max: 1, noNaN: true }),
        (list, kind, amount, productYield) => {
          const document = recipeOf(list, 'fresh-link', { packMassG: 400 });
          const made = scaleTo({
            document,
            library: LIBRARY,
            wanted: kind,
            amount: kind === 'links' || kind === 'packs' ? amount : amount * 1e6,
            productYield,
            scales: SCALES,
          });
          const slow = reckon(list, made.meatMg / 1e6);
          expect(Math.abs(made.mixMg / 1e6 - slow.mixKg)).toBeLessThan(1e-5);
          expect(made.finishedMg).toBe(Math.round(made.mixMg * productYield));
          expect(made.loads).toBe(Math.max(1, Math.ceil(made.mixMg / 1e6 / document.mixerCapacityKg - 1e-9)));
          if (kind === 'links') expect(made.links).toBe(amount);
          if (kind === 'packs') expect(made.packs).toBe(amount);
          if (kind === 'finished') expect(Math.abs(made.finishedMg - amount * 1e6)).toBeLessThanOrEqual(2);
        },
      ),
    );
  });
});

describe('limits, against a second reckoning', () => {
  it('have the nitrite of every source on the basis of each book, and stop just where it is passed', () => {
    fc.assert(
      fc.property(lines, fc.constantFrom('us', 'ca', 'eu', 'uk'), (list, book) => {
        const figures = recipeFigures(recipeOf(list), LIBRARY);
        const slow = reckon(list, 1);
        const shown = gauges({ figures, state: 'cooked', book, meatMg: 1e6 }).find(
          (g) => g.substance === 'nitrite',
        );
        if (slow.nitriteG < 1e-12) expect(shown).toBeUndefined();
        else {
          const rule = LIMIT_RULES.find((r) => r.book === book && r.substance === 'nitrite')!;
          const ppm = (slow.nitriteG / (rule.basis === 'meat block' ? 1000 : slow.mixKg * 1000)) * 1e6;
          expect(shown!.value).toBeCloseTo(ppm, 4);
          if (Math.abs(ppm / rule.limit - 1) > 1e-6)
            expect(shown!.level === rule.does).toBe(ppm > rule.limit);
        }
      }),
    );
  });

  it('leave just as much room as fills them', () => {
    const strength = fc.double({ min: 0.3, max: 10, noNaN: true });
    fc.assert(
      fc.property(
        strength,
        fc.double({ min: 1, max: 300, noNaN: true }),
        fc.constantFrom('us', 'eu'),
        (nitritePct, kg, book) => {
          const at = (cureG: number) => nitrite({ cureG, nitritePct, meatKg: kg, mixKg: kg * 1.05, book });
          const { limitPpm, basis } = at(1);
          const basisKg = basis === 'meat block' ? kg : kg * 1.05;
          const most = (limitPpm * basisKg) / (nitritePct * 10);
          expect(at(most * 0.999).withinLimit).toBe(true);
          expect(at(most * 1.001).withinLimit).toBe(false);
        },
      ),
    );
  });
});

const step = (key: string, kind: MethodStep['kind']): MethodStep => ({ key, kind }) as MethodStep;
const STEPS = [
  step('meats', 'weigh-meat'),
  step('grind', 'grind'),
  step('spice', 'weigh-ingredients'),
  step('mix', 'mix'),
  step('stuff', 'stuff'),
];

describe('the mass of a batch, against a second reckoning', () => {
  const act = fc.record({
    what: fc.constantFrom('meat', 'spice', 'on', 'lost'),
    at: fc.constantFrom('grind', 'mix', 'stuff'),
    which: fc.nat(1),
    mg: fc.integer({ min: 1, max: 4_000_000 }),
  });
  const MEATS = ['Lean', 'Belly'];
  const SPICES = ['Salt', 'Pepper'];
  const NEXT: Record<string, string> = { grind: 'place mix', mix: 'place stuff', stuff: 'product' };

  it('stands where plain adding and taking puts it, whatever is weighed where', () => {
    fc.assert(
      fc.property(fc.array(act, { maxLength: 25 }), (acts) => {
        const start = aBatch(STEPS, { ingredients: SPICES.map((name) => ingredientLine(name, 15)) });
        const place = (name: string) => start.lines.find((l) => l.name === name)!.placeAccountId;
        const moves: Moved[] = [];
        const entries = acts.map((a, i): BenchEntry => {
          const id = `e${i}`;
          if (a.what === 'meat' || a.what === 'spice') {
            const name = (a.what === 'meat' ? MEATS : SPICES)[a.which]!;
            moves.push({ from: `lot ${name}`, to: place(name), mg: a.mg });
            return { kind: 'weighing', body: { id, lineId: `line ${name}`, massMg: a.mg } };
          }
          const isLoss = a.what === 'lost';
          moves.push({ from: `place ${a.at}`, to: isLoss ? 'floor' : NEXT[a.at]!, mg: a.mg });
          return {
            kind: 'out',
            body: {
              id,
              stepId: a.at,
              to: isLoss ? 'loss' : 'next',
              massMg: a.mg,
              ...(isLoss ? { reason: 'floor' } : {}),
            },
          };
        });
        const view = fold(afterEntries(start, entries), A_SHOP);
        const slow = standing(moves);
        for (const { id, balanceMg, title } of view.steps) {
          if (slow.has(`place ${id}`)) expect([title, balanceMg]).toEqual([title, slow.get(`place ${id}`)]);
        }
        const weighed = (names: string[]) =>
          names.reduce((sum, name) => sum - (slow.get(`lot ${name}`) ?? 0), 0);
        expect(view.meatMg).toBe(weighed(MEATS));
        expect(view.outMg).toBe(slow.get('product') ?? 0);
        for (const l of view.lines) expect(l.weighedMg).toBe(weighed([l.name]));
        const held = view.steps.reduce((sum, s) => sum + s.balanceMg, 0);
        const lost = slow.get('floor') ?? 0;
        expect(held + view.outMg + lost).toBe(weighed([...MEATS, ...SPICES]));
        expect(view.steps.map((s) => stepTitle(s.document)).every((t) => t !== '')).toBe(true);
      }),
    );
  });
});
