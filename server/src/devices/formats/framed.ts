import { massOf, type ScaleFormat } from './types.js';

/** The frame begins with this byte. */
const START = '\u0002';
/** Status, weight and tare; a checksum may follow. */
const WHOLE = 15;
/** Bits of the first status byte: where the point stands. */
const POINT = 0b111;
/** Bits of the second one. */
const NEGATIVE = 0b10;
const OUT_OF_RANGE = 0b100;
const MOVING = 0b1000;
const KILOGRAMS = 0b1_0000;
/** The point's place in the figure: two zeros behind it, one, none, then decimals. */
const POWER = [2, 1, 0, -1, -2, -3, -4, -5];

/**
 * A frame of fixed length, sent all the time: start, three status bytes, six digits of weight, six of tare. The digits
 * carry no point, the first status byte says where it stands; the second one sign, range, motion and unit. From memory.
 */
export const FRAMED: ScaleFormat = {
  tare: 'T',
  read: (line) => {
    const from = line.lastIndexOf(START);
    const frame = from < 0 ? '' : line.slice(from + 1);
    const digits = frame.slice(3, 9);
    if (frame.length < WHOLE || !/^ *\d+$/.test(digits)) return undefined;
    const [point, state] = [frame.charCodeAt(0), frame.charCodeAt(1)];
    if (state & OUT_OF_RANGE) return { kind: 'overload' };
    const figure = `${state & NEGATIVE ? '-' : ''}${digits.trim()}e${POWER[point & POINT] ?? 0}`;
    const netMg = massOf(figure, state & KILOGRAMS ? 'kg' : 'lb');
    return netMg === undefined ? undefined : { kind: 'weight', netMg, stable: (state & MOVING) === 0 };
  },
};
