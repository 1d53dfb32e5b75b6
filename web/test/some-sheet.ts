import type { BatchSheet, SheetLine, SheetStep } from '@zest/contract';

/** A line of dry goods due at 100 g within 2 g. */
export function sheetLine(name: string, more: Partial<SheetLine> = {}): SheetLine {
  return {
    id: `line-${name}`,
    stepId: 'dry',
    kind: 'dry',
    name,
    role: 'seasoning',
    material: 'spice',
    stream: 'all',
    lotId: 'lot',
    lotCode: 'S-1',
    required: true,
    dueMg: 100_000,
    lowMg: 98_000,
    highMg: 102_000,
    weighedMg: 0,
    stockMg: null,
    unconfirmed: false,
    accepted: false,
    scaleId: 'dose',
    weighings: 1,
    tooCoarse: false,
    gPerKgMeat: 5,
    pctOfMix: 0.4,
    perLoadMg: [100_000],
    note: null,
    cure: null,
    ...more,
  };
}

export function sheetStep(key: string, kind: SheetStep['kind'], more: Partial<SheetStep> = {}): SheetStep {
  return {
    key,
    kind,
    title: key,
    say: '',
    id: key,
    position: 1,
    state: 'waiting',
    closedAt: null,
    closedBy: null,
    overrideReason: null,
    missing: [],
    inMg: 0,
    outMg: 0,
    balanceMg: 0,
    stepYield: null,
    runningYield: null,
    holdsMass: false,
    losses: [],
    needs: [],
    ready: [],
    loads: 1,
    fills: null,
    hint: null,
    leftOut: false,
    caution: null,
    nextTitle: null,
    version: 1,
    ...more,
  };
}

/** As much of a sheet as the bench works with. */
export function someSheet(lines: SheetLine[], steps: SheetStep[]): BatchSheet {
  const sheet: Pick<BatchSheet, 'id' | 'lines' | 'steps' | 'readings' | 'marks' | 'entries' | 'ribbon'> & {
    casing: BatchSheet['casing'];
  } = { id: 'batch', lines, steps, readings: [], marks: [], entries: [], ribbon: [], casing: null };
  return sheet as BatchSheet;
}
