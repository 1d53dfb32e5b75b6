import { READINGS_AGREE_C, arrivalLimit, canHaveChilled, temperatureToken } from '@zest/core';
import type { ColdReading } from '@zest/contract';
import { readBy } from '../../devices/index.js';
import type { AppContext } from '../../platform/app-context.js';
import type { Db } from '../../platform/database.js';
import { invalid } from '../../platform/problem.js';
import { shopBook } from '../../platform/settings.js';
import type { LotRow } from '../store/lots.js';

/** The warmest that a lot may be, °C: by its species, its state and whether it is ground. */
export async function limitOf(db: Db, lot: Pick<LotRow, 'species' | 'state' | 'form'>): Promise<number> {
  const { species, state, form } = lot;
  return arrivalLimit({ book: await shopBook(db), species, state, form }).maxC;
}

/**
 * The temperature of a lot as it was read now; undefined where none was given. What it can hardly have become
 * since it was last read is believed of the probe, or of two typed figures that agree: then the warmer counts.
 * @returns the temperature with words for how it is known
 * @throws HttpProblem 422 at `secondTempC`
 */
export async function readNow(
  app: AppContext,
  lot: LotRow,
  body: ColdReading & { id: string },
  now: Date,
): Promise<{ tempC: number; words: string } | undefined> {
  const { tempC, secondTempC } = body;
  if (tempC === undefined) return undefined;
  const { how } = await readBy(app, body, { kind: 'core', value: tempC, inCore: true });
  if (how === 'probe') return { tempC, words: `${temperatureToken(tempC)} by the probe` };
  const before =
    lot.tempC === null || lot.tempAtTime === null ? null : { tempC: lot.tempC, at: lot.tempAtTime.getTime() };
  if (canHaveChilled(before, { tempC, at: now.getTime() })) {
    return { tempC, words: `${temperatureToken(tempC)}, typed` };
  }
  if (secondTempC === undefined || Math.abs(secondTempC - tempC) > READINGS_AGREE_C) {
    throw invalid([
      {
        path: 'secondTempC',
        message: `It was read at ${temperatureToken(before?.tempC ?? 0)} not long ago and can hardly be at ${temperatureToken(tempC)} now. Read it with the probe, or a second time in another place, within ${READINGS_AGREE_C} °C of the first.`,
      },
    ]);
  }
  return {
    tempC: Math.max(tempC, secondTempC),
    words: `${temperatureToken(tempC)} and ${temperatureToken(secondTempC)}, typed`,
  };
}
