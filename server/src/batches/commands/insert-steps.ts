import { v7 as uuid } from 'uuid';
import {
  grindMissed,
  grindMore,
  holdsMass,
  stepTitle,
  traitsOf,
  type BatchFacts,
  type LotForm,
  type StepOrigin,
} from '@zest/core';
import type { MethodStep } from '@zest/contract';
import { addAccounts, type NewAccount } from '../../ledger/index.js';
import type { Transaction } from '../../platform/database.js';
import { addSteps, shiftSteps, type NewStep } from '../store/steps.js';

/** The accounts that steps need: a place where mass stands, and one for metres where casing is filled. */
export async function addPlaces(
  tx: Transaction,
  batchId: string,
  steps: readonly Pick<NewStep, 'id' | 'document' | 'placeAccountId'>[],
): Promise<void> {
  const accounts = steps.flatMap(({ id: stepId, document, placeAccountId }): NewAccount[] => {
    const name = stepTitle(document);
    const about = { kind: 'place' as const, batchId, stepId };
    return [
      ...(placeAccountId ? [{ ...about, id: placeAccountId, measure: 'mg' as const, name }] : []),
      ...(traitsOf(document).machine === 'stuffer'
        ? [{ ...about, id: uuid(), measure: 'mm' as const, name: `casing at ${name}` }]
        : []),
    ];
  });
  await addAccounts(tx, accounts);
}

/** Rows for the steps of a method from a position on, each with a place where it holds mass. */
export function rowsFor(steps: readonly MethodStep[], position: number): NewStep[] {
  return steps.map((document, i) => ({
    id: uuid(),
    position: position + i,
    document,
    placeAccountId: holdsMass(document) ? uuid() : null,
    origin: null,
    originNo: null,
  }));
}

/** Makes room before a position and puts steps of the method there. */
export async function insertMethod(
  tx: Transaction,
  batchId: string,
  position: number,
  steps: readonly MethodStep[],
): Promise<void> {
  await shiftSteps(tx, batchId, position, steps.length);
  const rows = rowsFor(steps, position);
  await addPlaces(tx, batchId, rows);
  await addSteps(tx, batchId, rows);
}

/**
 * Puts steps that correct something before a position. They have no place of their own: they work on
 * the mass where it stands, and on the portion that the step before them is done to.
 * @returns their ids in order
 */
export async function insertCorrection(
  tx: Transaction,
  facts: BatchFacts,
  position: number,
  origin: StepOrigin,
  steps: readonly MethodStep[],
): Promise<string[]> {
  const batchId = facts.batch.id;
  await shiftSteps(tx, batchId, position, steps.length);
  const originNo = correctionNo(facts, origin);
  const corrected = facts.steps.find((s) => s.position === position)?.document.portion;
  const rows = steps.map((document, i) => ({
    id: uuid(),
    position: position + i,
    document: corrected === undefined ? document : { ...document, portion: corrected },
    placeAccountId: null,
    origin,
    originNo,
  }));
  await addSteps(tx, batchId, rows);
  return rows.map((r) => r.id);
}

/** The how many-eth correction of its kind the next one is. */
export function correctionNo(facts: BatchFacts, origin: StepOrigin): number {
  const so = facts.steps.flatMap((s) => (s.origin === origin ? [s.originNo ?? 0] : []));
  return Math.max(0, ...so) + 1;
}

/** Whole meat that comes to a place behind the grind of its batch is ground first. */
export function grindFirst(
  facts: BatchFacts,
  placeAccountId: string,
  forms: readonly LotForm[],
  key: string,
): MethodStep[] {
  const missed = forms.includes('whole') ? grindMissed(facts, placeAccountId) : undefined;
  return missed ? [grindMore(key, missed.document)] : [];
}
