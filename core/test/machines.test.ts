import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  USUAL_MACHINES,
  checkRecipe,
  mostHeldKg,
  sizesOf,
  startingCapacities,
  type Machine,
  type WorkingDocument,
} from '../src/index.js';
import { LIBRARY, line, recipeOf } from './recipe-shelf.js';

const GRINDER: Machine = { name: 'Bench grinder', kind: 'grinder', holdsKg: null, sizesMm: [4.5, 8] };
const MIXER: Machine = { name: 'Tub mixer', kind: 'mixer', holdsKg: 20, sizesMm: [] };
const STUFFER: Machine = { name: 'Stuffer', kind: 'stuffer', holdsKg: 9, sizesMm: [16, 22] };
const HOUSE: Machine = { name: 'Old house', kind: 'house', holdsKg: 40, sizesMm: [] };

const LINES = [line('Fine salt', 16), line('Black pepper', 4), line('Iced water', 80)];
/** A fresh link of 30 kg of meat, 33 kg of mix, ground through plates of 8 mm. */
const LINK: WorkingDocument = {
  ...recipeOf(LINES),
  usualMeatMg: 30e6,
  mixerCapacityKg: 20,
  stufferCapacityKg: 9,
};
const said = (document: WorkingDocument, machines?: readonly Machine[]) =>
  checkRecipe({ name: 'Test', document, library: LIBRARY, book: 'us', machines })
    .findings.filter((f) => f.guard === 'machine')
    .map((f) => [f.level, f.path, f.sentence]);
const at = (document: WorkingDocument, kind: string) => document.steps.findIndex((s) => s.kind === kind);
const withStep = (document: WorkingDocument, kind: string, more: object): WorkingDocument => ({
  ...document,
  steps: document.steps.map((s) => (s.kind === kind ? { ...s, ...more } : s)) as WorkingDocument['steps'],
});

describe('a recipe and the machines of the shop', () => {
  it('agree where nothing was said, and where everything it asks for is there', () => {
    expect(said(LINK)).toEqual([]);
    expect(said(LINK, USUAL_MACHINES)).toEqual([]);
    expect(said(withStep(LINK, 'grind', { plateMm: 8 }), [GRINDER, MIXER, STUFFER, HOUSE])).toEqual([]);
  });

  it('names a plate and a horn that are not there, at their field', () => {
    const fine = withStep(LINK, 'grind', { plateMm: 6 });
    expect(said(fine, [GRINDER, { ...GRINDER, name: 'Old grinder', sizesMm: [3, 8] }])).toEqual([
      [
        'warn',
        `steps[${at(LINK, 'grind')}].plateMm`,
        'Grind 6 mm: no plate of 6 mm; the shop has plates of 3, 4.5, 8 mm.',
      ],
    ]);
    expect(said(withStep(LINK, 'stuff', { hornMm: 12 }), [STUFFER])[0]?.slice(1)).toEqual([
      `steps[${at(LINK, 'stuff')}].hornMm`,
      'Stuff: no horn of 12 mm; the shop has horns of 16, 22 mm.',
    ]);
  });

  it('asks for a horn that goes into the casing', () => {
    const thin = { ...LINK, casing: { ...LINK.casing!, calibreMm: 21 } };
    // Three quarters of 21 mm are 15.75.
    expect(said(thin, [STUFFER])[0]?.[2]).toBe(
      'Stuff: a 21 mm casing wants a horn narrower than 15 mm; the shop has horns of 16, 22 mm.',
    );
    expect(said(thin, [{ ...STUFFER, sizesMm: [15, 22] }])).toEqual([]);
  });

  it('holds capacities against the largest, and what does not go into the house at once', () => {
    expect(said({ ...LINK, mixerCapacityKg: 20.001, stufferCapacityKg: 10 }, [MIXER, STUFFER])).toEqual([
      [
        'warn',
        'mixerCapacityKg',
        'It counts on a mixer that holds [[mg 20001000]]; the shop’s largest holds [[mg 20000000]].',
      ],
      [
        'warn',
        'stufferCapacityKg',
        'It counts on a stuffer that holds [[mg 10000000]]; the shop’s largest holds [[mg 9000000]].',
      ],
    ]);
    const smoked: WorkingDocument = {
      ...LINK,
      steps: [...LINK.steps, { key: 'smoke', kind: 'smoke', minutes: 60 }],
      usualMeatMg: 40e6,
    };
    // 40 kg with 100 g/kg are 44 kg.
    expect(said(smoked, [HOUSE])[0]?.[2]).toBe(
      'Smoke: [[mg 44000000]] of its own batch is more than Old house holds ([[mg 40000000]]): in 2 goes.',
    );
    expect(said({ ...smoked, usualMeatMg: 36e6 }, [HOUSE])).toEqual([]);
  });
});

describe('machines', () => {
  const machine = fc.record({
    name: fc.string({ minLength: 1 }),
    kind: fc.constantFrom('mixer' as const, 'stuffer' as const, 'grinder' as const),
    holdsKg: fc.option(fc.double({ min: 0.5, max: 500, noNaN: true })),
    sizesMm: fc.array(fc.double({ min: 1, max: 100, noNaN: true }), { maxLength: 4 }),
  });

  it('begin a recipe with the largest, and a small shop’s where none says', () => {
    fc.assert(
      fc.property(fc.array(machine, { maxLength: 6 }), (machines) => {
        const held = machines.flatMap((m) => (m.kind === 'mixer' ? (m.holdsKg ?? []) : []));
        expect(mostHeldKg(machines, 'mixer')).toBe(held.length === 0 ? undefined : Math.max(...held));
        expect(startingCapacities(machines).mixerKg).toBe(held.length === 0 ? 30 : Math.max(...held));
        const sizes = sizesOf(machines, 'grinder');
        expect(sizes).toEqual([...new Set(sizes)].sort((a, b) => a - b));
        expect(new Set(sizes)).toEqual(
          new Set(machines.filter((m) => m.kind === 'grinder').flatMap((m) => m.sizesMm)),
        );
      }),
    );
    expect(startingCapacities([])).toEqual({ mixerKg: 30, stufferKg: 12 });
  });
});
