import {
  InputError,
  OUT_OF_CHILL,
  brokenSpeciesRules,
  checkWindow,
  mixture,
  numberOf,
  traitsOf,
  type BookId,
  type InputIssue,
} from '@zest/core';
import type { OpenBatch, RecipeDocument } from '@zest/contract';
import type { Transaction } from '../../platform/database.js';
import { fromInputError, invalid } from '../../platform/problem.js';
import { dayOf } from '../../platform/shop-time.js';
import { kg } from '../../platform/words.js';
import { findMeatLots, type MeatLot } from '../store/lots.js';

/** Core temperature below which cooking alone is no answer to parasites; common practice. */
const LOW_CORE_C = 71;

/**
 * Everything that can speak against the meats of a new batch, in one answer. What the lead may sign
 * past is named at `signed.<guard>`; the rest must be mended.
 * @throws HttpProblem 422
 */
export async function checkMeats(
  tx: Transaction,
  body: OpenBatch,
  recipe: RecipeDocument,
  book: BookId,
  now: Date,
): Promise<Map<string, MeatLot>> {
  const found = await findMeatLots(
    tx,
    body.uses.map((u) => u.lotId),
  );
  const lots = new Map(found.map((l) => [l.id, l]));
  const issues: InputIssue[] = body.uses.flatMap((use, i) => {
    const lot = lots.get(use.lotId);
    const path = `uses[${i}].lotId`;
    if (!lot) return [{ path, message: `Trim ${i + 1} is not a lot in the cold room.` }];
    const message = lotObjection(lot, body.owner, now);
    return message ? [{ path, message: `${lot.name} ${lot.code} ${message}` }] : [];
  });
  if (new Set(body.uses.map((u) => u.lotId)).size < body.uses.length) {
    issues.push({ path: 'uses', message: 'A lot stands twice in the blend.' });
  }
  issues.push(...windowIssues(body, lots, recipe, book));
  issues.push(...guardIssues(body, lots, recipe, await dayOf(tx, now)));
  if (issues.length > 0) throw invalid(issues);
  return lots;
}

/** Why this lot cannot go into a batch of this owner, or undefined. */
export function lotObjection(lot: MeatLot, owner: string | null, now: Date): string | undefined {
  if (lot.status === 'hold') return 'is on hold; the lead must release it first.';
  if (lot.status === 'rejected') return 'is rejected.';
  if (lot.owner !== owner) {
    if (lot.owner === null)
      return `is the shop's; sell it to ${owner} first, so that it stands on the ticket.`;
    return owner === null
      ? `belongs to ${lot.owner} and cannot go into a shop product.`
      : `belongs to ${lot.owner} and cannot meet the meat of ${owner}.`;
  }
  if (lot.state === 'frozen') return 'is frozen; thaw it and weigh it after its drip.';
  if (lot.weightKnown === 'pre-thaw') return 'was thawed and not weighed since; weigh it after its drip.';
  const out = lot.outMs + (lot.outSince ? now.getTime() - lot.outSince.getTime() : 0);
  if (out >= OUT_OF_CHILL.stopMinutes * 60_000) {
    return `has stood out of the chill for ${Math.round(out / 60_000)} minutes; chill it and read its temperature.`;
  }
  return undefined;
}

/** What speaks against the weight and the fat of a blend. */
export function windowIssues(
  body: Pick<OpenBatch, 'uses' | 'meatMg' | 'window'>,
  lots: ReadonlyMap<string, MeatLot>,
  recipe: RecipeDocument,
  book: BookId,
): InputIssue[] {
  const issues: InputIssue[] = [];
  const total = body.uses.reduce((sum, u) => sum + u.massMg, 0);
  if (total !== body.meatMg) {
    issues.push({
      path: 'uses',
      message: `The trims weigh ${kg(total)} together, the batch ${kg(body.meatMg)}.`,
    });
  }
  for (const check of checkWindow(body.window, recipe.fatClass, book)) {
    if (check.level === 'stop') issues.push({ path: 'window', message: check.sentence });
  }
  const { fatPct } = blendOf(body, lots);
  if (fatPct < body.window.minPct - 1e-6 || fatPct > body.window.maxPct + 1e-6) {
    issues.push({
      path: 'uses',
      message: `The blend is ${fatPct.toFixed(1)} % fat, outside the window of ${body.window.minPct}–${body.window.maxPct} %. Ask for a new blend or change the window.`,
    });
  }
  return issues;
}

function blendOf(body: Pick<OpenBatch, 'uses'>, lots: ReadonlyMap<string, MeatLot>) {
  try {
    return mixture(
      body.uses.map((u) => ({ massKg: u.massMg / 1e6, fatPct: lots.get(u.lotId)?.fatPct ?? 0 })),
    );
  } catch (error) {
    throw error instanceof InputError ? fromInputError(error) : error;
  }
}

/** Guards on the meats of a batch that hold unless the lead has signed past them. */
export function guardIssues(
  body: Pick<OpenBatch, 'uses' | 'signed'>,
  lots: ReadonlyMap<string, MeatLot>,
  recipe: RecipeDocument,
  today: string,
): InputIssue[] {
  const { signed } = body;
  const names = (test: (lot: MeatLot) => boolean) =>
    [...lots.values()].filter(test).map((l) => `${l.name} ${l.code}`);
  const issues: InputIssue[] = [];
  const heated = names((l) => l.heat !== 'raw');
  if (heated.length > 0 && recipe.state === 'raw' && !signed.cooked) {
    issues.push({
      path: 'signed.cooked',
      message: `${heated.join(', ')} was already smoked or cooked and would go into a raw mix. Say why that is right.`,
    });
  }
  const wild = names((l) => l.wild);
  if (wild.length > 0 && isLowCore(recipe) && !signed.wild) {
    issues.push({
      path: 'signed.wild',
      message: `${wild.join(', ')} can carry parasites and this product is not cooked through. Name the validated freezing or cooking rule that was followed.`,
    });
  }
  const past = names((l) => l.useBy !== null && l.useBy < today);
  if (past.length > 0 && !signed.useBy) {
    issues.push({
      path: 'signed.useBy',
      message: `${past.join(', ')} is past its use-by date. Put it on hold, or say why it may be used.`,
    });
  }
  const broken = brokenSpeciesRules(
    recipe.speciesRules,
    body.uses.map((u) => ({ species: lots.get(u.lotId)?.species ?? '', massKg: u.massMg / 1e6 })),
  );
  if (broken.length > 0 && !signed.species) {
    issues.push({
      path: 'signed.species',
      message: `${broken.join(' ')} Change the blend, or say what the label will say.`,
    });
  }
  return issues;
}

/** Dried, smoked raw, or cooked below the temperature that settles it. */
function isLowCore(recipe: RecipeDocument): boolean {
  if (recipe.state === 'dried' || recipe.state === 'raw smoked (not cooked)') return true;
  return recipe.steps.some(
    (s) => traitsOf(s).heat === 'lethal' && (numberOf(s, 'stopBelowC') ?? 0) < LOW_CORE_C,
  );
}
