import { bothAdditions, takesStream } from '@zest/core';
import type { BatchSheet, MassOut, SheetLine, SheetReading, SheetStep } from '@zest/contract';
import type { Entry, KeptEntry } from './entry.js';

/**
 * The sheet as it will be once what waits on this device has been sent, so that the bench goes on while
 * the line is down. Only what the bench looks at is moved on; the server computes the rest.
 */
export function withWaiting(sheet: BatchSheet, waiting: readonly KeptEntry[]): BatchSheet {
  return waiting
    .filter((k) => k.batchId === sheet.id && k.refused === null && k.offline)
    .reduce((now, k) => apply(now, k.entry), sheet);
}

function apply(sheet: BatchSheet, entry: Entry): BatchSheet {
  switch (entry.kind) {
    case 'weighing': {
      if (sheet.entries.some((e) => e.id === entry.body.id)) return sheet;
      const lines = sheet.lines.map((l) =>
        l.id === entry.body.lineId ? { ...l, weighedMg: l.weighedMg + entry.body.massMg } : l,
      );
      return stillMissing({ ...sheet, lines });
    }
    case 'out': {
      if (sheet.entries.some((e) => e.id === entry.body.id)) return sheet;
      const moved = massOut(sheet, entry.body.stepId, entry.body.massMg, entry.body.to === 'next');
      return stillMissing({ ...moved, readings: [...moved.readings, ...piecesOf(entry.body)] });
    }
    case 'reading': {
      if (sheet.readings.some((r) => r.id === entry.body.id)) return sheet;
      const { id, stepId, kind, value, load = 0 } = entry.body;
      const at = entry.body.deviceTime ?? new Date(0).toISOString();
      const reading = { id, stepId, kind, value, load, at, person: '', how: 'typed' as const };
      return stillMissing({ ...sheet, readings: [...sheet.readings, reading] });
    }
    case 'mark': {
      if (sheet.marks.some((m) => m.id === entry.body.id)) return sheet;
      const { id, stepId, kind, subject = '', note = '', value = null } = entry.body;
      const at = entry.body.deviceTime ?? new Date(0).toISOString();
      const mark = { id, stepId, kind, subject, note, value, at, person: '', second: null };
      return stillMissing({ ...sheet, marks: [...sheet.marks, mark] });
    }
    case 'casing': {
      if (!sheet.casing || sheet.entries.some((e) => e.id === entry.body.id)) return sheet;
      const { lengthMm } = entry.body;
      const { usedMm, leftMm } = sheet.casing;
      return { ...sheet, casing: { ...sheet.casing, usedMm: usedMm + lengthMm, leftMm: leftMm - lengthMm } };
    }
    case 'close':
      return closed(sheet, entry.body.stepId);
  }
}

/** Pieces that were weighed on are counted by it, and a single one is a sample. */
function piecesOf(body: MassOut): SheetReading[] {
  if (body.pieces === undefined) return [];
  const at = body.deviceTime ?? new Date(0).toISOString();
  const about = { stepId: body.stepId, load: 0, at, person: '', how: 'typed' as const };
  const counted = { ...about, id: `${body.id}-tally`, kind: 'tally' as const, value: body.pieces };
  const weighed = { ...about, id: `${body.id}-sample`, kind: 'sample' as const, value: body.massMg };
  return body.pieces === 1 ? [counted, weighed] : [counted];
}

function massOut(sheet: BatchSheet, stepId: string, massMg: number, on: boolean): BatchSheet {
  const at = sheet.steps.findIndex((s) => s.id === stepId);
  const stream = sheet.steps[at]?.stream ?? 'all';
  const next = sheet.steps.findIndex((s, i) => i > at && s.holdsMass && !s.leftOut && takesStream(s, stream));
  return {
    ...sheet,
    steps: sheet.steps.map((s, i) => {
      if (i === at) return { ...s, balanceMg: s.balanceMg - massMg, outMg: s.outMg + (on ? massMg : 0) };
      return i === next && on ? { ...s, inMg: s.inMg + massMg, balanceMg: s.balanceMg + massMg } : s;
    }),
  };
}

/** Closed here; what was not weighed out goes on to the next step, as the server will do. */
function closed(sheet: BatchSheet, stepId: string): BatchSheet {
  const step = sheet.steps.find((s) => s.id === stepId);
  if (!step || step.state === 'closed') return sheet;
  const moved = step.holdsMass && step.outMg === 0 ? massOut(sheet, stepId, step.balanceMg, true) : sheet;
  const next = moved.steps.find((s) => s.state === 'waiting');
  return {
    ...moved,
    steps: moved.steps.map((s) => {
      if (s.id === stepId) return { ...s, state: 'closed' as const, missing: [] };
      return s.id === next?.id ? { ...s, state: 'current' as const } : s;
    }),
  };
}

/** Takes off what is no longer missing; what only the server can tell stays. */
function stillMissing(sheet: BatchSheet): BatchSheet {
  return {
    ...sheet,
    steps: sheet.steps.map((step) => ({
      ...step,
      missing: step.missing.filter((m) => !isMet(sheet, step, m.what)),
    })),
  };
}

function isMet(sheet: BatchSheet, step: SheetStep, what: string): boolean {
  if (what === 'ready') return sheet.marks.some((m) => m.stepId === step.id && m.kind === 'ready');
  if (what === 'out') return step.outMg > 0;
  if (what.startsWith('line:')) {
    const line = sheet.lines.find((l) => l.stepId === step.id && `line:${l.name}` === what);
    return line !== undefined && inBand(line);
  }
  const values = sheet.readings.filter((r) => r.stepId === step.id && r.kind === what);
  const tallied = sheet.readings.some((r) => r.stepId === step.id && r.kind === 'tally');
  if (what === 'count' && tallied) return true;
  const last = values[values.length - 1];
  if (!last) return false;
  if (what === 'addition') return bothAdditions(values.map((r) => r.value));
  if (what === 'sample') return values.length >= (step.sampleSize ?? 1);
  if (what === 'tack' || what === 'verdict') return last.value === 1;
  if (what === 'temperature') {
    return (
      (step.stopAboveC === undefined || last.value <= step.stopAboveC) &&
      (step.stopBelowC === undefined || last.value >= step.stopBelowC)
    );
  }
  return what === 'minutes' || what === 'count' || what === 'before';
}

function inBand(line: SheetLine): boolean {
  return line.accepted || (line.weighedMg >= line.lowMg && line.weighedMg <= line.highMg);
}
