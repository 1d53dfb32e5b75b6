import {
  checkPortions,
  classAs,
  factsOfLane,
  portionAt,
  stateByMethod,
  stepTitle,
  streamAt,
  type BatchFacts,
  type Portion,
  type StepFact,
} from '@zest/core';
import {
  methodStep,
  type BatchChanged,
  type MethodStep,
  type PartPortion,
  type Person,
} from '@zest/contract';
import type { AppContext } from '../../platform/app-context.js';
import { addNotice } from '../../platform/notices.js';
import { conflict, invalid, notFound } from '../../platform/problem.js';
import { addPortions } from '../store/portions.js';
import { insertMethod } from './insert-steps.js';
import { changeOfBatch } from './on-batch.js';

/**
 * Parts a portion off on the spot: it leaves the step that is named, under the name of its own product, and goes
 * through the steps that are named for it. What it becomes is told by those; every guard is asked of it, as of a recipe.
 * @throws HttpProblem 409 for a step that is closed or holds nothing, 422 naming what does not fit or is to be signed
 */
export function partPortion(
  app: AppContext,
  person: Person,
  batchId: string,
  body: PartPortion,
): Promise<BatchChanged> {
  return changeOfBatch(app, person, batchId, 'part-portion', { ...body }, async ({ tx, now, facts }) => {
    const from = facts.steps.find((s) => s.id === body.stepId);
    if (!from) throw notFound('This step of the batch');
    mustHold(facts, from);
    const key = freeKey(facts);
    const steps = body.steps.map((s, i): MethodStep => ({
      ...methodStep.parse(s),
      key: `${key}-${i + 1}`,
      portion: key,
    }));
    const portion = portionOf(facts, from, { key, name: body.name, plan: body.plan }, steps);
    mustPart(facts, [...facts.portions, portion], steps);
    await addPortions(tx, facts.batch, [portion], now, facts.portions.length + 1);
    const last = Math.max(...facts.steps.map((s) => s.position));
    await insertMethod(tx, batchId, last + 1, steps);
    addNotice(
      tx,
      batchId,
      now,
      `${person.name} parts “${portion.name}” off after ${stepTitle(from.document)}: ${steps.map(stepTitle).join(', ') || 'finished as it is'}.`,
    );
  });
}

/** A key that no portion of the batch has. */
function freeKey({ portions }: BatchFacts): string {
  let n = portions.length + 1;
  while (portions.some((p) => p.key === `part-${n}`)) n += 1;
  return `part-${n}`;
}

function mustHold({ batch }: BatchFacts, from: StepFact): void {
  const title = stepTitle(from.document);
  if (batch.state !== 'open') throw conflict('batch-closed', `Batch ${batch.number} is ${batch.state}.`);
  if (from.closedAt !== null)
    throw conflict('step-closed', `${title} is closed; nothing parts off it any more.`);
  if (from.placeAccountId === null || streamAt(from.document) !== 'all')
    throw conflict('no-place', `Nothing can be parted off at ${title}: not all of the meat stands there.`);
}

/** What it becomes by its way; its casing and pieces are those of what it parts from, until it is filled anew. */
function portionOf(
  facts: BatchFacts,
  from: StepFact,
  given: Pick<Portion, 'key' | 'name' | 'plan'>,
  steps: readonly MethodStep[],
): Portion {
  const { batch, steps: way } = factsOfLane(facts, portionAt(from.document));
  const { recipe } = batch;
  const before = way.filter((s) => s.position <= from.position && !s.leftOut).map((s) => s.document);
  const { fatClass, claims, casing, linkMassG, linkLengthMm, packMassG } = recipe;
  const state = stateByMethod([...before, ...steps]);
  const ownClass = classAs(state, fatClass);
  return {
    ...given,
    partsAfter: from.document.key,
    state,
    ...(ownClass ? { fatClass: ownClass } : {}),
    // What is claimed is claimed of what becomes the same.
    claims: state === recipe.state ? claims : [],
    casing,
    linkMassG,
    linkLengthMm,
    packMassG,
  };
}

function mustPart(facts: BatchFacts, portions: readonly Portion[], steps: readonly MethodStep[]): void {
  const { batch } = facts;
  const found = checkPortions(batch.recipeName, {
    ...batch.recipe,
    // Its lines are in already, or were asked when it was opened.
    lines: [],
    portions: [...portions],
    steps: [...facts.steps.map((s) => s.document), ...steps],
  });
  const own = `portions[${portions.length - 1}].`;
  const wrong = found.filter((f) => f.path.startsWith(own) || f.path.startsWith('steps'));
  if (wrong.length > 0)
    throw invalid(wrong.map((f) => ({ path: f.path.replace(own, ''), message: f.sentence })));
}
