import { tasteState, type TasteState } from '../../bench/taste-state.js';
import { safeCoreC } from '../../species/index.js';
import { numberOf, traitsOf } from '../../steps/index.js';
import type { BatchFacts, TransferFact } from '../facts/facts.js';
import { msOf, ofLine } from '../facts/moves.js';

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
    additions: facts.lines.flatMap((l) => {
      const atMs = lastMs(ofLine(live, l.id));
      return atMs === null ? [] : [{ name: l.name, atMs }];
    }),
    doneC,
    provenRuns: facts.batch.provenRuns,
    changed: changedLines(facts),
    skipped: facts.marks.some((m) => m.kind === 'taste-skipped'),
  });
  return { ...answer, doneC };
}

/** When the latest of some entries was made; null of none. */
function lastMs(entries: readonly TransferFact[]): number | null {
  let last: number | null = null;
  for (const one of entries) last = Math.max(last ?? -Infinity, msOf(one));
  return last;
}

/** Ingredients that are not as the version has them: unwritten, exchanged, corrected or late. */
function changedLines({ lines, steps, batch }: BatchFacts): string[] {
  const corrected = new Set(steps.flatMap((s) => (s.origin === null ? [] : [s.id])));
  const names = lines.flatMap(({ document, stepId, plannedMg, name }) => {
    if (document === null || plannedMg === 0) return [];
    const written = batch.recipe.lines.find((l) => l.key === document.key);
    return written?.ingredientId === document.ingredientId && !corrected.has(stepId) ? [] : [name];
  });
  return [...new Set(names)];
}

/** Where a patty is done, °C: where the method says at any of its tastings, and never below what its species need. */
function doneAt({ steps, lines, accounts }: BatchFacts): number {
  const written = steps.flatMap((s) =>
    traitsOf(s.document).tastes ? (numberOf(s.document, 'stopBelowC') ?? []) : [],
  );
  const species = new Map(accounts.map((a) => [a.id, a.species]));
  return Math.max(...written, safeCoreC(lines.map((l) => species.get(l.lotAccountId) ?? '')));
}
