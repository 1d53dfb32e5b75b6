import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { asMade, linesAsMade, type MadeLine, type RecipeLine } from '../src/index.js';

const made = (name: string, writtenGPerKg: number, madeGPerKg: number): MadeLine => ({
  key: name,
  name,
  ingredientId: `id-of-${name}`,
  role: 'seasoning',
  writtenGPerKg,
  madeGPerKg,
});
const written = (name: string, gPerKgMeat: number): RecipeLine => ({
  key: name,
  ingredientId: `id-of-${name}`,
  name,
  role: 'seasoning',
  dose: { gPerKgMeat },
  asWritten: 'a pinch',
  required: true,
  entersAt: 'mix',
});

describe('a recipe as it is really made', () => {
  it('names what is always over or under beyond the scale, from the third batch on', () => {
    const of = (...doses: number[]) => asMade(doses.map((d) => [made('salt', 16, d)]))[0]!;
    expect(of(17, 17.2).always).toBeNull();
    expect(of(17, 17.2, 16.8)).toMatchObject({ always: 'over', batches: 3, meanGPerKg: 17 });
    expect(of(15, 15.2, 15.4).always).toBe('under');
    expect(of(17, 17, 15).always).toBeNull();
    expect(of(16.1, 16.1, 16.1).always).toBeNull();
    expect(of(17, 17, 19).worstOffPct).toBeCloseTo(18.75, 9);
  });

  it('names what is never written and goes in every time, and not what went in once', () => {
    const salt = made('salt', 16, 16);
    const paprika = made('paprika', 0, 2);
    expect(asMade([[salt, paprika], [salt, paprika], [salt]]).find((m) => m.key === 'paprika')).toMatchObject(
      {
        always: null,
        batches: 2,
      },
    );
    expect(asMade([[salt, paprika], [paprika], [paprika]]).find((m) => m.key === 'paprika')).toMatchObject({
      always: 'unwritten',
      meanGPerKg: 2,
      meanOffPct: 0,
    });
  });

  it('becomes the next version: corrected doses, new lines, the rest as it was', () => {
    const batches = [2.1, 1.9, 2].map((dose) => [
      made('salt', 16, 17),
      made('pepper', 3, 3),
      made('paprika', 0, dose),
    ]);
    const next = linesAsMade([written('salt', 16), written('pepper', 3)], asMade(batches));
    expect(next.map((l) => [l.name, l.dose])).toEqual([
      ['salt', { gPerKgMeat: 17 }],
      ['pepper', { gPerKgMeat: 3 }],
      ['paprika', { gPerKgMeat: 2 }],
    ]);
    expect([next[0]!.asWritten, next[1]!.asWritten]).toEqual([undefined, 'a pinch']);
    expect(next[2]).toMatchObject({ ingredientId: 'id-of-paprika', entersAt: 'mix', required: true });
  });

  it('made as written, whatever the doses, changes nothing', () => {
    const dose = fc.double({ min: 0.1, max: 80, noNaN: true });
    fc.assert(
      fc.property(
        fc.array(dose, { minLength: 1, maxLength: 6 }),
        fc.integer({ min: 1, max: 6 }),
        (doses, runs) => {
          const lines = doses.map((d, i) => written(`line ${i}`, d));
          const batch = doses.map((d, i) => made(`line ${i}`, d, d));
          expect(linesAsMade(lines, asMade(new Array<MadeLine[]>(runs).fill(batch)))).toEqual(lines);
        },
      ),
    );
  });
});
