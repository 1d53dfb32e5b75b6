import { expectedYield, portionAt, traitsOf, type MethodStep } from '../steps/index.js';
import type { RecipeDocument, WorkingDocument } from './document.js';
import type { WorkingCasing } from './product.js';
import { casingPlan, pieceMassG } from './piece.js';
import { laneDocument, lanesOf } from './portions.js';
import { type Portion } from './product.js';

/** Where the mass of a method is meant to go. Masses mg. */
export interface PlannedLanes {
  /** What is meant to come into each step, by its key. */
  into: ReadonlyMap<string, number>;
  /** What is meant to part off into each portion, by its key. */
  parted: ReadonlyMap<string, number>;
  /** What is meant to be finished of each product; under null what nothing parted off. */
  finished: ReadonlyMap<string | null, number>;
}

/**
 * So much mix along its ways: each step keeps what it usually keeps, each portion takes what is meant for it, and
 * never more than there is.
 *
 * @param massMg mix, mg
 */
export function plannedLanes(document: WorkingDocument | RecipeDocument, massMg: number): PlannedLanes {
  const into = new Map<string, number>();
  const parted = new Map<string, number>();
  const finished = new Map<string | null, number>();
  const { portions = [] } = document;
  const go = (key: string | null, startMg: number) => {
    let leftMg = startMg;
    for (const step of document.steps.filter((s) => portionAt(s) === key)) {
      into.set(step.key, leftMg);
      leftMg *= expectedYield([step]);
      const outMg = leftMg;
      for (const portion of portions.filter((p) => p.partsAfter === step.key && p.key !== key)) {
        if (parted.has(portion.key)) continue;
        const takenMg = Math.min(leftMg, meantMg(document, portion, step, outMg));
        leftMg -= takenMg;
        parted.set(portion.key, takenMg);
        go(portion.key, takenMg);
      }
    }
    finished.set(key, leftMg);
  };
  go(null, massMg);
  return { into, parted, finished };
}

function meantMg(
  document: WorkingDocument | RecipeDocument,
  { plan }: Portion,
  at: MethodStep,
  outMg: number,
): number {
  switch (plan.by) {
    case 'share':
      return (outMg * plan.pct) / 100;
    case 'mass':
      return plan.massMg;
    case 'pieces':
      return plan.pieces * (pieceMassG(laneDocument(document, portionAt(at))) ?? 0) * 1000;
  }
}

/** Finished kilograms of all its products per kilogram of mix, by what its steps usually keep. */
export function finishedPerMix(document: WorkingDocument | RecipeDocument): number {
  return [...plannedLanes(document, 1).finished.values()].reduce((sum, mg) => sum + mg, 0);
}

/** A casing and the metres of it that a recipe needs. */
interface CasingMeant {
  casing: WorkingCasing;
  metres: number;
}

/**
 * The casing of everything that is stuffed: each product's own, for what is meant to come to its stuffer. Products that
 * are stuffed together have it once, and what goes into the same casing is added up.
 *
 * @param mixMg mix, mg
 */
export function casingsMeant(
  { name, document }: { name: string; document: RecipeDocument },
  mixMg: number,
): CasingMeant[] {
  const { into } = plannedLanes(document, mixMg);
  const stuffed = new Set<string>();
  const meant = new Map<string, CasingMeant>();
  for (const lane of lanesOf(name, document)) {
    const { casing, steps } = lane.document;
    const at = steps.findLast((s) => traitsOf(s).machine === 'stuffer');
    if (!casing || !at || stuffed.has(at.key)) continue;
    stuffed.add(at.key);
    const plan = casingPlan(lane.document, into.get(at.key) ?? mixMg);
    if (!plan) continue;
    const metres = plan.metres + (meant.get(casing.casingId)?.metres ?? 0);
    meant.set(casing.casingId, { casing, metres });
  }
  return [...meant.values()];
}
