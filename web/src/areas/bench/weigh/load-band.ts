import type { BatchView, LineView } from '@zest/contract';

/** What is poured now on a line: the whole of it, or one mixer load's part. Masses in mg. */
export interface Pour {
  /** Which load of how many; 1 of 1 when the line is poured at once. */
  load: number;
  loads: number;
  /** Due with this pour. */
  dueMg: number;
  lowMg: number;
  highMg: number;
}

/**
 * The pour that comes next on a line. By load, each pour is judged by what should be in after it, so
 * that what one load has too little of is not carried as an error into the sum.
 */
export function nextPour(sheet: BatchView, line: LineView, byLoad: boolean): Pour {
  const { perLoadMg, weighedMg, dueMg } = line;
  const whole = {
    load: 1,
    loads: 1,
    dueMg: dueMg - weighedMg,
    lowMg: line.lowMg - weighedMg,
    highMg: line.highMg - weighedMg,
  };
  if (!byLoad || perLoadMg.length < 2) return whole;
  const taken = sheet.entries.filter(
    (e) => e.lineId === line.id && !e.reversed && e.reversesId === null,
  ).length;
  const load = Math.min(taken + 1, perLoadMg.length);
  const upTo = perLoadMg.slice(0, load).reduce((sum, mg) => sum + mg, 0);
  const part = upTo / dueMg;
  return {
    load,
    loads: perLoadMg.length,
    dueMg: upTo - weighedMg,
    lowMg: Math.round(upTo - (dueMg - line.lowMg) * part) - weighedMg,
    highMg: Math.round(upTo + (line.highMg - dueMg) * part) - weighedMg,
  };
}
