import {
  STARTING_RECIPES,
  USUAL_CASINGS,
  USUAL_INGREDIENTS,
  USUAL_TRIMS,
  isCureFor,
  needsOf,
  startingDocument,
  type Ingredient,
  type StartingRecipe,
} from '@zest/core';
import type { Person, StartRecipe, TakenUp } from '@zest/contract';
import { addSupply } from '../../cold-room/index.js';
import type { AppContext } from '../../platform/app-context.js';
import { audit } from '../../platform/audit.js';
import { once } from '../../platform/commands.js';
import type { Transaction } from '../../platform/database.js';
import { announce } from '../../platform/live.js';
import { invalid } from '../../platform/problem.js';
import { machines } from '../../platform/settings.js';
import { findCasing } from '../store/casings.js';
import { insertDraft } from '../store/drafts.js';
import { readLibrary } from '../store/library.js';
import * as store from '../store/shelf.js';

/** What is taken up, by its keys. */
type Keys = Omit<TakenUp, 'id'>;

/**
 * Takes usual things onto the shop's shelf; what the shop has by that name already stays as the shop has it. Answers
 * how many are new; a repeat takes nothing up.
 *
 * @throws HttpProblem 422 naming a key that is not on the usual shelf
 */
export async function takeUp(app: AppContext, person: Person, body: TakenUp): Promise<{ added: number }> {
  const at = app.now();
  let added = 0;
  const head = { id: body.id, kind: 'take-up', personId: person.id, at, request: body };
  await once(app.db, head, async (tx) => {
    added = await takeUpIn(tx, person, at, body);
    announce(tx, at, { topic: 'lots' });
    announce(tx, at, { topic: 'recipes' });
  });
  void app.hub.poll();
  return { added };
}

async function takeUpIn(tx: Transaction, person: Person, at: Date, keys: Keys): Promise<number> {
  const ingredients = keys.ingredients.map((key, i) => find(USUAL_INGREDIENTS, key, `ingredients.${i}`));
  const casings = keys.casings.map((key, i) => find(USUAL_CASINGS, key, `casings.${i}`));
  const trims = keys.trims.map((key, i) => find(USUAL_TRIMS, key, `trims.${i}`));
  let added = 0;
  for (const usual of ingredients) {
    const id = await store.takeIngredient(tx, usual);
    if (id === undefined) continue;
    added += 1;
    if (usual.isSupply) await addSupply(tx, id, `${usual.name} supply`, at);
    await audit(
      tx,
      { personId: person.id, at },
      {
        what: 'ingredient',
        about: `${usual.name}, ${usual.form}`,
        from: null,
        to: { role: usual.role, ...usual.facts },
      },
    );
  }
  for (const casing of casings) if (await store.takeCasing(tx, casing)) added += 1;
  for (const trim of trims) if (await store.takeTrim(tx, trim)) added += 1;
  return added;
}

function find<T extends { key: string }>(items: readonly T[], key: string, path: string): T {
  const item = items.find((i) => i.key === key);
  if (!item) throw invalid([{ path, message: `There is no “${key}” on the usual shelf.` }]);
  return item;
}

/**
 * Begins a recipe from a starting one, as a draft that the lead changes and publishes.
 *
 * @throws HttpProblem 422 where the cure that the shop has is not said, or is of the wrong kind
 */
export async function startRecipe(app: AppContext, person: Person, body: StartRecipe): Promise<void> {
  const at = app.now();
  const recipe = find(STARTING_RECIPES, body.key, 'key');
  const head = { id: body.id, kind: 'start-recipe', personId: person.id, at, request: body };
  await once(app.db, head, async (tx) => {
    const { cure } = body;
    await takeUpIn(tx, person, at, {
      ingredients: [...needsOf(recipe), ...(recipe.cure && cure && 'usual' in cure ? [cure.usual] : [])],
      casings: recipe.casing === null ? [] : [recipe.casing],
      trims: [],
    });
    const library = await readLibrary(tx);
    const ingredientOf = (key: string) => ownOf(library, key);
    const usualCasing = USUAL_CASINGS.find((c) => c.key === recipe.casing);
    const casing = usualCasing ? await findCasing(tx, usualCasing) : null;
    const document = startingDocument(recipe, {
      ingredientOf,
      cure: cureFor(recipe, cure, library),
      casing,
      machines: await machines(tx),
    });
    await insertDraft(tx, {
      id: body.id,
      name: recipe.name,
      recipeId: null,
      fromVersionId: null,
      document: JSON.stringify(document),
      personId: person.id,
      now: at,
    });
    announce(tx, at, { topic: 'lots' });
    announce(tx, at, { topic: 'recipes' });
  });
  void app.hub.poll();
}

/** The shop's own ingredient of a usual one's name and form. */
function ownOf(library: ReadonlyMap<string, Ingredient>, key: string): Ingredient {
  const usual = find(USUAL_INGREDIENTS, key, 'key');
  const own = [...library.values()].find((i) => i.name === usual.name && i.form === usual.form);
  if (!own) throw new Error(`${usual.name} was taken up and is not there.`);
  return own;
}

function cureFor(
  recipe: StartingRecipe,
  asked: StartRecipe['cure'],
  library: ReadonlyMap<string, Ingredient>,
): Ingredient | undefined {
  if (!recipe.cure) return undefined;
  const own = asked && ('usual' in asked ? ownOf(library, asked.usual) : library.get(asked.ingredientId));
  if (own && isCureFor(recipe, own)) return own;
  const wanted = recipe.cure.kind === 'slow' ? 'nitrite and nitrate' : 'nitrite alone';
  throw invalid([
    {
      path: 'cure',
      message: `Choose the cure that the shop has, with ${wanted}: its strength decides the dose.`,
    },
  ]);
}
