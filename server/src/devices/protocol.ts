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

export interface ProbeLine {
  sequence: string;
  channel: string;
  /** Null while nothing is plugged into the channel. */
  tempC: number | null;
  steady: boolean;
}

/** One line of the thermometer: `T <sequence> <channel> <°C>|OPEN S|M`; anything else is undefined. */
export function parseProbeLine(text: string): ProbeLine | undefined {
  const match = /^T ([\w-]{1,40}) (\w{1,12}) (OPEN|-?\d{1,3}(?:\.\d)?) ([SM])$/.exec(text);
  if (!match) return undefined;
  return {
    sequence: match[1] ?? '',
    channel: match[2] ?? '',
    tempC: match[3] === 'OPEN' ? null : Number(match[3]),
    steady: match[4] === 'S',
  };
}
