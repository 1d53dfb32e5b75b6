import { v7 as uuid } from 'uuid';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { STARTING_RECIPES, USUAL_CASINGS, USUAL_INGREDIENTS, USUAL_TRIMS } from '@zest/core';
import type { LibraryItem, RecipeDraft, StockItem } from '@zest/contract';
import { openTestShop, type Hands, type TestShop } from './shop.js';

let shop: TestShop;
let ines: Hands;
beforeAll(async () => {
  shop = await openTestShop('shelf');
  ines = await shop.signIn('Ines');
});
afterAll(() => shop.close());

const library = async () => (await ines.get('/ingredients')).body as LibraryItem[];
const all = {
  ingredients: USUAL_INGREDIENTS.map((i) => i.key),
  casings: USUAL_CASINGS.map((c) => c.key),
  trims: USUAL_TRIMS.map((t) => t.key),
};
const none = { ingredients: [], casings: [], trims: [] };

describe('the usual shelf', () => {
  it('is taken up whole, once, beside what the shop has; nothing of it is bought or counted', async () => {
    const before = await library();
    const body = { id: uuid(), ...all };
    const first = await ines.post('/shelf', body);
    expect(first.status).toBe(200);
    const after = await library();
    expect(after.length).toBeGreaterThan(before.length + 80);
    // What the shop had by that name is as the shop had it.
    for (const own of before) expect(after.find((i) => i.id === own.id)).toEqual(own);
    expect((await ines.post('/shelf', body)).body).toEqual({ added: 0 });
    expect((await ines.post('/shelf', { ...body, id: uuid() })).body).toEqual({ added: 0 });
    expect(await library()).toHaveLength(after.length);
    const goods = (await ines.get('/goods')).body as StockItem[];
    for (const item of goods.filter((g) => !before.some((i) => i.id === g.id) && g.kind === 'ingredient'))
      expect([item.name, item.isSupply ? 0 : item.lots.length]).toEqual([item.name, 0]);
    const cure = after.find((i) => i.name === 'Cure 6.25 % nitrite')!;
    expect(cure).toMatchObject({
      role: 'cure',
      typed: true,
      freeMg: 0,
      contents: { saltPct: 93.75, nitritePct: 6.25 },
    });
    const changes = (await ines.get('/changes')).body as { what: string; about: string }[];
    expect(changes.some((c) => c.what === 'ingredient')).toBe(true);
    // The shelf, the goods, casings and meats still answer.
    for (const path of ['/casings', '/trims', '/lots', '/recipes'])
      expect([path, (await ines.get(path)).status]).toEqual([path, 200]);
  });

  it('is the lead’s to take up, knows what it has, and does nothing by half', async () => {
    const bram = await shop.signIn('Bram');
    expect((await bram.post('/shelf', { id: uuid(), ...none })).status).toBe(403);
    const before = (await library()).length;
    const wrong = {
      ...none,
      casings: ['collagen-17', 'no-such-casing'],
      ingredients: ['onion-powder-powder'],
    };
    const answer = await ines.post('/shelf', { id: uuid(), ...wrong });
    expect(answer.body).toMatchObject({ status: 422, errors: [{ path: 'casings.1' }] });
    expect(await library()).toHaveLength(before);
  });
});

describe('a starting recipe', () => {
  it.each(STARTING_RECIPES.map((r) => r.key))('%s is begun, and published as it is', async (key) => {
    const recipe = STARTING_RECIPES.find((r) => r.key === key)!;
    const cure = recipe.cure
      ? {
          usual:
            recipe.cure.kind === 'slow'
              ? 'slow-cure-6-25-nitrite-4-nitrate-tinted'
              : 'curing-salt-0-6-nitrite-fine',
        }
      : null;
    const id = uuid();
    const begun = await ines.post('/starting-recipes', { id, key, cure });
    expect(begun.status).toBe(200);
    const draft = begun.body as RecipeDraft;
    expect(draft.name).toBe(recipe.name);
    // Sent again it is the same one.
    expect((await ines.post('/starting-recipes', { id, key, cure })).body).toEqual(draft);
    const published = await ines.post(`/recipe-drafts/${id}/publish`, {
      id: uuid(),
      version: draft.version,
      reason: 'The first of ours.',
      signed: {},
    });
    expect(published.body).toMatchObject({ name: recipe.name, versionNo: 1 });
  });

  it('that is cured wants the cure that the shop has, of the right kind, and doses it by its strength', async () => {
    const begin = (cure: unknown, key = 'garlic-smoker') =>
      ines.post('/starting-recipes', { id: uuid(), key, cure });
    expect((await begin(null)).body).toMatchObject({ status: 422, errors: [{ path: 'cure' }] });
    expect((await begin({ usual: 'slow-cure-6-25-nitrite-4-nitrate-tinted' })).body).toMatchObject({
      status: 422,
    });
    expect((await begin({ usual: 'salt-fine' })).body).toMatchObject({ status: 422 });
    expect((await begin({ ingredientId: uuid() })).body).toMatchObject({ status: 422 });
    expect((await begin({ usual: 'cure-6-25-nitrite-tinted' }, 'fennel-hanger')).status).toBe(422);
    const own = (await library()).find((i) => i.name === 'Cure 0.6 % nitrite')!;
    const draft = (await begin({ ingredientId: own.id })).body as RecipeDraft;
    const line = draft.document.lines.find((l) => l.role === 'cure');
    // 100 mg of nitrite a kilogram from 0.6 %: by hand 16.67 g.
    expect(line).toMatchObject({ ingredientId: own.id, dose: { gPerKgMeat: 16.67 } });
  });
});
