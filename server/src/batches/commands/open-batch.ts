import {
  placeForMeat,
  traitsOf,
  weighStep,
  blocking,
  casingsMeant,
  differences,
  massPerMeat,
  mixPerMeat,
  type Finding,
  type Ingredient,
  bringsCure,
} from '@zest/core';
import { LINE_NOTE, STEP_NOTE } from '@zest/contract';
import type { MethodStep, OpenBatch, Person, Recipe, RecipeLine, RecipeNote } from '@zest/contract';
import { finishDraft } from '../../blend/index.js';
import { reserve } from '../../ledger/index.js';
import type { AppContext } from '../../platform/app-context.js';
import { once } from '../../platform/commands.js';
import type { Transaction } from '../../platform/database.js';
import { announce } from '../../platform/live.js';
import { addNotice } from '../../platform/notices.js';
import { invalid, notFound } from '../../platform/problem.js';
import { shopBook } from '../../platform/settings.js';
import { kg } from '../../platform/words.js';
import {
  atHotness,
  checkPublished,
  findRecipe,
  openNotes,
  readLibrary,
  signedAt,
  snapshot,
} from '../../recipes/index.js';
import { checkMeats } from './meat-guards.js';
import { addBatch, addSignature, nextBatchNumber } from '../store/batch.js';
import { addLine } from '../store/lines.js';
import { findCasingLots, findIngredientLots, type DryLot, type MeatLot } from '../store/lots.js';
import { addProductLot } from '../store/made-lots.js';
import { addPortions } from '../store/portions.js';
import { addSteps, type NewStep } from '../store/steps.js';
import { addPlaces, rowsFor } from './insert-steps.js';
import { Signing } from './signing.js';

/**
 * Opens a batch: sets its trims, ingredients and casing aside, copies the recipe's method into steps
 * with a place each, and writes down what is due to be weighed.
 * @throws HttpProblem 422 naming every field that does not fit, with nothing set aside
 */
export async function openBatch(app: AppContext, person: Person, body: OpenBatch): Promise<void> {
  const now = app.now();
  await once(
    app.db,
    { id: body.id, kind: 'open-batch', personId: person.id, at: now, request: body },
    async (tx) => {
      const published = await findRecipe(tx, body.recipeId);
      if (!published) throw notFound('This recipe');
      const signing = new Signing(body.signed);
      await mustStillObey(tx, published, signing);
      const recipe = {
        ...published,
        document: atHotness(published.document, hotnessOf(published, body.hotness)),
      };
      const notes = await openNotes(tx, recipe.id);
      const book = await shopBook(tx);
      const lots = await checkMeats(tx, body, recipe, book, now, signing);
      await addBatch(tx, {
        id: body.id,
        number: await nextBatchNumber(tx),
        recipeVersionId: recipe.versionId,
        plannedFor: body.plannedFor,
        plannedMeatMg: body.meatMg,
        window: body.window,
        openedAt: now,
        openedBy: person.id,
        owner: body.owner,
        hotness: body.hotness,
        signed: body.signed,
      });
      const steps = await addMethod(
        tx,
        body.id,
        recipe.document.steps.map((s) => withNotes(s, notes, 'stepKey')),
      );
      await addProductLot(tx, body.id, recipe.name, now, body.owner);
      await addPortions(tx, body, recipe.document.portions ?? [], now);
      await addMeatLines(tx, body, steps, lots);
      await addIngredientLines({ tx, now, signing }, body, recipe, steps, notes);
      await reserveCasing(tx, body, recipe);
      writeSigned(tx, now, person, body.id, signing);
      sayWindow(tx, now, body, recipe);
      sayUndated(tx, now, body.id, lots.values());
      if (body.draftId) finishDraft(tx, now, body.draftId, body.id);
      announce(tx, now, { topic: 'batch', batchId: body.id });
      announce(tx, now, { topic: 'lots' });
    },
  );
}

/** What was signed for at the opening, each with its words: nothing that comes later is covered by it. */
function writeSigned(tx: Transaction, now: Date, person: Person, batchId: string, signing: Signing): void {
  for (const what of signing.covered) {
    addSignature(tx, { batchId, personId: person.id, now, reason: signing.reasonFor(what.guard), ...what });
  }
}

/** Another window than the recipe's is said to everybody who works on the batch. */
function sayWindow(tx: Transaction, now: Date, { id, window }: OpenBatch, { document }: Recipe): void {
  const { minPct, maxPct } = document.window;
  if (window.minPct === minPct && window.maxPct === maxPct) return;
  addNotice(
    tx,
    id,
    now,
    `Opened for ${window.minPct}–${window.maxPct} % fat; the recipe says ${minPct}–${maxPct} %.`,
  );
}

/** A card where nobody wrote down how long a meat keeps. */
function sayUndated(tx: Transaction, now: Date, batchId: string, lots: Iterable<MeatLot>): void {
  const names = [...lots].filter((l) => l.useBy === null).map((l) => `${l.name} ${l.code}`);
  if (names.length > 0)
    addNotice(
      tx,
      batchId,
      now,
      `${names.join(', ')} has no last day: nobody wrote down how long it keeps. Look at its label.`,
    );
}

/**
 * A published recipe against the book and the library of today: both may have changed since.
 * @throws HttpProblem 422 for what stops it, or what nobody has signed
 */
async function mustStillObey(tx: Transaction, recipe: Recipe, signing: Signing): Promise<void> {
  const { findings } = await checkPublished(tx, recipe);
  const held = blocking(findings, await signedAt(tx, recipe.versionId));
  if (held.length === 0) return;
  const sentences = (level: Finding['level']) =>
    held
      .filter((f) => f.level === level)
      .map((f) => ({ path: 'recipeId', message: `${recipe.name}: ${f.sentence}` }));
  const stops = sentences('stop');
  if (stops.length > 0) throw invalid(stops);
  const sentence = sentences('sign')
    .map((s) => s.message)
    .join(' ');
  const open = signing.ask({ guard: 'recipe', sentence });
  if (open.length > 0) throw invalid(open);
}

function hotnessOf(recipe: Recipe, heat: string | null): string | null {
  const { hotness } = recipe.document;
  if (heat === null || hotness.some((h) => h.name === heat)) return heat;
  throw invalid([
    {
      path: 'hotness',
      message: `“${heat}” is not a heat of ${recipe.name}. Accepted: ${hotness.map((h) => h.name).join(', ') || 'none'}.`,
    },
  ]);
}

/** Notes pinned to a line or a step come up with it; as many letters of them as a note has room for. */
function withNotes<T extends { key: string; note?: string | undefined }>(
  item: T,
  notes: readonly RecipeNote[],
  pinnedBy: 'lineKey' | 'stepKey',
): T {
  const most = pinnedBy === 'stepKey' ? STEP_NOTE : LINE_NOTE;
  const words = notes.filter((n) => n[pinnedBy] === item.key).map((n) => n.sentence);
  if (words.length === 0) return item;
  return { ...item, note: [item.note, ...words].filter(Boolean).join(' · ').slice(0, most) };
}

async function addMethod(
  tx: Transaction,
  batchId: string,
  method: readonly MethodStep[],
): Promise<NewStep[]> {
  const steps = rowsFor(method, 1);
  await addPlaces(tx, batchId, steps);
  await addSteps(tx, batchId, steps);
  return steps;
}

async function addMeatLines(
  tx: Transaction,
  body: OpenBatch,
  steps: readonly NewStep[],
  lots: ReadonlyMap<string, MeatLot>,
) {
  const weighs = weighStep({ steps }, 'meat');
  for (const [i, use] of body.uses.entries()) {
    const lot = lots.get(use.lotId);
    if (!lot) continue;
    const place = placeForMeat(steps, lot.fatPct);
    if (!weighs || !place)
      throw invalid([{ path: 'recipeId', message: "This recipe's method has no step to weigh meat into." }]);
    if (!(await reserve(tx, body.id, lot.accountId, use.massMg))) {
      throw invalid([
        {
          path: `uses[${i}].massMg`,
          message: `${lot.name} ${lot.code}: ${kg(use.massMg)} is wanted but only ${kg(lot.freeMg)} is free.`,
        },
      ]);
    }
    await addLine(tx, {
      batchId: body.id,
      stepId: weighs.id,
      position: i + 1,
      kind: 'meat',
      name: lot.name,
      lotId: lot.id,
      lotAccountId: lot.accountId,
      placeAccountId: place,
      plannedMg: use.massMg,
      document: null,
      fat: { pct: lot.fatPct, sd: lot.fatSd },
    });
  }
}

async function addIngredientLines(
  { tx, now, signing }: { tx: Transaction; now: Date; signing: Signing },
  body: OpenBatch,
  recipe: Recipe,
  steps: readonly NewStep[],
  notes: readonly RecipeNote[],
) {
  const { lines } = recipe.document;
  const library = await readLibrary(tx);
  const perMeat = mixPerMeat(lines.map((l) => l.dose));
  for (const [i, line] of lines.entries()) {
    const enters = steps.find((s) => s.document.key === line.entersAt);
    const weighed = [...steps]
      .reverse()
      .find((s) => traitsOf(s.document).weighs === 'ingredients' && s.position < (enters?.position ?? 0));
    if (!enters?.placeAccountId || !weighed) {
      throw invalid([
        { path: 'recipeId', message: `${line.name} has no step to be weighed at before it enters.` },
      ]);
    }
    const due = dueMg(line, body.meatMg, perMeat);
    const lot = await takeStock(tx, body, line, { due, now, signing });
    await addLine(tx, {
      batchId: body.id,
      stepId: weighed.id,
      position: 100 + i,
      kind: 'ingredient',
      name: line.name,
      lotId: lot.id,
      lotAccountId: lot.accountId,
      placeAccountId: enters.placeAccountId,
      plannedMg: null,
      document: withNotes(asKnownNow(line, library), notes, 'lineKey'),
    });
  }
}

/** What its bag holds by what is known today: what is stated otherwise since was signed for. */
function asKnownNow(line: RecipeLine, library: ReadonlyMap<string, Ingredient>): RecipeLine {
  const now = library.get(line.ingredientId);
  if (!now || !line.carries || differences(line.carries, now).length === 0) return line;
  const { carries, nitritePct } = snapshot(now);
  return { ...line, carries, nitritePct };
}

function dueMg(line: RecipeLine, meatMg: number, perMeat: number): number {
  return Math.max(1, Math.round(massPerMeat(line.dose, perMeat) * meatMg));
}

/**
 * The lot that a line is weighed from first; water from the tap needs no stock. Where a little is short the lead may
 * sign that it is enough or still comes; a cure is there before its batch is opened.
 */
async function takeStock(
  tx: Transaction,
  { id: batchId }: OpenBatch,
  line: RecipeLine,
  { due, now, signing }: { due: number; now: Date; signing: Signing },
): Promise<DryLot> {
  const lots = await findIngredientLots(tx, line.ingredientId);
  const supply = lots.find((l) => l.isSupply);
  if (supply) return supply;
  const first = await setAside(tx, batchId, lots, due);
  if (first) return first;
  const free = lots.reduce((sum, l) => sum + Math.max(0, l.free), 0);
  const short = `Not enough ${line.name}: ${grams(due)} is needed, ${grams(free)} is free in all its lots.`;
  const there = lots.find((l) => l.free > 0);
  const way = 'Take some in under Cold room, Spices, cure, casings';
  if (!there || bringsCure({ document: line }))
    throw invalid([{ path: 'meatMg', message: `${short} ${way}.` }]);
  const sentence = `${short} ${way}, or say why the batch may be opened.`;
  const open = signing.ask({ guard: 'short', about: line.name, sentence, amount: due - free });
  if (open.length > 0) throw invalid(open);
  addNotice(tx, batchId, now, `${short} Opened all the same: “${signing.reasonFor('short')}”`);
  return there;
}

/**
 * Sets aside the oldest lot that has enough, else the oldest lots together.
 * @returns the first of them; undefined when all together have too little: what there is, is set aside all the same
 */
async function setAside<Lot extends { accountId: string; free: number }>(
  tx: Transaction,
  batchId: string,
  lots: readonly Lot[],
  due: number,
): Promise<Lot | undefined> {
  for (const lot of lots) if (await reserve(tx, batchId, lot.accountId, due)) return lot;
  let missing = due;
  let first: Lot | undefined;
  for (const lot of lots) {
    const some = Math.min(missing, lot.free);
    if (some <= 0 || !(await reserve(tx, batchId, lot.accountId, some))) continue;
    first ??= lot;
    missing -= some;
  }
  return missing <= 0 ? first : undefined;
}

/** Sets aside the casing of every product that is stuffed apart, for what is meant to be stuffed into it. */
async function reserveCasing(tx: Transaction, body: OpenBatch, recipe: Recipe): Promise<void> {
  const mixMg = body.meatMg * mixPerMeat(recipe.document.lines.map((l) => l.dose));
  for (const { casing, metres } of casingsMeant(recipe, mixMg)) {
    const lots = await findCasingLots(tx, casing.casingId);
    if (await setAside(tx, body.id, lots, Math.ceil(metres * 1000))) continue;
    const free = lots.reduce((sum, l) => sum + l.free, 0) / 1000;
    throw invalid([
      {
        path: 'meatMg',
        message: `Not enough casing: ${metres.toFixed(1)} m of ${casing.name} is needed, ${free.toFixed(1)} m is free in all its lots. Take some in under Cold room, Spices, cure, casings.`,
      },
    ]);
  }
}

function grams(mg: number): string {
  return `${Number((mg / 1000).toFixed(1))} g`;
}
