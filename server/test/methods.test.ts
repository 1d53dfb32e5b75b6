import { v7 as uuid } from 'uuid';
import { afterAll, beforeAll, beforeEach, describe, expect, it } from 'vitest';
import { METHOD_TEMPLATES } from '@zest/core';
import type { BatchView, LibraryItem, Recipe, RecipeDraft, TrimLot } from '@zest/contract';
import { BatchPlayer } from '../src/demo/play-batch.js';
import { DEMO_SCALES } from '../src/demo/seed.js';
import { openTestShop, sheetOf, type Hands, type TestShop } from './shop.js';

let shop: TestShop;
let lead: Hands;
let shelf: LibraryItem[];
let casing: { casingId: string; name: string; calibreMm: number; gPerM: number; material: string };
let lots: TrimLot[];

beforeAll(async () => {
  shop = await openTestShop('methods');
  const lead = await shop.signIn('Ines');
  shelf = (await lead.get('/ingredients')).body as LibraryItem[];
  casing = ((await lead.get('/casings')).body as (typeof casing)[]).find((c) => c.material === 'hog')!;
  lots = (await lead.get('/lots')).body as TrimLot[];
});
// The clock runs through the hours of each method, past the end of a session.
beforeEach(async () => {
  lead = await shop.signIn('Ines');
});
afterAll(() => shop.close());

/** A recipe of a starting method, with the cure its state asks for, published. */
async function publishWith(templateId: string, name = `Method of ${templateId}`): Promise<Recipe> {
  const template = METHOD_TEMPLATES.find((t) => t.id === templateId)!;
  const entersAt = template.steps.find((s) => s.kind === 'mix' || s.kind === 'emulsify')!.key;
  const line = (name: string, gPerKgMeat: number): RecipeDraft['document']['lines'][number] => {
    const item = shelf.find((i) => i.name === name)!;
    return {
      key: name,
      ingredientId: item.id,
      name,
      role: item.role,
      dose: { gPerKgMeat },
      required: true,
      entersAt,
    };
  };
  const lines =
    template.state === 'raw'
      ? [line('Fine salt', 16)]
      : template.state === 'dried'
        ? [line('Slow cure 0.4 % nitrite 0.3 % nitrate', 25)]
        : [line('Cure 0.6 % nitrite', 17), line('Iced water', 40)];
  const stuffed = template.steps.some((s) => s.kind === 'stuff');
  const draft = (
    await lead.post('/recipe-drafts', {
      id: uuid(),
      name,
      document: {
        state: template.state,
        window: { minPct: 20, maxPct: 30 },
        confidence: 0,
        speciesRules: [{ species: 'pork', minPct: 100 }],
        fatClass:
          ({ cooked: 'cooked', dried: 'dried' } as const)[template.state as 'cooked' | 'dried'] ??
          'fresh pork',
        usualMeatMg: 10_000_000,
        mixerCapacityKg: 30,
        lines,
        steps: template.steps,
        casing: stuffed ? casing : null,
        linkMassG: stuffed || template.steps.some((s) => s.kind === 'form') ? 100 : null,
        linkLengthMm: null,
      },
    })
  ).body as RecipeDraft;
  const answer = await lead.post(`/recipe-drafts/${draft.id}/publish`, {
    id: uuid(),
    version: draft.version,
  });
  if (answer.status !== 200) throw new Error(JSON.stringify(answer.body));
  return answer.body as Recipe;
}

function player() {
  const person = (hands: { id: string }, name: string, role: 'lead' | 'bench') => ({
    id: hands.id,
    name,
    role,
    units: 'metric' as const,
    numberStyle: null,
    signs: role === 'lead',
  });
  let state = 3;
  const random = () => {
    state = (Math.imul(state, 1664525) + 1013904223) >>> 0;
    return state / 2 ** 32;
  };
  const ines = person(lead, 'Ines', 'lead');
  return new BatchPlayer(
    { ...shop.app, scales: DEMO_SCALES },
    shop.clock,
    { lead: ines, hands: [ines, ines] },
    random,
  );
}

function uses() {
  const lean = lots.find((l) => l.trimName.startsWith('Pork shoulder') && l.fatKnownBy === 'instrument')!;
  const fat = lots.find((l) => l.trimName.startsWith('Pork belly') && l.status === 'available')!;
  return [
    { lotId: lean.id, massMg: 3_200_000 },
    { lotId: fat.id, massMg: 800_000 },
  ];
}

describe('starting methods at the bench', () => {
  it('holds a failed tasting until it passes', async () => {
    const recipe = await publishWith('fresh-bulk', 'Bulk that is tasted');
    const id = await player().play(
      { recipeId: recipe.id, window: recipe.document.window, uses: uses() },
      { stopAt: ['taste'] },
    );
    const sheet = await sheetOf(lead, id);
    const taste = sheet.steps.find((s) => s.kind === 'taste')!;
    const read = (kind: string, value: number) =>
      lead.post(`/batches/${id}/readings`, { id: uuid(), stepId: taste.id, kind, value });
    const close = async () => {
      const now = (await sheetOf(lead, id)).steps.find((s) => s.id === taste.id)!;
      return lead.post(`/batches/${id}/steps/${taste.id}/close`, { id: uuid(), version: now.version });
    };
    await read('core', 64);
    await read('verdict', 0);
    const refused = await close();
    expect(refused.status).toBe(422);
    expect(JSON.stringify(refused.body)).toContain('has not reached');
    expect(JSON.stringify(refused.body)).toContain('was not read done through');
    expect((await read('verdict', 2)).status).toBe(422);
    shop.clock.minutes(1);
    await read('core', 72.4);
    shop.clock.minutes(1);
    await read('verdict', 0);
    expect(JSON.stringify((await close()).body)).toContain('The tasting failed');
    shop.clock.minutes(1);
    await read('verdict', 1);
    // Another word on the patty that failed passes nothing.
    expect(JSON.stringify((await close()).body)).toContain('was not read done through');
    await read('core', 73);
    shop.clock.minutes(1);
    await read('verdict', 1);
    const passed = await close();
    expect(passed.status).toBe(200);
    expect((passed.body as BatchView).steps.find((s) => s.id === taste.id)?.state).toBe('closed');
  });

  it.each(METHOD_TEMPLATES.map((t) => t.id))(
    '%s is worked from the first step to the last, and its mass closes',
    async (id) => {
      const recipe = await publishWith(id);
      const batchId = await player().play({
        recipeId: recipe.id,
        window: recipe.document.window,
        uses: uses(),
      });
      // Whoever was signed in when the hours began no longer is.
      lead = await shop.signIn('Ines');
      const sheet = await sheetOf(lead, batchId);
      expect(sheet.state).toBe('closed');
      expect(sheet.steps.map((s) => s.state)).toEqual(recipe.document.steps.map(() => 'closed'));
      expect(sheet.outMg).toBeGreaterThan(2_000_000);
      const weighedOut = sheet.steps.filter((s) => s.holdsMass).length;
      expect(Math.abs(sheet.unaccountedMg)).toBeLessThanOrEqual(20_000 * weighedOut);
    },
  );
});
