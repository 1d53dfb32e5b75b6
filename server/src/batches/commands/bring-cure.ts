import {
  bringsCure,
  fold,
  isCure,
  massToken,
  minutesToMixIn,
  mixAgain,
  traitsOf,
  unstatedSentence,
  weighMoreIngredients,
  weighStep,
  type BatchFacts,
  type ShopFacts,
  type StepFact,
} from '@zest/core';
import type { ChangeMethod, RecipeLine } from '@zest/contract';
import { reserve } from '../../ledger/index.js';
import type { Transaction } from '../../platform/database.js';
import { conflict, invalid, notFound } from '../../platform/problem.js';
import { mustFindIngredient, snapshot } from '../../recipes/index.js';
import { addLine } from '../store/lines.js';
import { findIngredientLots } from '../store/lots.js';
import { correctionNo, insertCorrection } from './insert-steps.js';
import { lastLinePosition, mustHavePlace, mustStandAt } from './on-batch.js';

type Cure = NonNullable<ChangeMethod['cure']>;

/**
 * The line of a cure that goes into a batch whose recipe has none, because its new way asks for one.
 * @throws HttpProblem 422 for what is no cure or is not stated, 409 where there is cure or what it would go into is in casings
 */
export async function cureFor(
  tx: Transaction,
  facts: BatchFacts,
  { ingredientId, gPerKgMeat }: Cure,
): Promise<RecipeLine> {
  const ingredient = await mustFindIngredient(tx, ingredientId);
  const unstated = unstatedSentence(ingredient);
  if (unstated) throw invalid([{ path: 'cure.ingredientId', message: unstated }]);
  if (!isCure(ingredient.contents)) {
    const message = `${ingredient.name} holds no nitrite and no nitrate; choose a cure.`;
    throw invalid([{ path: 'cure.ingredientId', message }]);
  }
  const has = facts.lines.find(bringsCure);
  if (has) throw conflict('has-cure', `${has.name} is in it already; a second cure is not put in here.`);
  const at = mustStandAt(facts);
  if (traitsOf(at.document).set) {
    throw conflict(
      'too-late',
      `${ingredient.name} cannot be mixed into what is already in casings. Cook it through at once, or leave it fresh.`,
    );
  }
  const { place } = goesInto(facts);
  const into = facts.steps.find((s) => s.placeAccountId === place);
  return {
    key: `cure-${ingredient.id.slice(-8)}`,
    ingredientId: ingredient.id,
    name: ingredient.name,
    role: ingredient.role,
    dose: { gPerKgMeat },
    required: true,
    entersAt: into?.document.key ?? at.document.key,
    ...snapshot(ingredient),
  };
}

/**
 * Has the cure weighed: with the other ingredients while those are being weighed, else as a step of its own for the mix
 * that is left, mixed in where the mixing is over.
 * @throws HttpProblem 422 where there is too little of it, 409 where nothing is left
 */
export async function bringCure(
  tx: Transaction,
  facts: BatchFacts,
  shop: ShopFacts,
  line: RecipeLine,
): Promise<void> {
  const { weighedAt, place } = goesInto(facts);
  const dueMg = Math.round((dosedMeatMg(facts, shop, weighedAt ? undefined : place) * doseOf(line)) / 1000);
  const [lot] = (await findIngredientLots(tx, line.ingredientId)).filter(
    (l) => l.isSupply || l.free >= dueMg,
  );
  if (!lot || !(await reserve(tx, facts.batch.id, lot.accountId, dueMg))) {
    const message = `It takes ${massToken(dueMg)} of ${line.name}, which is not free in one lot.`;
    throw invalid([{ path: 'cure.ingredientId', message }]);
  }
  const stepId = weighedAt?.id ?? (await weighedLate(tx, facts, line));
  await addLine(tx, {
    batchId: facts.batch.id,
    stepId,
    position: lastLinePosition(facts) + 1,
    kind: 'ingredient',
    name: line.name,
    lotId: lot.id,
    lotAccountId: lot.accountId,
    placeAccountId: place,
    plannedMg: weighedAt ? null : dueMg,
    document: line,
  });
}

/** Beside the other ingredients while those are being weighed; else into what is left of the mix, where it stands. */
function goesInto(facts: BatchFacts): { weighedAt: StepFact | undefined; place: string } {
  const weighs = weighStep({ steps: facts.steps.filter((s) => !s.leftOut) }, 'ingredients');
  const weighedAt = weighs?.closedAt === null ? weighs : undefined;
  const beside = facts.lines.find((l) => l.kind === 'ingredient' && l.stepId === weighedAt?.id);
  return { weighedAt, place: beside?.placeAccountId ?? mustHavePlace(facts) };
}

function doseOf({ dose }: RecipeLine): number {
  return 'gPerKgMeat' in dose ? dose.gPerKgMeat : 0;
}

/** The meat that receives it: of the whole batch, or of what is left of the mix at a place. */
function dosedMeatMg(facts: BatchFacts, shop: ShopFacts, place: string | undefined): number {
  const { meatBasis, mixMg, ribbon } = fold(facts, shop);
  if (place === undefined) return meatBasis.massMg;
  const leftMg = ribbon.find((r) => r.accountId === place)?.balanceMg ?? 0;
  if (leftMg <= 0) throw conflict('nothing-left', 'Nothing of the mix is left that cure could go into.');
  return meatBasis.massMg * Math.min(1, leftMg / mixMg);
}

async function weighedLate(tx: Transaction, facts: BatchFacts, line: RecipeLine): Promise<string> {
  const n = correctionNo(facts, 'late');
  const method = facts.steps.map((s) => s.document);
  const isToBeMixed = facts.steps.some(
    (s) => s.closedAt === null && traitsOf(s.document).machine === 'mixer',
  );
  const added = await insertCorrection(tx, facts, mustStandAt(facts).position, 'late', [
    weighMoreIngredients({
      key: `late-${n}`,
      title: `Weigh the ${line.name.toLowerCase()}`,
      instruction: 'Its new way needs cure. Weigh it for what is left of the mix and spread it over.',
    }),
    ...(isToBeMixed ? [] : [mixAgain(`late-mix-${n}`, method, minutesToMixIn(method))]),
  ]);
  const [first] = added;
  if (first === undefined) throw notFound('The step that weighs the cure');
  return first;
}
