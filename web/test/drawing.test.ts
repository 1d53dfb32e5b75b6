import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { RibbonStation } from '@zest/core';
import { nudge } from '../src/areas/blend/nudge.js';
import { layoutBeam } from '../src/kit/beam/layout.js';
import { layoutRibbon } from '../src/kit/weight-ribbon/layout.js';

const station = (more: Partial<RibbonStation>): RibbonStation => ({
  accountId: 'a',
  name: 'Grind',
  position: 1,
  stream: 'all',
  portion: null,
  parted: [],
  closed: true,
  inMg: 10_000_000,
  bands: { lean: 7_500_000, fat: 2_500_000 },
  outMg: 9_700_000,
  slivers: [{ accountId: 'h', name: 'head', kind: 'loss', massMg: 120_000 }],
  balanceMg: 180_000,
  ...more,
});

describe('the ribbon', () => {
  it('names every sliver and shows a gap only where mass is missing', () => {
    const drawing = layoutRibbon([station({})], { width: 800, height: 200 }, true);
    expect(drawing.slivers.map((s) => [s.name, s.massMg])).toEqual([['head', 120_000]]);
    expect(drawing.gaps.map((g) => [g.massMg, g.closed])).toEqual([[180_000, true]]);
    expect(layoutRibbon([station({ balanceMg: 0 })], { width: 800, height: 200 }, true).gaps).toEqual([]);
  });

  it('an open step from which nothing has left runs on without a gap', () => {
    const open = station({ closed: false, outMg: 0, slivers: [], balanceMg: 10_000_000 });
    expect(layoutRibbon([open], { width: 800, height: 200 }, false).gaps).toEqual([]);
  });

  it('keeps room for steps that are still to come, and stays on the sheet', () => {
    const coming = station({ accountId: 'b', inMg: 0, outMg: 0, bands: {}, slivers: [], balanceMg: 0 });
    const drawing = layoutRibbon([station({}), coming], { width: 800, height: 200 }, true);
    expect(drawing.stations).toHaveLength(1);
    expect(drawing.stations[0]?.width).toBe(400);
    const numbers = drawing.bands.flatMap((b) => [...b.path.matchAll(/[\d.]+/g)].map((m) => Number(m[0])));
    expect(numbers.every((n) => n >= 0 && n <= 800)).toBe(true);
    expect(drawing.bands.map((b) => b.material)).toEqual(['lean', 'fat']);
  });

  it('says what fell out of neighbouring steps on lines of their own, where it is too long for one', () => {
    const sliver = (name: string) => [{ accountId: name, name, kind: 'loss' as const, massMg: 120_000 }];
    const named = (names: readonly string[]) =>
      layoutRibbon(
        names.map((name, i) => station({ accountId: String(i), slivers: sliver(name), balanceMg: 0 })),
        { width: 500, height: 300 },
        true,
      ).slivers.map((s) => s.labelY);
    const long = named(['left in the barrel', 'left on the knives', 'burst and thrown away', 'trimmed']);
    expect(new Set(long.slice(0, 2)).size).toBe(2);
    expect(new Set(long.slice(1, 3)).size).toBe(2);
    expect(Math.max(...long)).toBeLessThan(300);
    const many = ['taste', 'barrel and horn', 'burst', 'spilt', 'on the floor', 'trimmed'].map(
      (name) => sliver(name)[0]!,
    );
    const full = layoutRibbon([station({ slivers: many })], { width: 500, height: 300 }, true);
    expect(Math.max(...[...full.slivers, ...full.gaps].map((s) => s.labelY))).toBeLessThan(300);
    expect(new Set(named(['head', 'Lighthouse Ring rework'])).size).toBe(1);
  });
});

describe('lean and fat worked apart', () => {
  const lean = station({ accountId: 'l', name: 'Grind the lean', stream: 'lean', slivers: [], balanceMg: 0 });
  const fat = station({
    accountId: 'f',
    name: 'Grind the fat',
    stream: 'fat',
    inMg: 4_000_000,
    outMg: 3_900_000,
    bands: { fat: 4_000_000 },
    slivers: [],
    balanceMg: 100_000,
  });
  const mix = station({
    accountId: 'm',
    name: 'Mix',
    inMg: 13_600_000,
    outMg: 13_600_000,
    slivers: [],
    balanceMg: 0,
  });
  const drawing = layoutRibbon([lean, fat, mix], { width: 900, height: 300 }, true);
  const at = (id: string) => drawing.stations.find((s) => s.accountId === id)!;
  const pointsOf = (key: string) => {
    const band = drawing.bands.find((b) => b.key === key)!;
    return [...band.path.matchAll(/([\d.]+) ([\d.]+)/g)].map((m) => [Number(m[1]), Number(m[2])] as const);
  };

  it('are two ribbons one below the other in the same column, to one scale', () => {
    expect(at('f').x).toBe(at('l').x);
    expect(at('f').top).toBeGreaterThan(at('l').bottom + 20);
    const [leanH, fatH] = [at('l').bottom - at('l').top, at('f').bottom - at('f').top];
    expect(leanH / fatH).toBeCloseTo(2.5, 6);
    expect(at('m').x).toBe(450);
  });

  it('join where the mix begins: the lower one rises until it lies on the upper', () => {
    const fatIn = pointsOf('m-from-1-fat');
    expect(fatIn[0]![0]).toBe(450);
    expect(fatIn[0]![1]).toBeCloseTo(at('f').top, 1);
    const leanOutH = (9_700_000 / 10_000_000) * (at('l').bottom - at('l').top);
    expect(fatIn[1]![1]).toBeCloseTo(at('m').top + leanOutH, 1);
  });

  it('stay on the sheet, and say their losses each at its own', () => {
    const all = drawing.bands.flatMap((b) => [...b.path.matchAll(/([\d.]+) ([\d.]+)/g)]);
    expect(all.every((m) => Number(m[2]) <= 300 && Number(m[1]) <= 900)).toBe(true);
    expect(drawing.gaps.map((g) => g.name)).toEqual(['Grind the fat']);
  });
});

describe('the beam', () => {
  const window = { minPct: 23, maxPct: 27 };
  const block = fc.record({
    fatPct: fc.double({ min: 0, max: 100, noNaN: true }),
    massKg: fc.double({ min: 0.1, max: 60, noNaN: true }),
  });

  it('rests inside the window and tips to the side on which the fat is out', () => {
    const at = (fatPct: number) => layoutBeam([], { fatPct, fatSd: 1 }, window, 1000).tilt;
    expect(at(25)).toBe(0);
    expect(at(29)).toBeGreaterThan(0);
    expect(at(20)).toBeLessThan(0);
  });

  it('gives blocks an area that is their kilograms and keeps them apart', () => {
    fc.assert(
      fc.property(fc.array(block, { minLength: 2, maxLength: 7 }), (list) => {
        const blocks = list.map((b, i) => ({ ...b, id: String(i), name: String(i) }));
        const { blocks: placed } = layoutBeam(blocks, { fatPct: 25, fatSd: 1 }, window, 1080);
        const inOrder = [...placed].sort((a, b) => a.x + a.side / 2 - (b.x + b.side / 2));
        inOrder.slice(1).forEach((b, i) => {
          const before = inOrder[i]!;
          expect(b.x + 0.5).toBeGreaterThanOrEqual(before.x + before.side);
        });
        const large = placed.filter((b) => b.side > 25);
        for (const b of large)
          expect(b.side ** 2 / b.massKg).toBeCloseTo(large[0]!.side ** 2 / large[0]!.massKg, 6);
      }),
      { numRuns: 2000 },
    );
  });
});

describe('nudging a trim', () => {
  const kg = { a: 20, b: 12, c: 8 };
  const stock = { a: 60, b: 30, c: 30 };

  it('keeps the batch’s mass, never goes below nothing and leaves locked trims alone', () => {
    fc.assert(
      fc.property(fc.double({ min: -20, max: 90, noNaN: true }), (wanted) => {
        const next = nudge(kg, 'a', wanted, new Set(['c']), stock);
        expect(Object.values(next).reduce((x, y) => x + y, 0)).toBeCloseTo(40, 9);
        expect(next['c']).toBe(8);
        expect(Object.values(next).every((v) => v >= 0)).toBe(true);
      }),
    );
  });

  it('does not take more than is in stock', () => {
    expect(nudge(kg, 'c', 39, new Set(), stock)['c']).toBe(30);
  });
});
