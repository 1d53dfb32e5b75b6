import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  METHOD_TEMPLATES,
  checkMethod,
  firstPlaceIndex,
  holdsMass,
  nextPlaceIndex,
  setOnStep,
  streamAt,
  streamOf,
  takesStream,
  type MethodStep,
  type StepName,
  type Stream,
} from '../src/index.js';

const step = (kind: StepName, more: Record<string, string | number> = {}): MethodStep =>
  ({ key: `${kind}-${more['stream'] ?? ''}${more['pass'] ?? ''}`, kind, ...more }) as MethodStep;
const apart = [
  step('weigh-meat'),
  step('grind', { stream: 'lean', plateMm: 5 }),
  step('grind', { stream: 'fat', plateMm: 10, fatFromPct: 40 }),
  step('weigh-ingredients'),
  step('mix', { bind: 'sticky', minMinutes: 4, maxMinutes: 10 }),
  step('stuff'),
];

describe('lean and fat ground apart', () => {
  it('parts the meats by their fat where the method says so, and by half fat where it does not', () => {
    expect(streamOf(apart, 39.9)).toBe('lean');
    expect(streamOf(apart, 40)).toBe('fat');
    expect(streamOf(apart, null)).toBe('lean');
    const open = setOnStep(apart, 'grind-fat', 'fatFromPct', undefined);
    expect(streamOf(open, 44)).toBe('lean');
    expect(streamOf(open, 45)).toBe('fat');
  });

  it('weighs each into its own grinder, and joins both in the mixer', () => {
    expect(firstPlaceIndex(apart, 'lean')).toBe(1);
    expect(firstPlaceIndex(apart, 'fat')).toBe(2);
    expect(apart[nextPlaceIndex(apart, 1)]?.kind).toBe('mix');
    expect(apart[nextPlaceIndex(apart, 2)]?.kind).toBe('mix');
    expect(nextPlaceIndex(apart, 5)).toBe(-1);
  });

  it('sends a second pass of one stream past the other stream', () => {
    const twice = [
      apart[0]!,
      step('grind', { stream: 'lean', pass: 1 }),
      step('grind', { stream: 'fat' }),
      step('grind', { stream: 'lean', pass: 2 }),
      ...apart.slice(3),
    ];
    expect(nextPlaceIndex(twice, 1)).toBe(3);
    expect(twice[nextPlaceIndex(twice, 2)]?.kind).toBe('mix');
    expect(twice[nextPlaceIndex(twice, 3)]?.kind).toBe('mix');
  });

  it('leads every meat of any method to one end, and never into the other stream', () => {
    const streams = fc.constantFrom<Stream>('all', 'lean', 'fat');
    const grinds = fc.array(
      streams.map((stream) => step('grind', { stream })),
      { maxLength: 5 },
    );
    fc.assert(
      fc.property(grinds, fc.double({ min: 0, max: 100, noNaN: true }), (some, fatPct) => {
        const steps = [step('weigh-meat'), ...some, step('mix'), step('stuff')];
        const stream = streamOf(steps, fatPct);
        const way: number[] = [];
        for (let at = firstPlaceIndex(steps, stream); at >= 0; at = nextPlaceIndex(steps, at)) way.push(at);
        expect(way).toEqual([...way].sort((a, b) => a - b));
        expect(way.at(-1)).toBe(steps.length - 1);
        for (const at of way) expect(holdsMass(steps[at]!)).toBe(true);
        expect(takesStream(steps[way[0]!]!, stream)).toBe(true);
      }),
    );
  });

  it('follows the order of the method where there is one stream only', () => {
    for (const template of METHOD_TEMPLATES) {
      const holds = template.steps.map((s, i) => (holdsMass(s) ? i : -1)).filter((i) => i >= 0);
      expect(firstPlaceIndex(template.steps, streamOf(template.steps, 90))).toBe(holds[0]);
      holds.forEach((at, i) => expect(nextPlaceIndex(template.steps, at)).toBe(holds[i + 1] ?? -1));
    }
  });

  it('is refused half-made, and where the streams had been together before', () => {
    const sentences = (steps: MethodStep[]) =>
      checkMethod(
        { state: 'raw', steps, lines: [] },
        { nitrite: false, nitrate: false, nitrateAlone: false, accelerated: false },
      )
        .filter((f) => f.level === 'stop')
        .map((f) => f.sentence);
    expect(sentences(apart)).toEqual([]);
    const without = (stream: string) => apart.filter((s) => streamAt(s) !== stream);
    expect(sentences(without('fat')).join()).toContain('no step grinds the fat');
    expect(sentences(without('lean')).join()).toContain('no step grinds the lean');
    const mixedBefore = [apart[0]!, step('grind', { plateMm: 13 }), ...apart.slice(1)];
    expect(sentences(mixedBefore).join()).toContain('lean and fat are together');
    expect(sentences(apart.slice(0, 3)).join()).toContain('no step after it brings them together');
  });
});
