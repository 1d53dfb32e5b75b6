import { flowsOf } from '../../ledger/flows.js';
import { LOSSES } from '../../ledger/losses.js';
import { traitsOf, type MethodStep } from '../../steps/index.js';
import type { BatchFacts, TransferFact } from './facts.js';
import { sumWhere } from './masses.js';
import { atStep } from './moves.js';
import { lastGrinds } from './places.js';

export interface MeatBasis {
  massMg: number;
  from: 'ground' | 'weighed' | 'planned';
}

/**
 * The meat weight that lines scale to: what came out of the grinder when the lines enter after
 * it, else the net meat weighed, else the plan. Masses in mg; 0 or absent means not confirmed yet.
 */
export function meatBasis(known: {
  plannedMg: number;
  weighedMg?: number | undefined;
  groundMg?: number | undefined;
}): MeatBasis {
  if (known.groundMg) return { massMg: known.groundMg, from: 'ground' };
  if (known.weighedMg) return { massMg: known.weighedMg, from: 'weighed' };
  return { massMg: known.plannedMg, from: 'planned' };
}

/** The first step at which something is weighed. */
export function weighStep<S extends { document: MethodStep }>(
  facts: { steps: readonly S[] },
  what: 'meat' | 'ingredients',
): S | undefined {
  return facts.steps.find((s) => traitsOf(s.document).weighs === what);
}

/** Whether the meat of a step has lines of its own that season it: then it does not move the others. */
export function hasOwnSeasoning(facts: BatchFacts, stepId: string): boolean {
  return facts.lines.some((l) => l.seasonsStepId === stepId);
}

/** The meat weight that the lines of the recipe scale to, growth included. */
export function currentMeat(facts: BatchFacts, live: readonly TransferFact[]): MeatBasis {
  const flows = flowsOf(live);
  const weighs = weighStep(facts, 'meat');
  const seasons = weighStep(facts, 'ingredients');
  const grinds = lastGrinds(facts);
  const ground = grinds.length > 0 && grinds.every((g) => g.closedAt !== null);
  const fromGrind = new Set(grinds.flatMap((g) => (g.placeAccountId ? [g.placeAccountId] : [])));
  const places = new Set(facts.steps.flatMap((s) => (s.placeAccountId ? [s.placeAccountId] : [])));
  const growth = facts.lines.filter(
    (l) => l.kind === 'meat' && l.stepId !== weighs?.id && !hasOwnSeasoning(facts, l.stepId),
  );
  const grown = growth.reduce((sum, l) => sum + (l.plannedMg ?? 0), 0);
  const trimmed = ground ? 0 : trimmedAfterWeighing(facts, live);
  const basis = meatBasis({
    plannedMg: facts.batch.plannedMeatMg,
    weighedMg: weighs?.closedAt ? sumWhere(atStep(live, weighs.id), (t) => t.lineId !== null) - trimmed : 0,
    groundMg: ground
      ? sumWhere(
          [...fromGrind].flatMap((id) => flows.from(id)),
          (t) => places.has(t.to),
        )
      : 0,
  });
  const trims = facts.accounts.filter((a) => a.lotKind === 'trim');
  // What was kept as a lot of its own before the ingredients were weighed is not seasoned with them.
  const kept = sumWhere(
    trims.flatMap((a) => flows.to(a.id)),
    (t) =>
      places.has(t.from) &&
      !(ground && fromGrind.has(t.from)) &&
      (!seasons?.closedAt || t.at <= seasons.closedAt),
  );
  return { massMg: Math.max(1, basis.massMg + grown - kept), from: basis.from };
}

/** Bone and trim that left where the meat was weighed into: nothing is dosed on it. */
function trimmedAfterWeighing(facts: BatchFacts, live: readonly TransferFact[]): number {
  const weighed = weighStep(facts, 'meat');
  const first = new Set(
    facts.lines.filter((l) => l.kind === 'meat' && l.stepId === weighed?.id).map((l) => l.placeAccountId),
  );
  return sumWhere(flowsOf(live).to(LOSSES['bone and trim'].account), (t) => first.has(t.from));
}
