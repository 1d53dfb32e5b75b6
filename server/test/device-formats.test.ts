import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { MG_PER_KG, MG_PER_LB } from '@zest/core';
import { PROBE_FORMATS, SCALE_FORMATS } from '../src/devices/formats/index.js';

/** A frame of fixed length as a scale sends it: point, sign, range, motion and unit in two status bytes. */
function frame(point: number, state: number, digits: string): string {
  return `\u0002${String.fromCharCode(0x20 | point, 0x20 | state)} ${digits}000000`;
}
const KG = 0b1_0000;

type Row = readonly [line: string, wanted: number | 'overload' | undefined, stable?: boolean | undefined];

/** Lines written for this test after the shape of each format, and what must be read. */
const LINES: Record<keyof typeof SCALE_FORMATS, readonly Row[]> = {
  headed: [
    ['ST,NT,+  12.340kg', 12_340_000, true],
    ['US,NT,+  12.360kg', 12_360_000, false],
    ['ST,GS,-   0.250 kg', -250_000, true],
    ['ST,+00012.34  g', 12_340, true],
    ['ST,NT,   1.500lb', 680_389, true],
    ['ST,NT,12.5', 12_500_000, true],
    ['OL,NT,+       kg', 'overload'],
    ['OL', 'overload'],
    ['ST,NT,+  kg', undefined],
    ['XX,NT,+ 12.3kg', undefined],
    ['ST,NT,+12.3.4kg', undefined],
  ],
  asked: [
    ['S S     12.340 kg', 12_340_000, true],
    ['S D     12.338 kg', 12_338_000, false],
    ['S S      -0.05 g', -50, true],
    ['S S 640.00', 640_000_000, true],
    ['S +', 'overload'],
    ['S I', undefined],
    ['ES', undefined],
    ['T S 0.600 kg', undefined],
  ],
  plain: [
    ['   12.340 kg', 12_340_000, undefined],
    ['12.340', 12_340_000, undefined],
    ['- 0.25 kg', -250_000, undefined],
    ['  3.2 oz ?', 90_718, false],
    ['12,34 kg', undefined],
    ['kg', undefined],
    ['Hello', undefined],
    ['192.168.1.4', undefined],
  ],
  framed: [
    [frame(0b101, KG, '012340'), 12_340_000, true],
    [frame(0b101, KG | 0b1000, '012340'), 12_340_000, false],
    [frame(0b101, KG | 0b10, '000250'), -250_000, true],
    [frame(0b100, 0, '   150'), 680_389, true],
    [frame(0b010, KG, '000012'), 12_000_000, true],
    [frame(0b001, KG, '000012'), 120_000_000, true],
    [frame(0b101, KG | 0b100, '999999'), 'overload'],
    [`rest of another${frame(0b101, KG, '000001')}`, 1000, true],
    ['\u00021 0012340', undefined],
    ['12.340 kg', undefined],
    [frame(0b101, KG, '01 340'), undefined],
  ],
  own: [
    ['W ab-12 4200.0 S', 4_200_000, true],
    ['W ab-13 -0.04 M', -40, false],
    ['OL ab-14', 'overload'],
    ...[
      '',
      'W',
      'W 1 abc S',
      'W 1 4.2',
      'W 1 4.2 X',
      'W 1 99999999999 S',
      'HELLO',
      'W 1 4.2 S extra',
      'W ; 1 S',
    ].map((line) => [line, undefined] as const),
  ],
};

describe.each(Object.entries(LINES))('a scale of the format %s', (format, lines) => {
  const { read } = SCALE_FORMATS[format as keyof typeof SCALE_FORMATS];
  it.each(lines.map(([line, wanted, stable]) => ({ line, wanted, stable })))(
    'reads $line',
    ({ line, wanted, stable }) => {
      const shows = read(line, 'kg');
      if (wanted === undefined) expect(shows).toBeUndefined();
      else if (wanted === 'overload') expect(shows?.kind).toBe('overload');
      else {
        expect(shows).toMatchObject({ kind: 'weight', netMg: wanted });
        expect(shows?.kind === 'weight' && shows.stable).toBe(stable);
      }
    },
  );

  it('takes whatever else comes over the line for noise, and throws at nothing', () => {
    fc.assert(
      fc.property(fc.string({ unit: 'binary-ascii', maxLength: 40 }), (noise) => {
        const shows = read(noise, 'kg');
        return shows?.kind !== 'weight' || Number.isInteger(shows.netMg);
      }),
    );
  });
});

it('reads every weight of a scale as it was shown, in kilograms and in pounds', () => {
  fc.assert(
    fc.property(fc.integer({ min: 0, max: 999_999 }), fc.boolean(), (divisions, isMetric) => {
      const digits = String(divisions).padStart(6, '0');
      const shown = (divisions / 1000).toFixed(3);
      const [unit, per] = isMetric ? (['kg', MG_PER_KG] as const) : (['lb', MG_PER_LB] as const);
      const wanted = Math.round((divisions / 1000) * per);
      const read = [
        SCALE_FORMATS.headed.read(`ST,NT,+${shown.padStart(8)}${unit}`, 'g'),
        SCALE_FORMATS.asked.read(`S S ${shown.padStart(10)} ${unit}`, 'g'),
        SCALE_FORMATS.plain.read(`${shown} ${unit}`, 'g'),
        SCALE_FORMATS.framed.read(frame(0b101, isMetric ? KG : 0, digits), 'g'),
      ];
      for (const shows of read) expect(shows).toMatchObject({ kind: 'weight', netMg: wanted });
    }),
  );
});

describe('a thermometer', () => {
  it.each([
    ['CH2: 71.3 C', '2', 71.3],
    ['2,71.3', '2', 71.3],
    ['T1=-18.4', '1', -18.4],
    ['T01 = -18.4', '1', -18.4],
    ['71.3 C', '', 71.3],
    ['CH3: 160.0 F', '3', 71.1],
    ['CH2: OPEN', '2', null],
    ['CH2: ----', '2', null],
  ])('reads %j', (line, channel, tempC) => {
    expect(PROBE_FORMATS.numbered.read(line)).toMatchObject({ channel, tempC });
  });

  it.each(['', 'C', 'CH: 12', 'hello 3', '71.3.4', 'CH2: 7130 C'])('takes %j for noise', (line) => {
    expect(PROBE_FORMATS.numbered.read(line)).toBeUndefined();
  });

  it('of our own says steady, moving or open', () => {
    const { read } = PROBE_FORMATS.own;
    expect(read('T a-1 hand 2.4 S')).toEqual({ sequence: 'a-1', channel: 'hand', tempC: 2.4, steady: true });
    expect(read('T a-2 core -18.0 M')).toMatchObject({ tempC: -18, steady: false });
    expect(read('T a-3 core2 OPEN M')).toMatchObject({ tempC: null });
    expect(read('T a-4 core 71.25 S')).toBeUndefined();
  });
});
