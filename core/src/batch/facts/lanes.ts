import type { RecipeDocument } from '../../recipe/document.js';
import { plannedLanes, type PlannedLanes } from '../../recipe/planned-lanes.js';
import { alone, laneDocument } from '../../recipe/portions.js';
import { holdsMass, portionAt, wayOf } from '../../steps/index.js';
import type { BatchFacts, PortionFact, StepFact } from './facts.js';

/** The part of a batch's facts that tells which ways its mass goes. */
export type Ways = Pick<BatchFacts, 'steps' | 'portions' | 'productAccountId'>;

const asStep = (fact: StepFact) => ({ ...fact, key: fact.document.key, portion: fact.document.portion });

/** Steps of the batch that a product goes through, in their order. */
function wayIn({ steps, portions }: Pick<Ways, 'steps' | 'portions'>, key: string | null): StepFact[] {
  const ids = new Set(wayOf(steps.map(asStep), portions, key).map((s) => s.id));
  return steps.filter((s) => ids.has(s.id));
}

/** The products of a batch: what nothing parted off, under null, and each portion. */
export function laneKeys({ portions }: Pick<BatchFacts, 'portions'>): (string | null)[] {
  return [null, ...portions.map((p) => p.key)];
}

/** Where what is finished of a product comes to. */
export function productOf(
  { portions, productAccountId }: Pick<Ways, 'portions' | 'productAccountId'>,
  key: string | null,
): string | null {
  return key === null ? productAccountId : (portions.find((p) => p.key === key)?.accountId ?? null);
}

/** Accounts of everything that the batch makes, what nothing parted off first. */
export function productAccounts(ways: Pick<Ways, 'portions' | 'productAccountId'>): string[] {
  return laneKeys(ways).flatMap((key) => productOf(ways, key) ?? []);
}

/** Whether a step's place is there: nothing took it out, and mass can stand in it. */
function isThere(step: StepFact): step is StepFact & { placeAccountId: string } {
  return !step.leftOut && step.placeAccountId !== null;
}

/** The step out of which a portion is weighed: where it parts, or the last place before that is still there. */
export function partingStep(
  ways: Pick<Ways, 'steps' | 'portions'>,
  portion: PortionFact,
): StepFact | undefined {
  const at = ways.steps.find((s) => s.document.key === portion.partsAfter);
  if (!at) return undefined;
  return wayIn(ways, portionAt(at.document)).findLast((s) => s.position <= at.position && isThere(s));
}

/** Portions that are weighed out of a step. */
export function portionsAt(
  ways: Pick<Ways, 'steps' | 'portions'>,
  step: Pick<StepFact, 'id'>,
): PortionFact[] {
  return ways.portions.filter((p) => partingStep(ways, p)?.id === step.id);
}

/** Whether something parts off before a step, so that not all of the batch comes to it. */
export function hasParted(ways: Pick<Ways, 'steps' | 'portions'>, { position }: StepFact): boolean {
  return ways.portions.some((p) => (partingStep(ways, p)?.position ?? Infinity) < position);
}

/** Where a portion comes to first: its own first place, or what is finished of it. */
export function firstOf({ steps, portions }: Pick<Ways, 'steps' | 'portions'>, key: string): string | null {
  const own = steps.find((s) => portionAt(s.document) === key && isThere(s) && holdsMass(s.document));
  return own?.placeAccountId ?? portions.find((p) => p.key === key)?.accountId ?? null;
}

/**
 * The facts of a batch as if it made one of its products alone: its way, its recipe, its casing and what was entered
 * on that way. Every question that is asked of a product is asked of these. The transfers stay whole: what went another
 * way went out.
 */
export function factsOfLane(facts: BatchFacts, key: string | null): BatchFacts {
  if (facts.portions.length === 0) return facts;
  const steps = wayIn(facts, key);
  const ids = new Set(steps.map((s) => s.id));
  const isOnIt = (one: { stepId: string | null }) => one.stepId === null || ids.has(one.stepId);
  const { batch, portions } = facts;
  const way = alone(steps.filter((s) => !s.leftOut).map((s) => s.document));
  const recipe = { ...recipeOf(facts, key), steps: way };
  const portion = portions.find((p) => p.key === key);
  return {
    ...facts,
    batch: { ...batch, recipe, ...(portion ? { recipeName: portion.name } : {}) },
    steps,
    readings: facts.readings.filter(isOnIt),
    marks: facts.marks.filter(isOnIt),
    casings: facts.casings.filter((c) => c.casingId === recipe.casing?.casingId),
    productAccountId: productOf(facts, key),
  };
}

/** Lots of casing that a step of the batch can be filled into: those of what its product is stuffed into. */
export function casingsAt(
  facts: Pick<BatchFacts, 'batch' | 'steps' | 'portions' | 'casings'>,
  step: Pick<StepFact, 'document'>,
): BatchFacts['casings'] {
  if (facts.portions.length === 0) return facts.casings;
  const { casing } = recipeOf(facts, portionAt(step.document));
  return facts.casings.filter((c) => c.casingId === casing?.casingId);
}

/** The recipe of one product of a batch, by the steps that the batch has now. */
function recipeOf(
  { batch, portions, steps }: Pick<BatchFacts, 'batch' | 'portions' | 'steps'>,
  key: string | null,
): RecipeDocument {
  return laneDocument({ ...batch.recipe, portions, steps: steps.map((s) => s.document) }, key);
}

/** Where so much mix of a batch is meant to go, by the steps that it has now. */
export function plannedIn(
  { batch, portions, steps }: Pick<BatchFacts, 'batch' | 'portions' | 'steps'>,
  mixMg: number,
): PlannedLanes {
  const method = steps.filter((s) => !s.leftOut).map((s) => s.document);
  return plannedLanes({ ...batch.recipe, portions, steps: method }, mixMg);
}

/** The same for the product that a step is done to. */
export function factsAtStep(facts: BatchFacts, step: Pick<StepFact, 'document'>): BatchFacts {
  return factsOfLane(facts, portionAt(step.document));
}
