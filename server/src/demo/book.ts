import { v7 as uuid } from 'uuid';
import type { Person, Recipe } from '@zest/contract';
import type { AppContext } from '../platform/app-context.js';
import { addNote, addRecipe, addRecipeDraft, addTasting, addVersion } from '../recipes/index.js';
import type { DemoClock } from './clock.js';
import type { Cast } from './play-batch.js';

/** What two recipes were before their present version: an earlier dose, and why it changed. */
const EARLIER: Record<string, { line: string; gPerKgMeat: number; reason: string }> = {
  'Lighthouse Ring': {
    line: 'caraway',
    gPerKgMeat: 1.4,
    reason: 'More caraway: the ferry galley could not taste it.',
  },
  'Quay Thick': { line: 'salt', gPerKgMeat: 18, reason: 'Less salt for the school kitchens.' },
};

/** Publishes the book of the demonstration, two of its recipes in their second version. */
export async function writeTheBook(
  app: AppContext,
  lead: Person,
  recipes: readonly Recipe[],
  at: (daysAgo: number, hour: number) => Date,
  clock: DemoClock,
): Promise<void> {
  for (const recipe of recipes) {
    const earlier = EARLIER[recipe.name];
    clock.set(at(60, 6));
    const by = { at: clock.now(), personId: lead.id, reason: 'As it stood on the card.', signed: {} };
    if (!earlier) {
      await app.db.transaction((tx) => addRecipe(tx, recipe, by));
      continue;
    }
    const lines = recipe.document.lines.map((line) =>
      line.key === earlier.line ? { ...line, dose: { gPerKgMeat: earlier.gPerKgMeat } } : line,
    );
    const first = { ...recipe, versionId: uuid(), document: { ...recipe.document, lines } };
    await app.db.transaction((tx) => addRecipe(tx, first, by));
    recipe.versionNo = 2;
    const again = { ...by, at: at(30, 6), reason: earlier.reason };
    await app.db.transaction((tx) => addVersion(tx, recipe, again));
  }
}

/** Notes, tastings and a recipe half written. */
export async function writeWhatWasLearned(
  app: AppContext,
  cast: Cast,
  recipes: readonly Recipe[],
): Promise<void> {
  const [bram, oda] = cast.hands;
  const thick = recipes.find((r) => r.name === 'Quay Thick');
  const ring = recipes.find((r) => r.name === 'Lighthouse Ring');
  if (!bram || !oda || !thick || !ring) throw new Error('The demonstration lacks somebody or something.');
  const note = (
    recipe: Recipe,
    who: Person,
    lineKey: string | null,
    stepKey: string | null,
    sentence: string,
  ) => addNote(app, who, recipe.id, { id: uuid(), lineKey, stepKey, sentence });
  await note(ring, oda, null, 'smoke', 'The lower rail colours late; turn the sticks after an hour.');
  await note(ring, bram, 'juniper', null, 'Crush it on the day, the bag has lost its smell.');
  const tasted = (recipe: Recipe, who: Person, passed: boolean, rest: object, words: string) =>
    addTasting(app, who, recipe.id, { id: uuid(), batchId: null, passed, words, ...rest });
  await tasted(thick, bram, true, { salt: 'right', spice: 'too little' }, 'A little more mace would do.');
  await tasted(thick, oda, true, { salt: 'right', spice: 'right', texture: 'right' }, '');
  await tasted(
    ring,
    oda,
    false,
    { salt: 'right', texture: 'crumbly' },
    'Not mixed long enough; went back for four minutes.',
  );
  await addRecipeDraft(app, cast.lead, {
    id: uuid(),
    name: 'Harbour Brat',
    recipeId: null,
    fromVersionId: thick.versionId,
    document: {
      ...thick.document,
      lines: thick.document.lines
        .filter((l) => l.role !== 'seasoning')
        .map(({ carries: _carries, ...line }) => line),
    },
  });
}
