// @vitest-environment jsdom
import 'fake-indexeddb/auto';
import { act, cleanup, fireEvent, screen, within } from '@testing-library/react';
import fc from 'fast-check';
import { afterEach, describe, expect, it } from 'vitest';
import { SCALES, fold, formatNumber, type MethodStep } from '@zest/core';
import type { Person } from '@zest/contract';
import { A_SHOP, aBatch, afterEntries } from '../../core/test/a-batch.js';
import { EntryList } from '../src/areas/batches/EntryList.js';
import { ChillSign } from '../src/areas/bench/ChillSign.js';
import { MG_PER, lineWords, showOnScale, unitOn } from '../src/areas/bench/scales.js';
import type { Units } from '../src/ui/units.js';
import { ANSWERS, atBench, entries, press } from './at-bench.js';
import { INES, ODA, onScreen } from './on-screen.js';

afterEach(cleanup);

const step = (key: string, kind: MethodStep['kind'], more: object = {}): MethodStep =>
  ({ key, kind, ...more }) as MethodStep;
const POUNDS: Person = { ...ODA, units: 'pound' };

const keys = async (figure: string) => {
  const pad = within(screen.getByRole('group', { name: 'Number keys' }));
  for (const key of figure) {
    await act(async () => {
      fireEvent.click(pad.getByRole('button', { name: key === '.' ? 'Point' : key }));
      await Promise.resolve();
    });
  }
};

const weighed = (more: readonly MethodStep[]) =>
  afterEntries(aBatch([step('meats', 'weigh-meat'), ...more]), [
    { kind: 'weighing', body: { id: 'a', lineId: 'line Lean', massMg: 15_000_000 } },
    { kind: 'weighing', body: { id: 'b', lineId: 'line Belly', massMg: 5_000_000 } },
    { kind: 'close', body: { id: 'c', stepId: 'meats' } },
    { kind: 'mark', body: { id: 'd', stepId: more[0]!.key, kind: 'ready' } },
  ]);

describe('a figure typed at the bench', () => {
  it('is kilograms for one and pounds for another, by the unit that stands beside it', async () => {
    for (const [person, unit, massMg] of [
      [ODA, 'kg', 12_500_000],
      [POUNDS, 'lb', Math.round(12.5 * 453_592.37)],
    ] as const) {
      atBench(weighed([step('grind', 'grind', { plateMm: 8 }), step('mix', 'mix')]), 'grind', person);
      await press(/^On to mix/);
      expect(screen.getByText('No scale is connected here. Type what yours shows.')).toBeTruthy();
      await keys('12.5');
      await press(new RegExp(`^Take 12\\.50+\\s${unit}$`));
      expect(entries).toMatchObject([{ kind: 'out', body: { massMg } }]);
      cleanup();
    }
  });

  it('is degrees of the one or the other thermometer', async () => {
    for (const [person, figure, tempC] of [
      [ODA, '2.5', 2.5],
      [POUNDS, '36.5', 2.5],
    ] as const) {
      atBench(weighed([step('mix', 'mix', { stopAboveC: 4 }), step('stuff', 'stuff')]), 'mix', person);
      await press(/^Temperature/);
      await keys(figure);
      await press(/^Record/);
      const [entry] = entries;
      expect(entry).toMatchObject({ kind: 'reading', body: { kind: 'temperature' } });
      expect(entry?.kind === 'reading' ? entry.body.value : NaN).toBeCloseTo(tempC, 9);
      cleanup();
    }
  });

  it('is grams of a piece in either system', async () => {
    for (const person of [ODA, POUNDS]) {
      atBench(weighed([step('link', 'link', { shape: 'links', sampleSize: 3 })]), 'link', person);
      await press(/^Sample/);
      await keys('108');
      await press(/^Take .*1 of 3/);
      expect(entries).toMatchObject([{ kind: 'reading', body: { kind: 'sample', value: 108_000 } }]);
      cleanup();
    }
  });
});

describe('what a scale shows', () => {
  const units = (system: 'metric' | 'pound'): Units =>
    ({
      options: { system },
      number: (value: number, decimals: number) => formatNumber(value, decimals, { system }),
    }) as unknown as Units;

  it('is worth what stands on it, to a part of its division, in every unit that it counts in', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...SCALES),
        fc.constantFrom('metric' as const, 'pound' as const),
        fc.double({ min: 0, max: 1, noNaN: true }),
        (scale, system, part) => {
          const divisions = Math.round((part * scale.capacityMg) / scale.divisionMg);
          const massMg = divisions * scale.divisionMg;
          const { value, unit } = showOnScale(units(system), massMg, scale);
          const back = Number(value.replace(/\s/g, '')) * MG_PER[unit as 'g' | 'kg' | 'lb'];
          expect(Math.abs(back - massMg)).toBeLessThanOrEqual(Math.max(scale.divisionMg / 2, 227) + 1);
        },
      ),
    );
  });

  it('is grams on the dose scale whoever looks, and one unit for all the words of a line', () => {
    expect(SCALES.map(({ id }) => [unitOn(units('metric'), id), unitOn(units('pound'), id)])).toEqual([
      ['kg', 'lb'],
      ['kg', 'lb'],
      ['g', 'g'],
    ]);
    const salt = lineWords(units('pound'), {
      kind: 'ingredient',
      dueMg: 640_000,
      scaleId: 'bench',
      divisionMg: 1000,
    });
    expect([salt(640_000), salt(5000)].map((w) => w.replace(/\s/g, ' '))).toEqual(['640 g', '5 g']);
    const ice = lineWords(units('metric'), {
      kind: 'ingredient',
      dueMg: 12_000_000,
      scaleId: 'floor',
      divisionMg: 20_000,
    });
    expect(ice(12_000_000).replace(/\s/g, ' ')).toBe('12.00 kg');
  });
});

describe('who made an entry', () => {
  it('is said with who sent it, where that was another', () => {
    const facts = weighed([step('mix', 'mix')]);
    const [first, ...rest] = facts.transfers;
    const view = fold(
      { ...facts, transfers: [{ ...first!, person: 'Bram', sentBy: 'Oda' }, ...rest] },
      A_SHOP,
    );
    onScreen(<EntryList sheet={view} />, ANSWERS, INES);
    expect(screen.getAllByText(/Bram \(says Oda\), typed/)).toHaveLength(1);
    expect(screen.queryAllByText(/says/)).toHaveLength(1);
  });
});

describe('the sign of the cold', () => {
  const shown = (cold: { beforeMs: number; sinceMs: number | null }) => {
    onScreen(<ChillSign sheet={{ ...fold(weighed([step('mix', 'mix')]), A_SHOP), cold }} />, ANSWERS);
    const sign = screen.queryByLabelText('Time out of the cold');
    const answer = sign && [sign.getAttribute('role'), sign.textContent];
    cleanup();
    return answer;
  };

  it('is nothing before the first weight, warns, and is an alarm after two hours', () => {
    expect(shown({ beforeMs: 0, sinceMs: null })).toBeNull();
    expect(shown({ beforeMs: 10 * 60_000, sinceMs: null })).toEqual(['status', 'cold, 10 min out']);
    // What lies in the cold needs no word to chill it.
    expect(shown({ beforeMs: 40 * 60_000, sinceMs: null })).toEqual(['status', 'cold, 40 min out']);
    expect(shown({ beforeMs: 40 * 60_000, sinceMs: Date.now() })).toEqual([
      'status',
      '40 min out: chill soon',
    ]);
    expect(shown({ beforeMs: 121 * 60_000, sinceMs: null })).toEqual([
      'alert',
      'cold, 121 min out, over 120',
    ]);
  });
});
