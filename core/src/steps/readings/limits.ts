import { isColder, isWarmer } from '../../quantity/tenths.js';
import { temperatureToken } from '../../quantity/tokens.js';
import { lastOf, type ReadingAsk, type ReadingKind } from './kind.js';

/** Where nothing else is written a cold product is aimed at, °C. */
const COLD_C = 4;

/** What every temperature is: read by a probe, within what a thermometer of the trade can show. */
export const TEMPERATURE = {
  given: 'probe',
  range: { min: -40, max: 150, whole: false, subject: 'The temperature', hint: ' °C' },
  passing: (ask) => [aimOf(ask)],
  failing: (ask) => (ask.belowC === undefined ? (ask.aboveC ?? COLD_C) + 1.5 : ask.belowC - 4),
} as const satisfies Partial<ReadingKind>;

function aimOf({ aboveC, belowC, nearC }: ReadingAsk): number {
  if (nearC !== undefined) return nearC;
  return belowC === undefined ? (aboveC ?? COLD_C) - 2.4 : belowC + 1;
}

/** The last temperature against the limits of its step. */
export function withinLimits(ask: ReadingAsk, values: readonly number[]): string | null {
  const value = lastOf(values);
  if (ask.aboveC !== undefined && isWarmer(value, ask.aboveC)) {
    return `${temperatureToken(value)} is above the stop of ${temperatureToken(ask.aboveC)}: back to the chill, then read again.`;
  }
  if (ask.belowC !== undefined && isColder(value, ask.belowC)) {
    return `${temperatureToken(value)} has not reached ${temperatureToken(ask.belowC)}.`;
  }
  return null;
}
