import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { joinAll, lotMatter, mayCarryParasites, parasiteWords, parasitesWrong } from '@zest/core';
import { carriesParasites } from '../src/matter/index.js';
import { plainAccount } from '../src/batch/facts/facts.js';

const frozen = (tempC: number, days: number) =>
  ({ kind: 'frozen', tempC, days, reference: 'Freezer log 3' }) as const;
const wrongAt = (tempC: number, days: number) => parasitesWrong(frozen(tempC, days), { wild: false })?.path;

describe('a record of parasites', () => {
  it('answers for pork that was frozen as cold and as long as the table asks (9 CFR 318.10, table 1, from memory)', () => {
    expect([wrongAt(-15, 20), wrongAt(-15, 19), wrongAt(-14.9, 300)]).toEqual([undefined, 'days', 'tempC']);
    expect([wrongAt(-23.3, 10), wrongAt(-23.3, 9), wrongAt(-23, 10)]).toEqual([undefined, 'days', 'days']);
    expect([wrongAt(-28.9, 6), wrongAt(-28.9, 5)]).toEqual([undefined, 'days']);
    const cold = fc.double({ min: -60, max: 0, noNaN: true });
    fc.assert(
      fc.property(cold, cold, fc.integer({ min: 1, max: 60 }), (a, b, days) => {
        // Colder, or longer, answers for no less.
        const [warmer, colder] = a > b ? [a, b] : [b, a];
        if (wrongAt(warmer, days) === undefined) {
          expect(wrongAt(colder, days)).toBeUndefined();
          expect(wrongAt(warmer, days + 1)).toBeUndefined();
        }
      }),
    );
  });

  it('of freezing answers for no game; a tested carcass and a plan by name do', () => {
    expect(parasitesWrong(frozen(-30, 90), { wild: true })?.path).toBe('kind');
    for (const kind of ['tested', 'plan'] as const)
      expect(parasitesWrong({ kind, reference: 'Report 114' }, { wild: true })).toBeNull();
    expect(parasiteWords({ kind: 'tested', reference: 'Report 114' })).toContain('Report 114');
  });

  it('is asked of game and of pork, and travels with the kilograms of its lot', () => {
    const of = (species: string, wild = false) => mayCarryParasites({ species, wild });
    expect([of('pork'), of('beef'), of('deer', true)]).toEqual([true, false, true]);
    const lot = (id: string, answered: boolean) =>
      lotMatter(
        { ...plainAccount({ id, kind: 'lot', measure: 'mg', name: id }), species: 'pork', answered },
        1_000_000,
      );
    expect(carriesParasites(lot('a', true), 'any')).toBe(false);
    expect(carriesParasites(joinAll([lot('a', true), lot('b', false)]), 'any')).toBe(true);
    // The same lot, once known and once not, is not known.
    expect(carriesParasites(joinAll([lot('a', true), lot('a', false)]), 'any')).toBe(true);
    expect(carriesParasites(joinAll([lot('a', false), lot('a', true)]), 'any')).toBe(true);
  });
});
