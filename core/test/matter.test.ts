import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  LOSS_WAYS,
  NOTHING,
  NO_CONTENTS,
  PART_NAMES,
  allergensOf,
  declaration,
  everySpecies,
  fatSdOf,
  gPerKgOf,
  goneMg,
  heated,
  ingredientMatter,
  isCure,
  join,
  joinAll,
  keptMatter,
  labelPartsOf,
  lose,
  meatMatter,
  pctOf,
  ppmOf,
  resized,
  speciesOf,
  take,
  toKept,
  worthPerKg,
  type LineRole,
  type Matter,
  type MeatLot,
} from '../src/index.js';

const meat = (id: string, massMg: number, more: Partial<MeatLot> = {}): Matter =>
  meatMatter(
    {
      id,
      name: id,
      species: 'pork',
      owner: null,
      wild: false,
      heat: 'raw',
      held: false,
      useBy: null,
      frozenBefore: false,
      fatPct: 20,
      fatSd: 2,
      saltGPerKg: 0,
      nitritePpm: 0,
      carries: null,
      priceMinor: 500,
      ...more,
    },
    massMg,
  );
const dry = (
  id: string,
  massMg: number,
  contents: Partial<typeof NO_CONTENTS> = {},
  role: LineRole = 'seasoning',
  allergens: ('milk' | 'mustard')[] = [],
): Matter =>
  ingredientMatter(
    { id, name: id, role, known: { contents: { ...NO_CONTENTS, ...contents }, allergens, parts: [] } },
    massMg,
  );

const aMatter = fc
  .record({
    lot: fc.constantFrom('a', 'b', 'c', 'd'),
    massMg: fc.integer({ min: 1, max: 50_000_000 }),
    fatPct: fc.integer({ min: 0, max: 90 }),
    salt: fc.boolean(),
    heat: fc.constantFrom('raw' as const, 'cooked' as const),
  })
  .map(({ lot, massMg, fatPct, salt, heat }) =>
    salt
      ? dry(`salt ${lot}`, massMg, { saltPct: 99, nitritePct: 0.6 }, 'salt', lot === 'a' ? ['milk'] : [])
      : meat(lot, massMg, { fatPct, heat, useBy: lot === 'b' ? '2026-03-01' : null }),
  );
const some = fc.array(aMatter, { minLength: 1, maxLength: 6 });

/** What two masses have in common to everybody who asks, as far as figures of floating point go. */
const alike = (a: Matter, b: Matter) => {
  const near = (x: number, y: number) =>
    expect(Math.abs(x - y)).toBeLessThanOrEqual(1e-6 * Math.max(1, Math.abs(x)));
  near(a.massMg, b.massMg);
  for (const name of PART_NAMES) near(a.parts[name], b.parts[name]);
  expect([...a.origin.keys()].sort()).toEqual([...b.origin.keys()].sort());
  for (const [id, one] of a.origin) near(one.massMg, b.origin.get(id)!.massMg);
  for (const [id, mg] of a.doubts) near(mg, b.doubts.get(id)!);
  near(a.costMinor, b.costMinor);
  expect(a.worst).toEqual(b.worst);
  expect(new Set(allergensOf(a))).toEqual(new Set(allergensOf(b)));
};

describe('masses that come together and part', () => {
  it('are the same in any order and however they are grouped', () => {
    fc.assert(
      fc.property(some, some, some, (x, y, z) => {
        const [a, b, c] = [joinAll(x), joinAll(y), joinAll(z)];
        alike(join(a, b), join(b, a));
        alike(join(join(a, b), c), join(a, join(b, c)));
        alike(join(a, NOTHING), a);
      }),
    );
  });

  it('are what they were once they are together again', () => {
    fc.assert(
      fc.property(some, fc.double({ min: 0.001, max: 0.999, noNaN: true }), (list, part) => {
        const all = joinAll(list);
        const mg = Math.max(1, Math.round(all.massMg * part));
        if (mg >= all.massMg) return;
        const [taken, rest] = take(all, mg);
        expect(taken.massMg + rest.massMg).toBe(all.massMg);
        alike(join(taken, rest), all);
        alike(resized(taken, all.massMg), all);
      }),
    );
  });

  it('keep the mass and what was weighed in, whatever leaves them', () => {
    fc.assert(
      fc.property(
        some,
        fc.constantFrom(...LOSS_WAYS),
        fc.double({ min: 0, max: 0.6, noNaN: true }),
        (list, way, part) => {
          const all = joinAll(list);
          const left = lose(all, all.massMg * part, way);
          expect(left.massMg).toBeCloseTo(all.massMg * (1 - part), 3);
          for (const name of PART_NAMES) {
            expect(left.parts[name]).toBeGreaterThanOrEqual(0);
            expect(left.parts[name]).toBeLessThanOrEqual(all.parts[name] * (1 + 1e-9) + 1e-9);
          }
          const weighedIn = (m: Matter) => [...m.origin.values()].reduce((sum, o) => sum + o.massMg, 0);
          if (way === 'as is') expect(weighedIn(left)).toBeCloseTo(weighedIn(all) * (1 - part), 3);
          else expect(weighedIn(left)).toBeLessThanOrEqual(weighedIn(all) * (1 + 1e-9));
        },
      ),
    );
  });

  it('read back as they were written down', () => {
    fc.assert(
      fc.property(some, (list) => {
        const all = joinAll(list);
        const kept = JSON.parse(JSON.stringify(toKept(all))) as ReturnType<typeof toKept>;
        const now = {
          id: 'kept',
          owner: null,
          priceMinor: 0,
          held: false,
          useBy: all.worst.useBy,
          fat: null,
        };
        alike(keptMatter(kept, now, all.massMg), { ...all, costMinor: 0 });
      }),
    );
  });

  it('are never better than the worst that came in', () => {
    const raw = meat('raw', 5e6, { useBy: '2026-03-09' });
    const cooked = meat('done', 5e6, { heat: 'cooked', useBy: '2026-03-04', held: true, frozenBefore: true });
    const both = join(cooked, raw);
    expect(both.worst).toEqual({ heat: 'raw', held: true, useBy: '2026-03-04', frozenBefore: true });
    // Spice has had no heat and makes nothing raw.
    expect(join(cooked, dry('pepper', 1e4)).worst.heat).toBe('cooked');
    expect(heated(both, 'cooked').worst.heat).toBe('cooked');
    expect(heated(cooked, 'raw smoked').worst.heat).toBe('cooked');
  });

  it('know a lot that was taken twice as one doubt, and two lots as two', () => {
    const twice = join(meat('a', 5e6), meat('a', 5e6));
    expect(fatSdOf(twice, 'meat block')).toBeCloseTo(2, 9);
    const two = join(meat('a', 5e6), meat('b', 5e6));
    expect(fatSdOf(two, 'meat block')).toBeCloseTo(Math.SQRT2, 9);
    // On the mix it is spread over more.
    expect(fatSdOf(join(twice, dry('water', 10e6, {}, 'liquid')), 'mix')).toBeCloseTo(1, 9);
  });

  it('are worth what went in, and say where that is not known', () => {
    const half = take(join(meat('a', 8e6), meat('b', 2e6, { priceMinor: 1000 })), 5e6)[0];
    expect(worthPerKg(half)).toBeCloseTo((8 * 500 + 2 * 1000) / 10, 9);
    // A third of it dries away: what is left is worth half as much again.
    expect(worthPerKg(lose(half, 5e6 / 3, 'water'))).toBeCloseTo(900, 6);
    expect(worthPerKg(join(half, meat('c', 1e6, { priceMinor: null })))).toBeNull();
  });
});

/** Twenty mixtures with a pencil beside them (arithmetic). */
describe('worked mixtures', () => {
  const SALT = (mg: number) => dry('salt', mg, { saltPct: 100 }, 'salt');
  const ICE = (mg: number) => dry('ice', mg, {}, 'liquid');
  const text = (m: Matter) =>
    declaration({ parts: labelPartsOf(m), state: 'cooked', goneMg: goneMg(m) }).text;

  it('10 kg with 15 g/kg of salt dried by 36 % has 23.4 g/kg', () => {
    const wet = join(meat('pork', 9.85e6), SALT(150_000));
    expect(gPerKgOf(wet, 'salt', 'product')).toBeCloseTo(15, 9);
    const dried = lose(wet, 3.6e6, 'water');
    expect(gPerKgOf(dried, 'salt', 'product')).toBeCloseTo(23.4375, 6);
    // On the meat that was weighed in it is what it was.
    expect(gPerKgOf(dried, 'salt', 'meat block')).toBeCloseTo(150 / 9.85, 9);
  });

  it('salt rises by exactly 1 / (1 − loss) for as long as there is water to go', () => {
    fc.assert(
      fc.property(fc.double({ min: 0, max: 0.55, noNaN: true }), (loss) => {
        const wet = join(meat('pork', 9.85e6, { fatPct: 10 }), SALT(150_000));
        const dried = lose(wet, wet.massMg * loss, 'water');
        expect(gPerKgOf(dried, 'salt', 'product')).toBeCloseTo(15 / (1 - loss), 6);
      }),
    );
  });

  it('a 20-kg mix with 1 kg of ice declares it, whether half or all of it is packed', () => {
    const mix = joinAll([meat('pork', 18.7e6), SALT(300_000), ICE(1e6)]);
    expect(text(mix)).toBe('pork, ice, salt');
    expect(text(take(mix, 10e6)[0])).toBe('pork, ice, salt');
    // Cooked down by a tenth the ice has gone; it is not declared any more.
    expect(text(lose(take(mix, 10e6)[0], 1e6, 'water'))).toBe('pork, salt');
  });

  it('18 kg of pork and 2 kg of beef are 90 % pork under any name', () => {
    const mix = join(meat('shoulder', 18e6), meat('chuck', 2e6, { species: 'beef' }));
    const kept = keptMatter(
      toKept(take(mix, 7e6)[0]),
      { id: 'kept as beef', owner: null, priceMinor: 400, held: false, useBy: null, fat: null },
      3e6,
    );
    expect(speciesOf(kept).map((s) => [s.species, Number(s.pct.toFixed(6))])).toEqual([
      ['pork', 90],
      ['beef', 10],
    ]);
    expect(everySpecies(kept)).toEqual(['pork', 'beef']);
  });

  it('2 g/kg of a pre-blend that is four fifths a cure of 6 % are 96 ppm', () => {
    const preBlend = { nitritePct: 0.8 * 6, saltPct: 0.8 * 94 };
    const mix = join(meat('pork', 10e6), dry('house mix', 20_000, preBlend, 'packet'));
    expect(ppmOf(mix, 'nitrite', 'meat block')).toBeCloseTo(96, 9);
    expect(gPerKgOf(mix, 'salt', 'meat block')).toBeCloseTo(2 * 0.8 * 0.94, 9);
    expect(isCure({ ...NO_CONTENTS, ...preBlend })).toBe(true);
  });

  it('is told a cure by its nitrite: no bacon, and every packet that cures', () => {
    expect(isCure({ nitritePct: 0.02, nitratePct: 0 })).toBe(false);
    expect(isCure({ nitritePct: 0.4, nitratePct: 0 })).toBe(true);
    expect(isCure({ nitritePct: 0, nitratePct: 4 })).toBe(true);
    expect(isCure({ nitritePct: 0, nitratePct: 0 })).toBe(false);
  });

  it('takes salt and a tenth of protein along in juice, and none in what evaporates', () => {
    const ham = join(meat('pork', 9.8e6), SALT(200_000));
    const dripped = lose(ham, 1e6, 'drip');
    const salt = 0.9e6 * (ham.parts.salt / (ham.parts.salt + ham.parts.water));
    expect(ham.parts.salt - dripped.parts.salt).toBeCloseTo(salt, 3);
    expect(ham.parts.protein - dripped.parts.protein).toBeCloseTo(1e5, 3);
    expect(ham.parts.fat).toBe(dripped.parts.fat);
    expect(lose(ham, 1e6, 'water').parts.salt).toBe(ham.parts.salt);
  });

  it('renders fat and keeps the fat of its meat block as it was weighed in', () => {
    const pork = meat('pork', 10e6, { fatPct: 40 });
    const done = lose(pork, 1e6, 'fat');
    expect(pctOf(done, 'fat', 'product')).toBeCloseTo(100 / 3, 9);
    expect(pctOf(done, 'meatFat', 'meat block')).toBeCloseTo(40, 9);
    // More than all of it cannot render: what is beyond that leaves as it is.
    expect(lose(pork, 6e6, 'fat').parts.fat).toBeCloseTo(0, 6);
    expect(lose(pork, 6e6, 'fat').massMg).toBeCloseTo(4e6, 6);
  });

  it('counts every liquid in full and of a packet the water it states', () => {
    const mix = joinAll([
      meat('pork', 9e6),
      ICE(500_000),
      dry('sauce', 1e5, { waterPct: 60 }, 'packet'),
      dry('pepper pieces', 4e5, { waterPct: 92 }, 'inclusion'),
    ]);
    expect(pctOf(mix, 'addedWater', 'mix')).toBeCloseTo(5.6, 9);
    // Drying takes none of what was added: the figure on the mix is what it was.
    expect(pctOf(lose(mix, 2e6, 'water'), 'addedWater', 'mix')).toBeCloseTo(5.6, 9);
  });

  it('a test of a kept lot changes what is thought of its fat, and nothing else of it', () => {
    const mix = joinAll([meat('pork', 9.8e6, { fatPct: 25 }), dry('salt', 2e5, { saltPct: 100 }, 'salt')]);
    const now = { id: 'kept', owner: 'A guest', priceMinor: null, held: true, useBy: '2026-03-01' };
    const tested = keptMatter(toKept(mix), { ...now, fat: { fatPct: 30, fatSd: 0.5 } }, 5e6);
    expect(pctOf(tested, 'fat', 'product')).toBeCloseTo(30, 9);
    expect(fatSdOf(tested, 'product')).toBeCloseTo(0.5, 9);
    expect(gPerKgOf(tested, 'salt', 'product')).toBeCloseTo(20, 9);
    expect(tested.parts.water + tested.parts.protein + tested.parts.fat).toBeCloseTo(
      (mix.parts.water + mix.parts.protein + mix.parts.fat) / 2,
      3,
    );
    expect(tested.worst).toMatchObject({ held: true, useBy: '2026-03-01' });
    expect([...tested.origin.values()].map((o) => [o.is.kind, o.is.owner])).toEqual([
      ['meat', 'A guest'],
      ['ingredient', null],
    ]);
    expect(worthPerKg(tested)).toBeNull();
  });
});
