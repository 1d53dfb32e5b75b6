import { v7 as uuid } from 'uuid';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { LibraryItem, Recipe, RecipeDraft, RecipeStory } from '@zest/contract';
import { openSmallBatch, openTestShop, sheetOf, type Hands, type TestShop } from './shop.js';

let shop: TestShop;
let lead: Hands;
let bench: Hands;

beforeAll(async () => {
  shop = await openTestShop('recipes');
  lead = await shop.signIn('Ines');
  bench = await shop.signIn('Bram');
});
afterAll(() => shop.close());

const recipes = async () => (await lead.get('/recipes')).body as Recipe[];
const named = async (name: string) => (await recipes()).find((r) => r.name === name)!;
const story = async (id: string) => (await lead.get(`/recipes/${id}/story`)).body as RecipeStory;

/** A draft of a recipe's next version, or of a variant, changed as wanted. */
async function draftOf(
  recipe: Recipe,
  options: { variant?: string; change?: (document: RecipeDraft['document']) => RecipeDraft['document'] } = {},
): Promise<RecipeDraft> {
  const document = options.change ? options.change(recipe.document) : recipe.document;
  const answer = await lead.post('/recipe-drafts', {
    id: uuid(),
    name: options.variant ?? recipe.name,
    recipeId: options.variant ? null : recipe.id,
    fromVersionId: recipe.versionId,
    document,
  });
  if (answer.status !== 200) throw new Error(JSON.stringify(answer.body));
  return answer.body as RecipeDraft;
}

const publish = (draft: RecipeDraft, more: object = {}) =>
  lead.post(`/recipe-drafts/${draft.id}/publish`, { id: uuid(), version: draft.version, ...more });

type Document = RecipeDraft['document'];
const redose = (key: string, gPerKgMeat: number) => (d: Document) => ({
  ...d,
  lines: d.lines.map((l) => (l.key === key ? { ...l, dose: { gPerKgMeat } } : l)),
});

describe('publishing', () => {
  it('tells two things of one name apart by their form', async () => {
    const shelf = (await lead.get('/ingredients')).body as LibraryItem[];
    const garlic = shelf.find((i) => i.name === 'Garlic')!;
    const id = uuid();
    const bought = { id, name: 'Garlic', form: 'fresh, minced', role: 'seasoning', saltKind: 'not salt' };
    expect((await lead.post('/goods/ingredients', { ...bought, saltPct: 0 })).status).toBe(200);
    const ring = await named('Lighthouse Ring');
    const draft = await draftOf(ring, {
      variant: 'Garlic Ring',
      change: (d) => ({
        ...d,
        lines: [
          ...d.lines,
          {
            ...d.lines.find((l) => l.ingredientId === garlic.id)!,
            key: 'fresh',
            ingredientId: id,
            name: 'Garlic',
            dose: { gPerKgMeat: 3 },
          },
        ],
      }),
    });
    const { lines } = ((await publish(draft)).body as Recipe).document;
    expect(lines.filter((l) => l.name.startsWith('Garlic')).map((l) => l.name)).toEqual([
      `Garlic, ${garlic.form}`,
      'Garlic, fresh, minced',
    ]);
  });

  it('makes a version that stays while the next one differs in one line', async () => {
    const before = await named('Marsh Lamb Thin');
    const draft = await draftOf(before, { change: redose('rosemary', 1.5) });
    const answer = await publish(draft, { reason: 'More rosemary in spring.' });
    expect(answer.body).toMatchObject({ id: before.id, versionNo: 2 });
    const told = await story(before.id);
    expect(told.versions.map((v) => v.no)).toEqual([2, 1]);
    expect(told.versions[0]).toMatchObject({ reason: 'More rosemary in spring.', person: 'Ines' });
    expect(told.versions[0]!.differences).toEqual([
      { what: 'Rosemary', before: '1.2 g/kg, at mix', after: '1.5 g/kg, at mix' },
    ]);
    expect(told.versions[1]!.document).toEqual(before.document);
    expect((await lead.get(`/recipe-drafts/${draft.id}`)).status).toBe(404);
  });

  it('is carried out once, however often it is sent', async () => {
    const draft = await draftOf(await named('Quay Thick'), { variant: 'Quay Thin' });
    const body = { id: uuid(), version: draft.version };
    const first = await lead.post(`/recipe-drafts/${draft.id}/publish`, body);
    const again = await lead.post(`/recipe-drafts/${draft.id}/publish`, body);
    expect([first.status, again.status]).toEqual([200, 200]);
    expect(again.body).toEqual(first.body);
    expect((await recipes()).filter((r) => r.name === 'Quay Thin')).toHaveLength(1);
  });

  it('keeps parent and variants known to each other', async () => {
    const parent = await named('Quay Thick');
    const draft = await draftOf(parent, { variant: 'Quay Thick with ale' });
    const variant = (await publish(draft)).body as Recipe;
    expect((await story(variant.id)).parent).toMatchObject({ recipeId: parent.id, name: 'Quay Thick' });
    expect((await story(parent.id)).variants.map((v) => v.name)).toContain('Quay Thick with ale');
  });

  it('names every guard at its field, and publishes nothing', async () => {
    const before = await recipes();
    const draft = await draftOf(await named('Lighthouse Ring'), {
      variant: 'Bad Ring',
      change: (d) => ({
        ...redose('blackpepper', 40)(d),
        state: 'raw',
        lines: [
          ...redose('blackpepper', 40)(d).lines,
          { ...d.lines[0]!, key: 'new', dose: null, doubt: 'A splash.' },
        ],
      }),
    });
    const answer = await publish(draft);
    expect(answer.status).toBe(422);
    const paths = (answer.body.errors as { path: string }[]).map((e) => e.path);
    expect(paths).toEqual(expect.arrayContaining(['state', 'signed.dose', 'lines[7].dose', 'lines[7]']));
    expect(await recipes()).toEqual(before);
    expect((await lead.get(`/recipe-drafts/${draft.id}`)).status).toBe(200);
  });

  it('takes a signature with its reason, and keeps it with the version', async () => {
    const change = (d: Document) => ({
      ...d,
      lines: d.lines
        .filter((l) => l.role !== 'cure')
        .map((l) => (l.key === 'salt' ? { ...l, dose: { gPerKgMeat: 18 } } : l)),
    });
    const draft = await draftOf(await named('Lighthouse Ring'), { variant: 'Grey Ring', change });
    const refused = await publish(draft);
    expect(refused.status).toBe(422);
    expect(refused.body.errors).toEqual([
      { path: 'signed.no-cure', message: expect.stringContaining('botulism') },
    ]);
    const short = await publish(draft, { signed: { 'no-cure': 'x' } });
    expect(short.status).toBe(422);
    const signed = await publish(draft, { signed: { 'no-cure': 'Hot smoked within two hours, plan 14.' } });
    expect(signed.status).toBe(200);
    const { versions } = await story((signed.body as Recipe).id);
    expect(versions[0]!.signed).toEqual({ 'no-cure': 'Hot smoked within two hours, plan 14.' });
  });

  it('refuses a name that is taken, a stale draft, and one begun from an older version', async () => {
    const ring = await named('Lighthouse Ring');
    const twin = await draftOf(ring, { variant: 'Pier Stick' });
    const answer = await publish(twin);
    expect(answer.body.errors[0]).toMatchObject({
      path: 'name',
      message: expect.stringContaining('already a recipe called Pier Stick'),
    });
    const kept = await lead.put(`/recipe-drafts/${twin.id}`, {
      name: 'Pier Ring',
      document: twin.document,
      version: twin.version,
    });
    expect(kept.status).toBe(200);
    expect((await publish(twin)).status).toBe(409);
    const stale = await lead.put(`/recipe-drafts/${twin.id}`, {
      name: 'X',
      document: twin.document,
      version: twin.version,
    });
    expect(stale.status).toBe(409);
    const [one, two] = [await draftOf(await named('Winter Log')), await draftOf(await named('Winter Log'))];
    expect((await publish(one)).status).toBe(200);
    const late = await publish(two);
    expect(late.status).toBe(409);
    expect(late.body.detail).toContain('has had version 2');
  });

  it('is the lead’s alone; hands may pin and taste, the inspector reads', async () => {
    const inspector = await shop.signIn('Inspector');
    const ring = await named('Lighthouse Ring');
    const body = { id: uuid(), name: 'X', document: ring.document };
    expect((await bench.post('/recipe-drafts', body)).status).toBe(403);
    expect((await inspector.put('/rules', { book: 'us' })).status).toBe(403);
    expect((await inspector.get(`/recipes/${ring.id}/story`)).status).toBe(200);
    expect((await inspector.post(`/recipes/${ring.id}/notes`, { id: uuid(), sentence: 'No' })).status).toBe(
      403,
    );
  });

  it('publishes no cured recipe without a rule book, and a fresh one all the same', async () => {
    await shop.owner.query("DELETE FROM $db.setting WHERE name = 'rule_book'");
    const cured = await publish(await draftOf(await named('Lighthouse Ring'), { variant: 'Bookless Ring' }));
    expect(cured.body.errors).toEqual([
      { path: 'book', message: expect.stringContaining('No rule book is chosen') },
    ]);
    const link = await draftOf(await named('Quay Thick'), { variant: 'Bookless Link' });
    const strictest = (await publish(link)).body.errors as { path: string }[];
    expect(strictest.map((e) => e.path)).toEqual(['signed.added water', 'signed.binder']);
    const fresh = await publish(link, {
      signed: { 'added water': 'Sold as quay link.', binder: 'Sold as quay link.' },
    });
    expect(fresh.status).toBe(200);
    expect((await lead.put('/rules', { book: 'mars' })).status).toBe(422);
    expect((await lead.put('/rules', { book: 'eu' })).status).toBe(200);
    expect((await lead.get('/rules')).body).toMatchObject({ book: 'eu', saltMinGPerKg: null });
  });
});

describe('what was learned comes up again', () => {
  it('brings a pinned note to its line and its step at the next batch, until it is done with', async () => {
    const thick = await named('Quay Thick');
    const pin = (who: Hands, body: object) => who.post(`/recipes/${thick.id}/notes`, { id: uuid(), ...body });
    const notes = (await pin(bench, { lineKey: 'mace', sentence: 'Grate it fresh.' })).body as {
      id: string;
    }[];
    await pin(lead, { stepKey: 'mix', sentence: 'Half a minute longer.' });
    const sheet = await openSmallBatch(lead);
    expect(sheet.lines.find((l) => l.name === 'Mace')?.note).toContain('Grate it fresh.');
    expect(sheet.steps.find((s) => s.kind === 'mix')?.note).toContain('Half a minute longer.');
    expect((await pin(bench, { sentence: '' })).status).toBe(422);
    const settle = (who: Hands) => who.post(`/recipes/${thick.id}/notes/${notes[0]!.id}/settle`, {});
    expect((await settle(bench)).status).toBe(403);
    await settle(lead);
    expect((await settle(lead)).body).toHaveLength(1);
    const next = await openSmallBatch(lead);
    expect(next.lines.find((l) => l.name === 'Mace')?.note ?? '').not.toContain('Grate it fresh.');
  });

  it('names the line that every batch pours over, learns the yield, and declares as made', async () => {
    const told = await story((await named('Quay Thick')).id);
    expect(told.asMade.filter((l) => l.always).map((l) => [l.name, l.always])).toEqual([['Ginger', 'over']]);
    expect(told.learnedYield!.batches).toBeGreaterThanOrEqual(4);
    expect(told.learnedYield!.fraction).toBeGreaterThan(0.9);
    expect(told.learnedYield!.fraction).toBeLessThan(1.02);
    expect(told.meatMinorPerKg).toBeGreaterThan(350);
    expect(told.lastLabel!.text).toMatch(
      /^pork, iced water, rusk \(WHEAT flour, salt\), salt, .*casing \(pork\)$/,
    );
  });

  it('keeps tastings, and only of the recipe’s own batches', async () => {
    const thick = await named('Quay Thick');
    const told = await story(thick.id);
    const taste = (body: object) => bench.post(`/recipes/${thick.id}/tastings`, { id: uuid(), ...body });
    expect((await taste({ passed: false, salt: 'too much', batchId: told.batches[0]!.id })).status).toBe(200);
    const ringBatch = (await story((await named('Lighthouse Ring')).id)).batches[0]!;
    const wrong = await taste({ passed: true, batchId: ringBatch.id });
    expect(wrong.body.errors[0].message).toBe('This batch is not of this recipe.');
    expect((await taste({ salt: 'right' })).status).toBe(422);
    const after = (await story(thick.id)).tastings[0];
    expect(after).toMatchObject({
      passed: false,
      salt: 'too much',
      person: 'Bram',
      batchNumber: told.batches[0]!.number,
    });
  });
});

describe('opening a batch', () => {
  it('asks again when the house has moved its limits since', async () => {
    await lead.put('/rules', { book: 'eu', saltMaxGPerKg: 15 });
    await expect(openSmallBatch(lead)).rejects.toThrow(/signed\.recipe.*house band/);
    await lead.put('/rules', { book: 'eu' });
    expect((await openSmallBatch(lead)).state).toBe('open');
  });

  it('multiplies the lines that follow the heat, and refuses a heat that is none', async () => {
    const fennel = await named('Loft Fennel');
    const lots = (await lead.get('/lots')).body as {
      id: string;
      trimName: string;
      fatKnownBy: string;
      status: string;
    }[];
    const lean = lots.find((l) => l.trimName.startsWith('Pork shoulder') && l.fatKnownBy === 'instrument');
    const fat = lots.find((l) => l.trimName.startsWith('Pork belly') && l.status === 'available');
    const open = (heat: string | null) =>
      lead.post('/batches', {
        id: uuid(),
        recipeId: fennel.id,
        meatMg: 10_000_000,
        window: { minPct: 22, maxPct: 30 },
        plannedFor: '2026-03-16',
        hotness: heat,
        uses: [
          { lotId: lean?.id, massMg: 8_000_000 },
          { lotId: fat?.id, massMg: 2_000_000 },
        ],
      });
    const due = async (heat: string | null) => {
      const sheet = (await open(heat)).body as Awaited<ReturnType<typeof sheetOf>>;
      expect(sheet.hotness).toBe(heat);
      return sheet.lines.filter((l) => l.kind === 'ingredient').map((l) => [l.name, l.dueMg] as const);
    };
    const mild = new Map(await due('mild'));
    const hot = new Map(await due('hot'));
    expect(hot.get('Chilli flakes')).toBe(2 * mild.get('Chilli flakes')!);
    expect(hot.get('Fennel seed')).toBe(mild.get('Fennel seed'));
    const wrong = await open('hellish');
    expect(wrong.body.errors[0]).toMatchObject({
      path: 'hotness',
      message: expect.stringContaining('Accepted: mild, hot'),
    });
  });

  it('carries its gauges and its label on the sheet, due where nothing is weighed', async () => {
    const sheet = await openSmallBatch(lead);
    const salt = sheet.gauges.find((g) => g.substance === 'salt');
    expect(salt?.value).toBeCloseTo(16, 1);
    expect(sheet.label).toBeNull();
    const open = (await story((await named('Quay Thick')).id)).batches.find((b) => b.state === 'closed')!;
    const made = await sheetOf(lead, open.id);
    expect(made.label?.allergens).toEqual(['gluten']);
    expect(made.label?.stateSentence).toContain('Raw');
  });
});
