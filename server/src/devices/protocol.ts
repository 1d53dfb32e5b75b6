import { mgFromG } from '@zest/core';

export type ScaleLine =
  | { kind: 'weight'; sequence: string; netMg: number; stable: boolean }
  | { kind: 'overload'; sequence: string };

/**
 * One line of the scale protocol: `W <sequence> <net grams> S|M` or `OL <sequence>`.
 * Anything else, noise on the line included, is undefined.
 */
export function parseLine(text: string): ScaleLine | undefined {
  const weight = /^W ([\w-]{1,40}) (-?\d{1,7}(?:\.\d{1,3})?) ([SM])$/.exec(text);
  if (weight) {
    return {
      kind: 'weight',
      sequence: weight[1] ?? '',
      netMg: mgFromG(Number(weight[2])),
      stable: weight[3] === 'S',
    };
  }
  const overload = /^OL ([\w-]{1,40})$/.exec(text);
  return overload ? { kind: 'overload', sequence: overload[1] ?? '' } : undefined;
}
