import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  type InputError,
  fromRows,
  scaleTo,
  toRows,
  tryScaleTo,
  type ScaleSpec,
  type WorkingLine,
} from '../src/index.js';
import { LIBRARY, SHELF, line, recipeOf } from './recipe-shelf.js';

const SCALES: ScaleSpec[] = [
  { id: 'bench', name: 'Bench', capacityMg: 15_000_000, divisionMg: 1_000, tubMg: 600_000 },
  { id: 'dose', name: 'Dose', capacityMg: 600_000, divisionMg: 10, tubMg: 40_000 },
];
const LINES = [line('Fine salt', 16), line('Black pepper', 3), line('Iced water', 60)];
const scale = (amount: number, wanted: Parameters<typeof scaleTo>[0]['wanted'] = 'meat', more: object = {}) =>
  scaleTo({
    document: recipeOf(LINES),
    library: LIBRARY,
    wanted,
    amount,
    productYield: 0.9,
    scales: SCALES,
    ...more,
  });

describe('scaling to what is wanted', () => {
  it('goes forwards from meat: 8 kg at 16, 3 and 60 g/kg (arithmetic)', () => {
    const batch = scale(8e6);
    expect(batch.lines.map((l) => l.dueMg)).toEqual([128_000, 24_000, 480_000]);
    expect(batch.mixMg).toBe(8_632_000);
    expect(batch.finishedMg).toBe(7_768_800);
    expect(batch.links).toBe(86);
  });

  it('comes back to the same meat from mix, finished kilograms, links and packs', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1_000_000, max: 200_000_000 }), (meatMg) => {
        const forward = scale(meatMg);
        const near = (batch: { meatMg: number }) => Math.abs(batch.meatMg - meatMg);
        expect(near(scale(forward.mixMg, 'mix'))).toBeLessThanOrEqual(1);
        expect(near(scale(forward.finishedMg, 'finished'))).toBeLessThanOrEqual(2);
        const links = scale(forward.links!, 'links');
        expect(meatMg - links.meatMg).toBeGreaterThanOrEqual(-2);
        expect(meatMg - links.meatMg).toBeLessThan(100_001);
        const packed = scale(200, 'packs', { document: recipeOf(LINES, 'fresh-link', { packMassG: 500 }) });
        expect(packed.finishedMg).toBeCloseTo(100_000_000, -1);
        expect(packed.packs).toBeGreaterThanOrEqual(199);
      }),
    );
  });

  it('is linear, and loads sum exactly to the line in whole divisions', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 300 }), fc.integer({ min: 5, max: 60 }), (kg, capacity) => {
        const document = recipeOf(LINES, 'fresh-link', { mixerCapacityKg: capacity, stufferCapacityKg: 12 });
        const one = scale(kg * 1e6, 'meat', { document });
        const two = scale(2 * kg * 1e6, 'meat', { document });
        one.lines.forEach((l, i) => {
          expect(Math.abs(two.lines[i]!.dueMg - 2 * l.dueMg)).toBeLessThanOrEqual(2000);
          expect(l.perLoadMg.reduce((a, b) => a + b, 0)).toBe(l.dueMg);
          expect(Math.max(...l.perLoadMg) - Math.min(...l.perLoadMg)).toBeLessThanOrEqual(1000);
          expect(l.perLoadMg).toHaveLength(one.loads);
        });
        expect(one.loads).toBe(Math.ceil(one.mixMg / 1e6 / capacity - 1e-9));
        expect(one.fills).toBe(Math.ceil(one.mixMg / 1e6 / 12 - 1e-9));
      }),
    );
  });

  it('offers a pre-blend for what is under twenty divisions of the finest scale', () => {
    const document = recipeOf([...LINES, line('Thyme', 0.01)]);
    const tiny = scale(5e6, 'meat', { document }).lines.find((l) => l.name === 'Thyme')!;
    expect(tiny.preBlendFor).toBe(4);
    expect(scale(20e6, 'meat', { document }).lines.find((l) => l.name === 'Thyme')!.preBlendFor).toBeNull();
  });

  it('parts packets into whole ones and a weighed rest', () => {
    const packet = line('Cure packet', 1, { dose: { packet: { netG: 500, seasonsKg: 20 } } });
    const [scaled] = scale(33e6, 'meat', { document: recipeOf([packet]) }).lines;
    expect(scaled?.packets).toEqual({ whole: 1, restMg: 325_000, netMg: 500_000 });
  });

  it('multiplies only the lines that follow the heat', () => {
    const document = recipeOf([...LINES, line('Thyme', 1, { hot: true })]);
    const mild = scale(10e6, 'meat', { document });
    const hot = scale(10e6, 'meat', { document, hotness: 3 });
    expect(hot.lines.map((l, i) => l.dueMg / mild.lines[i]!.dueMg)).toEqual([1, 1, 1, 3]);
  });

  it('says what it lacks', () => {
    expect(() => scale(0)).toThrowError(/above 0/);
    expect(() => scale(10, 'packs')).toThrowError(/no pack/);
    const bulk = tryScaleTo({
      document: recipeOf(LINES, 'fresh-bulk'),
      library: LIBRARY,
      wanted: 'links',
      amount: 5,
      productYield: 1,
      scales: SCALES,
    });
    expect(bulk).toMatchObject({ sentence: expect.stringContaining('no piece') });
    expect(() => scale(1e13)).toThrowError(/100 t/);
  });
});

describe('lines as CSV rows', () => {
  const doseArb = fc.oneof(
    fc.record({ gPerKgMeat: fc.double({ min: 0, max: 400, noNaN: true }) }),
    fc.record({ pctOfMix: fc.double({ min: 0, max: 40, noNaN: true }) }),
    fc.record({ pctOfMeat: fc.double({ min: 0, max: 40, noNaN: true }) }),
    fc.record({ gPerKgMix: fc.double({ min: 0, max: 400, noNaN: true }) }),
    fc.record({
      packet: fc.record({
        netG: fc.double({ min: 1, max: 900, noNaN: true }),
        seasonsKg: fc.double({ min: 1, max: 90, noNaN: true }),
      }),
    }),
    fc.constant(null),
  );
  const words = fc
    .stringMatching(/^[a-z0-9,;"' ½-]{1,20}$/)
    .map((s) => s.trim())
    .filter((s) => s !== '');
  const lineArb = fc.record(
    {
      ingredient: fc.constantFrom(...SHELF),
      dose: doseArb,
      required: fc.boolean(),
      heat: fc.boolean(),
      tolerancePct: fc.option(fc.double({ min: 0.1, max: 9, noNaN: true }), { nil: undefined }),
      asWritten: fc.option(words, { nil: undefined }),
      note: fc.option(words, { nil: undefined }),
    },
    { requiredKeys: ['ingredient', 'dose', 'required', 'heat'] },
  );

  it('come back exactly as they were', () => {
    fc.assert(
      fc.property(fc.array(lineArb, { maxLength: 12 }), (drafts) => {
        const lines = drafts.map(
          ({ ingredient, heat, tolerancePct, asWritten, note, ...rest }, i): WorkingLine => ({
            key: `l${i}`,
            ingredientId: ingredient.id,
            name: ingredient.name,
            role: ingredient.role,
            entersAt: 'mix',
            ...rest,
            ...(heat ? { hot: true } : {}),
            ...(tolerancePct === undefined ? {} : { tolerancePct }),
            ...(asWritten === undefined ? {} : { asWritten }),
            ...(note === undefined ? {} : { note }),
            ...(ingredient.contents.nitritePct > 0 ? { nitritePct: ingredient.contents.nitritePct } : {}),
          }),
        );
        expect(fromRows(toRows(lines, LIBRARY), SHELF)).toEqual(lines);
      }),
    );
  });

  it('keep an ingredient the shop does not have, and name every bad cell', () => {
    const rows = toRows([line('Fine salt', 16)], LIBRARY);
    const strange = rows.map((r, i) => (i === 0 ? r : r.map((c) => (c === 'Fine salt' ? 'Sea dust' : c))));
    expect(fromRows(strange, SHELF)[0]).toMatchObject({ name: 'Sea dust', ingredientId: null });
    const bad = rows.map((r, i) =>
      i === 0 ? r : r.map((c) => (c === 'salt' ? 'spell' : c === '16' ? 'a lot' : c)),
    );
    const paths = (() => {
      try {
        fromRows(bad, SHELF);
        return [];
      } catch (error) {
        return (error as InputError).issues.map((i) => i.path);
      }
    })();
    expect(paths).toEqual(['rows[1].role', 'rows[1].dose']);
    expect(() => fromRows([['a', 'b']], SHELF)).toThrowError(/first row must name the columns/);
  });
});
