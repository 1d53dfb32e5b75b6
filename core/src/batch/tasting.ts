import { tasteState, type TasteState } from '../bench/taste-state.js';
import { isPoultry } from '../species/index.js';
import { numberOf, traitsOf } from '../steps/index.js';
import type { BatchFacts, TransferFact } from './facts.js';

/** Where a patty is done when the method does not say, °C; poultry wants more (common practice). */
const DONE_C = 71;
const POULTRY_DONE_C = 74;

/** What the tasting of a batch is worth: a patty done through, a verdict, and nothing added after it. */
export function batchTasting(
  facts: BatchFacts,
  live: readonly TransferFact[],
): TasteState & { doneC: number } {
  const of = (kind: string) => facts.readings.filter((r) => r.kind === kind);
  const doneC = doneAt(facts);
  const answer = tasteState({
    verdicts: of('verdict').map((r) => ({ passed: r.value === 1, atMs: Date.parse(r.at) })),
    cores: of('core').map((r) => ({ valueC: r.value, atMs: Date.parse(r.at) })),
    additions: live
      .filter((t) => t.lineId !== null)
      .map((t) => ({
        name: facts.lines.find((l) => l.id === t.lineId)?.name ?? 'Something',
        atMs: Date.parse(t.at),
      })),
    doneC,
    provenRuns: facts.batch.provenRuns,
    skipped: facts.marks.some((m) => m.kind === 'taste-skipped'),
  });
  return { ...answer, doneC };
}

function doneAt({ steps, lines, accounts }: BatchFacts): number {
  const tasting = steps.find((s) => traitsOf(s.document).tastes);
  const written = tasting && numberOf(tasting.document, 'stopBelowC');
  if (written !== undefined) return written;
  const species = new Map(accounts.map((a) => [a.id, a.species]));
  return lines.some((l) => isPoultry(species.get(l.lotAccountId) ?? '')) ? POULTRY_DONE_C : DONE_C;
}
