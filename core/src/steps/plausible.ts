import { temperatureToken } from '../quantity/tokens.js';
import { readingKind, type ReadingAsk } from './readings/index.js';

/** Raw meat that is worked, and what stands in the cold, °C; common practice. */
const RAW_C = [-8, 30] as const;
/** What freezes. */
const FROZEN_C = [-45, 10] as const;
/** A core that comes up, or goes down through the warm zone: no meat is hotter than boiling water. */
const HEATED_C = [-5, 105] as const;
/** A chamber stands so near to what it is set to. */
const NEAR_C = 20;

/**
 * Why a temperature is asked about once more before it counts: no meat and no chamber is like that, and a slip of the
 * unit or the point is. Null where nothing is strange about it.
 *
 * @param valueC °C
 */
export function implausible(ask: ReadingAsk, valueC: number): string | null {
  if (readingKind(ask.kind).given !== 'probe') return null;
  const [least, most] = bandOf(ask);
  if (valueC >= least && valueC <= most) return null;
  return `${temperatureToken(valueC)} is outside of ${temperatureToken(least)} to ${temperatureToken(most)}, where this usually is. Look at the unit, the point and where it was read; if it is so, say so.`;
}

function bandOf({ kind, nearC, aboveC, belowC, fromHot }: ReadingAsk): readonly [number, number] {
  if (nearC !== undefined) return [nearC - NEAR_C, nearC + NEAR_C];
  if (belowC !== undefined || fromHot || kind === 'core') return HEATED_C;
  if (aboveC === undefined) return [RAW_C[0], HEATED_C[1]];
  return aboveC < RAW_C[0] ? FROZEN_C : RAW_C;
}
