import { describe, expect, it } from 'vitest';
import {
  NO_CONTENTS,
  changedSince,
  checkRecipe,
  isUnstated,
  unstatedSentence,
  type Ingredient,
  type MethodStep,
  type RecipeLine,
} from '../src/index.js';
import { ingredientLine } from './a-batch.js';
import { LIBRARY, line, recipeOf, thing as onShelf } from './recipe-shelf.js';

const thing = (more: Partial<Ingredient> = {}): Ingredient => ({
  id: 'x',
  name: 'House sauce',
  form: 'ready',
  role: 'packet',
  typed: true,
  priceMinorPerKg: null,
  contents: NO_CONTENTS,
  allergens: [],
  compound: true,
  stated: ['salt', 'cure', 'binder', 'water', 'allergens'],
  parts: [],
  ...more,
});

describe('what nobody has stated', () => {
  it('is what a compound leaves out and what nobody knows the kind of, and nothing else', () => {
    expect(unstatedSentence(thing())).toBeUndefined();
    expect(isUnstated(thing({ compound: false, stated: [] }))).toBe(false);
    expect(unstatedSentence(thing({ stated: ['salt', 'cure', 'binder'] }))).toContain(
      'its water and its allergens',
    );
    expect(unstatedSentence(thing({ compound: false, typed: false }))).toContain('salt, cure or neither');
  });

  it('is answered for allergens by the lead, and stands on no claim', () => {
    const silent = thing({ stated: ['salt', 'cure', 'binder', 'water'], mayContain: true });
    expect(isUnstated(silent)).toBe(false);
    const document = {
      ...recipeOf([
        line('Fine salt', 16),
        { ...line('Fine salt', 3), key: 's', ingredientId: 'x', name: 'House sauce' },
      ]),
      claims: ['gluten free' as const],
    };
    const library = new Map([...LIBRARY, ['x', silent]]);
    const found = checkRecipe({ name: 'Plain', document, library, book: 'eu' }).findings;
    expect(found.filter((f) => f.level === 'stop').map((f) => f.sentence)).toContain(
      'It claims to be gluten free, and the allergens of House sauce are not stated.',
    );
  });
});

describe('what is known otherwise since a version was published', () => {
  const published = (more: Partial<Ingredient> = {}): RecipeLine => {
    const { contents, allergens, parts } = thing(more);
    return {
      ...ingredientLine('House sauce', 20),
      ingredientId: 'x',
      carries: { contents, allergens, parts },
    };
  };
  const now = (more: Partial<Ingredient>) =>
    changedSince([published()], new Map([['x', thing(more)]])).map((f) => [f.level, f.guard, f.sentence]);

  it('is each figure and each allergen that differs, and nothing where none does', () => {
    expect(now({})).toEqual([]);
    expect(now({ contents: { ...NO_CONTENTS, nitritePct: 0.004 } })).toEqual([]);
    const [strength] = now({ contents: { ...NO_CONTENTS, nitritePct: 0.6 } });
    expect(strength).toEqual(['sign', 'changed', expect.stringContaining('nitrite 0 % then, 0.6 % now')]);
    const [allergen] = now({ allergens: ['milk'] });
    expect(allergen?.[2]).toContain('MILK now');
    const [less] = changedSince([published({ allergens: ['egg'] })], new Map([['x', thing()]]));
    expect(less?.sentence).toContain('no EGG now');
    expect(now({ stated: ['salt'] })[0]?.[2]).toContain('not all of it is stated now');
    // An early version that kept nothing, and something that is no longer on the shelf, say nothing here.
    expect(changedSince([ingredientLine('House sauce', 20)], new Map([['House sauce', thing()]]))).toEqual(
      [],
    );
    expect(changedSince([published()], new Map())).toEqual([]);
  });
});

describe('free words on a pack and in a name', () => {
  const steps = (...kinds: MethodStep['kind'][]) => kinds.map((kind) => ({ key: kind, kind }) as MethodStep);
  const said = (words: string, kinds: MethodStep['kind'][] = [], more: object = {}, name = 'Plain links') =>
    checkRecipe({
      name,
      document: {
        ...recipeOf([line('Fine salt', 16)]),
        steps: steps(...kinds),
        cookingSentence: words,
        ...more,
      },
      library: LIBRARY,
      book: 'eu',
    })
      .findings.filter((f) => f.guard === 'words')
      .map((f) => [f.level, f.path, f.about]);

  it('need the step that makes them true', () => {
    expect(said('Ready to eat.')).toEqual([['stop', 'cookingSentence', 'ready to eat']]);
    expect(said('Ready to eat.', ['cook'])).toEqual([]);
    expect(said('Ready to eat.', [], { state: 'dried' })).toEqual([]);
    expect(said('Lightly smoked.')).toEqual([['sign', 'cookingSentence', 'smoked']]);
    expect(said('Lightly smoked.', ['smoke'])).toEqual([]);
    expect(said('', [], {}, 'Fermented ring')).toEqual([['sign', 'name', 'fermented']]);
    expect(said('Air-dried.', ['hang'])).toEqual([]);
    expect(said('Air-dried.')).toEqual([['sign', 'cookingSentence', 'air-dried']]);
  });

  it('never keep anything out of the fridge that is not dried and signed for', () => {
    for (const words of [
      'Keep at room temperature.',
      'Needs no fridge.',
      'Shelf-stable.',
      'Keeps out of the fridge.',
    ])
      expect(said(words, ['cook', 'smoke'])[0]?.[0], words).toBe('stop');
    expect(said('Keep at room temperature.', ['hang'], { state: 'dried', claims: ['shelf-stable'] })).toEqual(
      [],
    );
  });

  it('are of the product, not of what is in it', () => {
    for (const name of ['Smoked paprika links', 'Dried tomato links', 'Smoked cheese coil'])
      expect(said('', [], {}, name), name).toEqual([]);
  });

  it('are not promised where they are denied or asked for', () => {
    for (const words of [
      'Smoked, not cooked. Cook through.',
      'Must be cooked before eating.',
      'Raw: to be cooked to 71 °C.',
    ])
      expect(said(words, ['smoke']), words).toEqual([]);
  });
});

describe('what counts in the product', () => {
  it('is stated of a fat and of pieces before they are published; 0 of one of them is a statement', () => {
    const bare = onShelf('Pepper pieces', 'inclusion', {}, { piece: { mm: 8, melting: 'stays whole' } });
    const stated = onShelf(
      'Pepper pieces',
      'inclusion',
      { waterPct: 92 },
      { piece: { mm: 8, melting: 'stays whole' } },
    );
    const document = recipeOf([
      line('Fine salt', 16),
      { ...line('Pepper pieces', 50), ingredientId: 'Pepper pieces', role: 'inclusion' },
    ]);
    const stops = (item: typeof bare) =>
      checkRecipe({ name: 'Test', document, library: new Map([...LIBRARY, [item.id, item]]), book: 'us' })
        .findings.filter((f) => f.level === 'stop')
        .map((f) => f.sentence)
        .filter((s) => s.includes('Nobody has said what'));
    expect(stops(bare)).toHaveLength(1);
    expect(stops(stated)).toEqual([]);
  });
});
