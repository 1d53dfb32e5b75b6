import { v7 as uuid } from 'uuid';
import {
  againstChange,
  balances,
  batchMasses,
  becoming,
  blocking,
  houseOf,
  laneKeys,
  portionAt,
  stateWith,
  stepTitle,
  type BatchFacts,
  type StepFact,
} from '@zest/core';
import {
  methodStep,
  type BatchChanged,
  type ChangeMethod,
  type MethodStep,
  type Person,
  type RecipeLine,
} from '@zest/contract';
import { postTransfers } from '../../ledger/index.js';
import type { AppContext } from '../../platform/app-context.js';
import type { Transaction } from '../../platform/database.js';
import { conflict, invalid } from '../../platform/problem.js';
import { chosenBook } from '../../platform/settings.js';
import { readLibrary } from '../../recipes/index.js';
import { commandOnBatch, mustStandAt, signFor, type OnBatch } from './on-batch.js';
import { becomesState } from '../store/batch.js';
import { bringCure, cureFor } from './bring-cure.js';
import { closeStepRow, rearrangeStep } from '../store/steps.js';
import { mustLoad } from '../read.js';
import { insertMethod } from './insert-steps.js';
import { addNotice } from '../../platform/notices.js';

/**
 * Changes the rest of an open batch's method: steps that stay, by key, take the new parameters; new
 * ones are put between; those left out are closed with the reason. Every guard of the recipe is asked
 * again with the new method – fresh that is smoked after all asks for its cure.
 * @throws HttpProblem 422 with every guard that stops it or nobody has signed
 */
export async function changeMethod(
  app: AppContext,
  person: Person,
  batchId: string,
  body: ChangeMethod,
): Promise<BatchChanged> {
  return commandOnBatch(app, person, batchId, 'change-method', { ...body }, async (on) => {
    const { tx, now, facts } = on;
    const current = mustStandAt(facts);
    const steps = body.steps.map((s) => methodStep.parse(s));
    const open = facts.steps.filter((s) => s.closedAt === null);
    const kept = new Map(
      open.flatMap((s) => (steps.some((n) => n.key === s.document.key) ? [[s.document.key, s]] : [])),
    );
    const leftOut = open.filter((s) => !kept.has(s.document.key));
    mustBeTheSame(kept, steps);
    mustBeFree(facts, leftOut);
    const cure = body.cure ? await cureFor(tx, facts, body.cure) : undefined;
    await mustObey(on, person, { steps, cure }, body.signed ?? {});
    await leaveOut(tx, leftOut, person, body.reason, now);
    await arrange(tx, facts, current, steps, kept);
    await bringMassForward(tx, batchId, now, person);
    if (cure) await bringCure(tx, await mustLoad(tx, batchId), on.shop, cure);
    addNotice(tx, batchId, now, `${person.name} changed the method: ${body.reason}`);
  });
}

/** A step that has begun, or that an unweighed line goes into, cannot be left out. */
function mustBeFree(facts: BatchFacts, leftOut: readonly StepFact[]): void {
  const figures = batchMasses(facts);
  for (const step of leftOut) {
    const begun =
      facts.readings.some((r) => r.stepId === step.id) || figures.live.some((t) => t.stepId === step.id);
    if (begun) {
      throw invalid([
        { path: 'steps', message: `${stepTitle(step.document)} has begun; it cannot be left out.` },
      ]);
    }
    const line = facts.lines.find(
      (l) =>
        (l.stepId === step.id || l.placeAccountId === step.placeAccountId) &&
        l.plannedMg !== 0 &&
        !figures.live.some((t) => t.lineId === l.id),
    );
    if (line) {
      throw invalid([
        {
          path: 'steps',
          message: `${line.name} is weighed at or goes into ${stepTitle(step.document)}; that step stays.`,
        },
      ]);
    }
  }
}

/**
 * Everything that speaks against the batch with the new method and did not with the old: the recipe's signatures and
 * those of its opening cover none of it.
 * @throws HttpProblem 422 with every stop, and with what nobody signs in this command
 */
async function mustObey(
  on: OnBatch,
  person: Person,
  { steps, cure }: { steps: readonly MethodStep[]; cure: RecipeLine | undefined },
  signed: Readonly<Record<string, string>>,
): Promise<void> {
  const { tx, facts, shop } = on;
  const going = facts.steps.filter((s) => !s.leftOut);
  const closed = going.filter((s) => s.closedAt !== null).map((s) => s.document);
  const document = { ...facts.batch.recipe, portions: facts.portions };
  const rest = [...closed, ...steps];
  // Each portion has a state of its own, which no other way of the rest changes.
  const state = facts.portions.length > 0 ? document.state : stateWith(document.state, rest);
  const after = { ...becoming(document, state), lines: [...document.lines, ...(cure ? [cure] : [])] };
  const found = againstChange({
    name: facts.batch.recipeName,
    before: { ...document, steps: going.map((s) => s.document) },
    after: { ...after, steps: rest },
    library: await readLibrary(tx),
    book: await chosenBook(tx),
    house: houseOf(shop),
  });
  const held = blocking(found, signed);
  if (held.length > 0)
    throw invalid(
      held.map((f) => ({ path: f.level === 'sign' ? `signed.${f.guard}` : 'steps', message: f.sentence })),
    );
  const signs = found.filter((f) => f.level === 'sign');
  signFor(on, person, signs, (guard) => signed[guard] ?? '');
  if (state !== document.state) becomesState(on.tx, facts.batch.id, state);
}

/** A step that stays is the step it was: another kind under its key is another step. */
function mustBeTheSame(kept: ReadonlyMap<string, StepFact>, steps: readonly MethodStep[]): void {
  const issues = steps.flatMap((step, i) => {
    const was = kept.get(step.key);
    if (!was || was.document.kind === step.kind) return [];
    const message = `${stepTitle(was.document)} does not become ${stepTitle(step)}: leave it out, and put that in as a step of its own.`;
    return [{ path: `steps[${i}].kind`, message }];
  });
  if (issues.length > 0) throw invalid(issues);
}

async function leaveOut(
  tx: Transaction,
  steps: readonly StepFact[],
  person: Person,
  reason: string,
  now: Date,
): Promise<void> {
  for (const { id } of steps) {
    await closeStepRow(tx, { id, now, personId: person.id, reason, leftOut: true });
  }
}

/** Puts the rest of the method into the order asked for, behind everything that is closed. */
async function arrange(
  tx: Transaction,
  facts: BatchFacts,
  current: StepFact,
  steps: readonly MethodStep[],
  kept: ReadonlyMap<string, StepFact>,
): Promise<void> {
  const { id: batchId } = facts.batch;
  let position = Math.max(current.position, ...facts.steps.map((s) => s.position)) + 1;
  for (const step of steps) {
    const row = kept.get(step.key);
    if (row) {
      await rearrangeStep(tx, { id: row.id, position, document: step });
    } else {
      await insertMethod(tx, batchId, position, [step]);
    }
    position += 1;
  }
}

/** Mass that had already moved on to a later step comes back to the one that now stands before it, on its own way. */
async function bringMassForward(tx: Transaction, batchId: string, now: Date, person: Person): Promise<void> {
  const facts = await mustLoad(tx, batchId);
  const held = balances(facts.transfers);
  const moved = laneKeys(facts).flatMap((lane) => {
    const places = facts.steps
      .filter((s) => s.placeAccountId !== null && (s.closedAt === null || s.leftOut))
      .filter((s) => portionAt(s.document) === lane)
      .sort((a, b) => Number(a.leftOut) - Number(b.leftOut) || a.position - b.position);
    const [first, ...later] = places;
    const standing = later.filter((s) => (held.get(s.placeAccountId ?? '') ?? 0) > 0);
    if (!first?.placeAccountId && facts.portions.length === 0)
      throw conflict('no-place', 'The rest of the method has no step that holds the meat.');
    return standing.flatMap((from) => {
      if (!first?.placeAccountId || from.placeAccountId === null) return [];
      return [
        {
          id: uuid(),
          from: from.placeAccountId,
          to: first.placeAccountId,
          amount: held.get(from.placeAccountId) ?? 0,
          at: now,
          batchId,
          stepId: first.id,
          lineId: null,
          personId: person.id,
          deviceId: null,
          how: 'derived' as const,
          reversesId: null,
          reason: 'The method was changed.',
        },
      ];
    });
  });
  if (moved.length > 0) await postTransfers(tx, now, moved);
}
