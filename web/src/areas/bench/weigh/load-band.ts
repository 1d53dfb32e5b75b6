import type { BatchView, LineView } from '@zest/contract';

/** What is poured now on a line: the whole of it, or one mixer load's part. Masses in mg. */
export interface Pour {
  /** Which load of how many; 0 of 1 when the line is poured at once, for all of them. */
  load: number;
  loads: number;
  /** Due with this pour. */
  dueMg: number;
  lowMg: number;
  highMg: number;
}

/**
 * The pour that comes next on a line. By load, each pour is judged by what its own load should have: what one
 * load has too much or too little of is not the next load's dose.
 */
export function nextPour(sheet: BatchView, line: LineView, byLoad: boolean): Pour {
  const { perLoadMg, weighedMg, dueMg } = line;
  const mine = sheet.entries.filter((e) => e.lineId === line.id && !e.reversed && e.reversesId === null);
  const inLoad = (load: number) => mine.reduce((sum, e) => (e.load === load ? sum + e.amount : sum), 0);
  if (!byLoad || perLoadMg.length < 2 || inLoad(0) > 0) {
    return {
      load: 0,
      loads: 1,
      dueMg: dueMg - weighedMg,
      lowMg: line.lowMg - weighedMg,
      highMg: line.highMg - weighedMg,
    };
  }
  const bands = perLoadMg.map((mg) => ({
    dueMg: mg,
    lowMg: Math.min(mg, Math.ceil((mg * line.lowMg) / dueMg)),
    highMg: Math.max(mg, Math.floor((mg * line.highMg) / dueMg)),
  }));
  const short = bands.findIndex((band, i) => inLoad(i + 1) < band.lowMg);
  const at = short < 0 ? bands.length - 1 : short;
  const band = bands[at] ?? { dueMg, lowMg: line.lowMg, highMg: line.highMg };
  const has = inLoad(at + 1);
  return {
    load: at + 1,
    loads: bands.length,
    dueMg: band.dueMg - has,
    lowMg: band.lowMg - has,
    highMg: band.highMg - has,
  };
}
