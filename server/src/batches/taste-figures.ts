import { tasteState } from '@zest/core';
import type { BatchSheet } from '@zest/contract';
import type { BatchRecord, TransferRow } from './record.js';

/** Where a patty is done when the method does not say, °C; poultry wants more. */
const DONE_C = 71;
const POULTRY_DONE_C = 74;
const POULTRY = new Set(['chicken', 'turkey', 'duck', 'goose', 'poultry']);

/** What the tasting of a batch is worth: a patty done through, a verdict, and nothing added after it. */
export function batchTaste(record: BatchRecord, live: readonly TransferRow[]): BatchSheet['taste'] {
  const of = (kind: string) => record.readings.filter((r) => r.kind === kind);
  const doneC = doneAt(record);
  const answer = tasteState({
    verdicts: of('verdict').map((r) => ({ passed: r.value === 1, atMs: r.at.getTime() })),
    cores: of('core').map((r) => ({ valueC: r.value, atMs: r.at.getTime() })),
    additions: live
      .filter((t) => t.lineId !== null)
      .map((t) => ({
        name: record.lines.find((l) => l.id === t.lineId)?.name ?? 'Something',
        atMs: t.at.getTime(),
      })),
    doneC,
    provenRuns: record.batch.provenRuns,
    skipped: record.marks.some((m) => m.kind === 'taste-skipped'),
  });
  return { ...answer, doneC };
}

function doneAt(record: BatchRecord): number {
  const written = record.steps.find((s) => s.document.kind === 'taste')?.document.stopBelowC;
  if (written !== undefined) return written;
  const poultry = record.lines.some((l) => POULTRY.has(record.accounts.get(l.lotAccountId)?.species ?? ''));
  return poultry ? POULTRY_DONE_C : DONE_C;
}
