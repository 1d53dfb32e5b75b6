import {
  InputError,
  checkWindow,
  lanesOf,
  lotMatter,
  meatObjections,
  mixture,
  outOfChill,
  type BookId,
  type InputIssue,
  type Lane,
  type ShopFacts,
} from '@zest/core';
import type { OpenBatch, Recipe, RecipeDocument } from '@zest/contract';
import type { Transaction } from '../../platform/database.js';
import { fromInputError, invalid } from '../../platform/problem.js';
import { shopFacts } from '../read.js';
import { kg } from '../../platform/words.js';
import { findMeatLots, type MeatLot } from '../store/lots.js';
import type { Covered, Signing } from './signing.js';

/**
 * Everything that can speak against the meats of a new batch, in one answer. What the lead may sign
 * past is named at `signed.<guard>`; the rest must be mended.
 * @throws HttpProblem 422
 */
export async function checkMeats(
  tx: Transaction,
  body: OpenBatch,
  { name, document: recipe }: Pick<Recipe, 'name' | 'document'>,
  book: BookId,
  now: Date,
  signing: Signing,
): Promise<Map<string, MeatLot>> {
  const found = await findMeatLots(
    tx,
    body.uses.map((u) => u.lotId),
  );
  const lots = new Map(found.map((l) => [l.id, l]));
  const shop = await shopFacts(tx, now);
  const issues: InputIssue[] = body.uses.flatMap((use, i) => {
    const lot = lots.get(use.lotId);
    const path = `uses[${i}].lotId`;
    if (!lot) return [{ path, message: `Trim ${i + 1} is not a lot in the cold room.` }];
    const message = lotObjection(lot, body.owner, shop);
    return message ? [{ path, message: `${lot.name} ${lot.code} ${message}` }] : [];
  });
  if (new Set(body.uses.map((u) => u.lotId)).size < body.uses.length) {
    issues.push({ path: 'uses', message: 'A lot stands twice in the blend.' });
  }
  issues.push(...windowIssues(body, lots, recipe, book));
  issues.push(...widerIssues(body, recipe, signing));
  issues.push(...unweighedIssues(body, lots, signing));
  issues.push(...guardIssues(body, lots, lanesOf(name, recipe), shop.today, signing));
  if (issues.length > 0) throw invalid(issues);
  return lots;
}

/** Why this lot cannot go into a batch of this owner, or undefined. */
export function lotObjection(
  lot: MeatLot,
  owner: string | null,
  shop: Pick<ShopFacts, 'now' | 'outWarnMinutes' | 'outStopMinutes'>,
): string | undefined {
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
  const out = lot.outMs + (lot.outSince ? Date.parse(shop.now) - lot.outSince.getTime() : 0);
  if (out >= outOfChill(shop).stopMinutes * 60_000) {
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

/** A window that lets more through than the recipe's own asks for the lead's word: fat is what the product is sold by. */
function widerIssues(
  { window }: Pick<OpenBatch, 'window'>,
  { window: own }: RecipeDocument,
  signing: Signing,
): InputIssue[] {
  const amount = Math.max(own.minPct - window.minPct, window.maxPct - own.maxPct);
  if (amount <= 0) return [];
  const sentence = `The window of ${window.minPct}–${window.maxPct} % lets more through than the recipe's ${own.minPct}–${own.maxPct} %. Keep to it, or say why this batch may.`;
  return signing.ask({ guard: 'window', sentence, amount });
}

/** A plan on weights that nobody weighed may come short: the lead says that it may rest on them. */
function unweighedIssues(
  { uses }: Pick<OpenBatch, 'uses'>,
  lots: ReadonlyMap<string, MeatLot>,
  signing: Signing,
): InputIssue[] {
  const names = uses.flatMap(({ lotId }) => {
    const lot = lots.get(lotId);
    const isWeighed = lot?.weightKnown !== 'guessed' && lot?.weightKnown !== 'counted';
    return lot === undefined || isWeighed ? [] : [`${lot.name} ${lot.code} (${lot.weightKnown})`];
  });
  if (names.length === 0) return [];
  const about = names.join(', ');
  const sentence = `${about} was never weighed. Weigh it and count the lot, or say why the plan may rest on that.`;
  return signing.ask({ guard: 'weight', about, sentence });
}

/** What speaks against the meats of a batch, at the place where the lead signs past it. */
function guardIssues(
  body: Pick<OpenBatch, 'uses' | 'window' | 'owner'>,
  lots: ReadonlyMap<string, MeatLot>,
  lanes: readonly Lane<RecipeDocument>[],
  today: string,
  signing: Signing,
): InputIssue[] {
  const meats = body.uses.flatMap((use) => {
    const lot = lots.get(use.lotId);
    if (!lot) return [];
    const { name, code, fatPct } = lot;
    return [
      { name: `${name} ${code}`, matter: lotMatter({ ...lot, id: lot.accountId }, use.massMg), fatPct },
    ];
  });
  const asked = new Map<string, Covered>();
  const stops = new Set<string>();
  for (const { document } of lanes) {
    const rules = { recipe: document, window: body.window, owner: body.owner, today };
    for (const { level, ...what } of meatObjections(meats, rules)) {
      // Whose a lot is, is said at the lot; its window is a figure of the whole blend.
      if (what.guard === 'owner' || what.guard === 'window') continue;
      if (level === 'stop') stops.add(what.sentence);
      else asked.set(what.sentence, what);
    }
  }
  return [
    ...[...stops].map((message) => ({ path: 'uses', message })),
    ...[...asked.values()].flatMap((what) => signing.ask(what)),
  ];
}
