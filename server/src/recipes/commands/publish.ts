import { v7 as uuid } from 'uuid';
import { blocking, changedSince, checkRecipe, houseOf, isUnstated, type Ingredient } from '@zest/core';
import {
  recipeDocument,
  type Person,
  type PublishRecipe,
  type Recipe,
  type RecipeDocument,
  type RecipeDraft,
  type RecipeLine,
} from '@zest/contract';
import type { AppContext } from '../../platform/app-context.js';
import { once } from '../../platform/commands.js';
import type { Db, Transaction } from '../../platform/database.js';
import { DUPLICATE_KEY, errnoOf } from '../../platform/database-errors.js';
import { announce } from '../../platform/live.js';
import { invalid, stale } from '../../platform/problem.js';
import { chosenBook, houseRules } from '../../platform/settings.js';
import { readLibrary } from '../store/library.js';
import {
  addRecipe,
  addVersion,
  findRecipe,
  type Publication,
  recipeOfVersion,
  renameRecipe,
} from '../store/recipes.js';
import { mustFindRecipeDraft, deleteDraft } from '../store/drafts.js';

/**
 * Publishes a draft as a version that never changes. Every guard that holds is named at its field;
 * those that may be signed past need a reason of the lead. The draft is gone afterwards.
 * @throws HttpProblem 422 with every guard, 409 when the draft or the recipe changed meanwhile
 */
export async function publishRecipe(
  app: AppContext,
  person: Person,
  draftId: string,
  body: PublishRecipe,
): Promise<string> {
  const now = app.now();
  const head = {
    id: body.id,
    kind: 'publish-recipe',
    personId: person.id,
    at: now,
    request: { draftId, ...body },
  };
  await once(app.db, head, async (tx) => {
    const draft = await mustFindRecipeDraft(tx, draftId);
    if (draft.version !== body.version) throw stale(`${draft.name} has changed since you looked.`, draft);
    const library = await readLibrary(tx);
    const document = await mustObey(tx, draft, library, body.signed);
    const by: Publication = { at: now, personId: person.id, reason: body.reason, signed: body.signed };
    await writeVersion(tx, draft, body.id, document, by);
    await deleteDraft(tx, draftId);
    announce(tx, now, { topic: 'recipes' });
  });
  return recipeOfVersion(app.db, body.id);
}

async function mustObey(
  tx: Db,
  draft: RecipeDraft,
  library: ReadonlyMap<string, Ingredient>,
  signed: Record<string, string>,
): Promise<RecipeDocument> {
  const { findings } = checkRecipe({
    name: draft.name,
    document: draft.document,
    library,
    book: await chosenBook(tx),
    house: houseOf(await houseRules(tx)),
  });
  const held = blocking(findings, signed);
  if (held.length > 0) {
    throw invalid(
      held.map((f) => ({ path: f.level === 'sign' ? `signed.${f.guard}` : f.path, message: f.sentence })),
    );
  }
  const used = draft.document.lines.flatMap((l) => library.get(l.ingredientId ?? '') ?? []);
  return recipeDocument.parse({
    ...draft.document,
    lines: draft.document.lines.map((line) => {
      const ingredient = library.get(line.ingredientId ?? '');
      return {
        ...line,
        ...snapshot(ingredient),
        ...(ingredient ? { name: nameAmong(ingredient, used) } : {}),
      };
    }),
  });
}

/** Two things of one name, such as fresh and granulated garlic, are told apart by their form. */
function nameAmong({ id, name, form }: Ingredient, others: readonly Ingredient[]): string {
  return others.some((o) => o.id !== id && o.name === name) ? `${name}, ${form}` : name;
}

/** What an ingredient holds on the day of publishing: later changes of the library do not reach it. */
export function snapshot(
  ingredient: Ingredient | undefined,
): Partial<Pick<RecipeLine, 'carries' | 'nitritePct' | 'name' | 'role'>> {
  if (!ingredient) return {};
  const { contents, allergens, mayContain, parts, declaredAs, accelerator, species, dose } = ingredient;
  return {
    name: ingredient.name,
    role: ingredient.role,
    ...(contents.nitritePct > 0 ? { nitritePct: contents.nitritePct } : {}),
    carries: {
      contents,
      compound: ingredient.compound,
      ...(isUnstated(ingredient) ? { unstated: true } : {}),
      allergens: [...allergens],
      parts: parts.map((p) => ({ ...p })),
      ...(mayContain ? { mayContain } : {}),
      ...(declaredAs ? { declaredAs } : {}),
      ...(accelerator ? { accelerator } : {}),
      ...(species ? { species } : {}),
      ...(dose ? { dose } : {}),
    },
  };
}

async function writeVersion(
  tx: Transaction,
  draft: RecipeDraft,
  versionId: string,
  document: RecipeDocument,
  by: Publication,
): Promise<void> {
  try {
    if (draft.recipeId === null) {
      await addRecipe(
        tx,
        { id: uuid(), name: draft.name, versionId, versionNo: 1, document },
        { ...by, parentVersionId: draft.fromVersionId },
      );
      return;
    }
    const current = await findRecipe(tx, draft.recipeId);
    if (current && draft.fromVersionId !== current.versionId) {
      throw stale(
        `${current.name} has had version ${current.versionNo} since this draft was begun.`,
        current,
      );
    }
    await addVersion(
      tx,
      { id: draft.recipeId, versionId, versionNo: (current?.versionNo ?? 0) + 1, document },
      by,
    );
    await renameRecipe(tx, draft.recipeId, draft.name);
  } catch (error) {
    if (errnoOf(error) !== DUPLICATE_KEY) throw error;
    throw invalid([
      {
        path: 'name',
        message: `There is already a recipe called ${draft.name}. Give this one another name.`,
      },
    ]);
  }
}

/**
 * What speaks against a published recipe today: its book may have changed since, and what is known of its ingredients,
 * which is said line by line.
 */
export async function checkPublished(db: Db, recipe: Recipe) {
  const library = await readLibrary(db);
  const { findings, ...check } = checkRecipe({
    name: recipe.name,
    document: recipe.document,
    library,
    book: await chosenBook(db),
    house: houseOf(await houseRules(db)),
  });
  return { ...check, findings: [...findings, ...changedSince(recipe.document.lines, library)] };
}
