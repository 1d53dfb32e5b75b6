import { v7 as uuid } from 'uuid';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { formatMass } from '@zest/core';
import type { LibraryItem, Recipe, RecipeDraft, RecipeStory } from '@zest/contract';
import { toCsv } from '../src/recipes/commands/files.js';
import { pdfText } from './pdf-text.js';
import { openSmallBatch, openTestShop, sheetOf, type Hands, type TestShop } from './shop.js';

let shop: TestShop;
let lead: Hands;

beforeAll(async () => {
  shop = await openTestShop('recipe_shelf');
  lead = await shop.signIn('Ines');
});
afterAll(() => shop.close());

const recipes = async () => (await lead.get('/recipes')).body as Recipe[];
const named = async (name: string) => (await recipes()).find((r) => r.name === name)!;
const story = async (id: string) => (await lead.get(`/recipes/${id}/story`)).body as RecipeStory;

describe('the shelf', () => {
  const shelf = async () => (await lead.get('/ingredients')).body as LibraryItem[];
  const item = async (name: string) => (await shelf()).find((i) => i.name === name)!;
  const factsOf = ({
    id: _i,
    name: _n,
    form: _f,
    role: _r,
    typed: _t,
    priceMinorPerKg: _p,
    freeMg: _m,
    isSupply: _s,
    version: _v,
    ...facts
  }: LibraryItem) => facts;

  it('takes what is known once, and refuses a second look from before it', async () => {
    const rub = await item('Old pier rub');
    const facts = {
      ...factsOf(rub),
      stated: ['salt', 'cure', 'binder', 'water', 'allergens'],
      contents: { ...rub.contents, saltPct: 40 },
    };
    const kept = await lead.put(`/ingredients/${rub.id}`, { version: rub.version, facts });
    expect(kept.body).toMatchObject({ contents: { saltPct: 40 }, version: rub.version + 1 });
    expect((await lead.put(`/ingredients/${rub.id}`, { version: rub.version, facts })).status).toBe(409);
    const crossed = await lead.put(`/ingredients/${rub.id}`, {
      version: rub.version + 1,
      facts: { ...facts, dose: { minGPerKg: 9, maxGPerKg: 2, source: 'me' } },
    });
    expect(crossed.body.errors[0]).toMatchObject({
      path: 'facts.dose.minGPerKg',
      message: 'The least dose is above the greatest.',
    });
    const cure = await item('Cure 0.6 % nitrite');
    const weak = await lead.put(`/ingredients/${cure.id}`, {
      version: cure.version,
      facts: { ...factsOf(cure), contents: { ...cure.contents, nitritePct: 0 } },
    });
    expect(weak.body.errors[0].message).toContain('states its nitrite or nitrate strength');
  });

  it('makes a pre-blend from its parts, exactly, and draws it from the oldest lots', async () => {
    const [pepper, ginger] = [await item('White pepper'), await item('Ginger')];
    const id = uuid();
    const added = await lead.post('/pre-blends', {
      id,
      name: 'Quay mix',
      parts: [
        { ingredientId: pepper.id, gPerKg: 800 },
        { ingredientId: ginger.id, gPerKg: 200 },
      ],
    });
    expect(added.body).toMatchObject({
      form: 'pre-blend',
      role: 'packet',
      preBlend: [{ gPerKg: 800 }, { gPerKg: 200 }],
    });
    const lotId = uuid();
    const body = { id: lotId, massMg: 333_333 };
    const made = await lead.post(`/pre-blends/${id}/lots`, body);
    expect(made.body).toMatchObject({ lotId, item: { freeMg: 333_333 } });
    expect((await lead.post(`/pre-blends/${id}/lots`, body)).status).toBe(200);
    const [pepperAfter, gingerAfter] = [await item('White pepper'), await item('Ginger')];
    expect(pepper.freeMg - pepperAfter.freeMg).toBe(266_666);
    expect(ginger.freeMg - gingerAfter.freeMg).toBe(66_667);
    expect(made.body.item.priceMinorPerKg).toBe(Math.round(0.8 * 1650 + 0.2 * 1210));
    const label = await lead.get(`/pre-blend-lots/${lotId}/label.pdf`).buffer(true);
    expect(await pdfText(label.body as Buffer)).toContain(`Quay mix${(made.body as { code: string }).code}`);
  });

  it('moves nothing when a part is short, and refuses parts that do not add up', async () => {
    const before = await shelf();
    const mix = before.find((i) => i.name === 'Quay mix')!;
    const answer = await lead.post(`/pre-blends/${mix.id}/lots`, { id: uuid(), massMg: 90_000_000 });
    expect(answer.body.errors[0].message).toMatch(/Not enough White pepper: 72000\.0 g is needed/);
    expect(await shelf()).toEqual(before);
    const wrong = await lead.post('/pre-blends', {
      id: uuid(),
      name: 'Half',
      parts: mix.preBlend!.map((p) => ({ ...p, gPerKg: 100 })),
    });
    expect(wrong.body.errors[0].message).toContain('200 g in a kilogram');
    const typed = await lead.put(`/ingredients/${mix.id}`, {
      version: mix.version,
      facts: { ...factsOf(mix), preBlend: undefined },
    });
    expect(typed.body.errors[0].message).toContain('comes from its parts');
  });
});

describe('what a new shop needs', () => {
  it('takes water from the tap, a new casing, and refuses either twice', async () => {
    const tap = {
      id: uuid(),
      name: 'Tap water',
      form: 'cold',
      role: 'liquid',
      saltKind: 'not salt',
      isSupply: true,
    };
    expect((await lead.post('/goods/ingredients', tap)).status).toBe(200);
    const items = (await lead.get('/ingredients')).body as LibraryItem[];
    expect(items.find((i) => i.id === tap.id)).toMatchObject({ isSupply: true, contents: { waterPct: 100 } });
    // A liquid that is said to hold salt is water for the rest, so that the shelf stays readable.
    const brine = { ...tap, id: uuid(), name: 'Brine', isSupply: false, saltPct: 12 };
    expect((await lead.post('/goods/ingredients', brine)).status).toBe(200);
    const shelf = (await lead.get('/ingredients')).body as LibraryItem[];
    expect(shelf.find((i) => i.id === brine.id)?.contents).toMatchObject({ saltPct: 12, waterPct: 88 });
    const casing = { id: uuid(), name: 'Hog casing 38/40', material: 'hog', calibreMm: 39, gPerM: 9 };
    expect((await lead.post('/casings', casing)).status).toBe(200);
    const again = await lead.post('/casings', { ...casing, id: uuid() });
    expect(again.body.errors[0]).toMatchObject({
      path: 'name',
      message: 'The shop already has Hog casing 38/40.',
    });
    const flat = await lead.post('/casings', { ...casing, id: uuid(), name: 'Flat', calibreMm: 400 });
    expect(flat.body.errors[0].message).toContain('from 8 to 200 mm');
    expect((await lead.get('/casings')).body).toContainEqual(
      expect.objectContaining({ name: 'Hog casing 38/40', minorPerM: null }),
    );
  });

  it('documents the form of its files', async () => {
    const schema = (await lead.get('/recipe-schema.json')).body as { required: string[] };
    expect(schema.required).toEqual(
      expect.arrayContaining(['format', 'formatVersion', 'name', 'document', 'ingredients']),
    );
  });
});

describe('files', () => {
  const file = (id: string, kind: string) => lead.get(`/recipes/${id}/files/${kind}`).buffer(true);
  const text = (body: unknown) => (Buffer.isBuffer(body) ? body.toString('utf8') : JSON.stringify(body));

  it('come back the same through JSON: every recipe of the book', async () => {
    for (const recipe of [...(await recipes()).slice(0, 8), await named('Harbour Stick')]) {
      const out = await file(recipe.id, 'recipe.json');
      const raw = text(out.body);
      const draft = await lead.post('/recipe-imports', {
        id: uuid(),
        kind: 'json',
        name: `${recipe.name} again`,
        text: raw,
      });
      expect(draft.status, recipe.name).toBe(200);
      const { lines, ...rest } = (draft.body as RecipeDraft).document;
      const { lines: before, ...head } = recipe.document;
      expect(rest).toEqual(head);
      expect(lines).toEqual(before.map(({ carries: _c, ...l }) => l));
    }
  });

  it('come back the same through CSV', async () => {
    const recipe = await named('Loft Fennel');
    const out = await file(recipe.id, 'lines.csv');
    expect(out.headers['content-type']).toContain('text/csv');
    const draft = await lead.post('/recipe-imports', {
      id: uuid(),
      kind: 'csv',
      name: 'Fennel from CSV',
      text: `\uFEFF${out.text}`,
    });
    expect((draft.body as RecipeDraft).document.lines).toEqual(
      recipe.document.lines.map(({ carries: _c, ...l }) => l),
    );
  });

  it('write what a spreadsheet would carry out as a formula as a text, and read it back as it was', async () => {
    const recipe = await named('Loft Fennel');
    const note = '=HYPERLINK("http://example.org","open me")';
    const lines = recipe.document.lines.map((l, i) => (i === 0 ? { ...l, note } : l));
    const text = toCsv({ ...recipe, document: { ...recipe.document, lines } }, new Map());
    expect(text).toContain(`"'=HYPERLINK`);
    expect(text).not.toMatch(/[,\n]"?=/);
    const draft = await lead.post('/recipe-imports', { id: uuid(), kind: 'csv', name: 'Formula', text });
    expect((draft.body as RecipeDraft).document.lines[0]?.note).toBe(note);
  });

  it.each([
    ['json', '{ not json', 'text', /not JSON/],
    ['json', '{"format":"other"}', 'format', /must be/],
    ['csv', 'a,b\n1,2', 'rows[0]', /first row must name the columns/],
  ])('say what is wrong with %s %s', async (kind, content, path, message) => {
    const before = (await lead.get('/recipe-drafts')).body as unknown[];
    const answer = await lead.post('/recipe-imports', { id: uuid(), kind, text: content });
    expect(answer.status).toBe(422);
    expect(answer.body.errors[0].path).toContain(path);
    expect(answer.body.errors[0].message).toMatch(message);
    expect((await lead.get('/recipe-drafts')).body).toHaveLength(before.length);
  });

  it('print a card and a sheet whose text can be read back', async () => {
    const ring = await named('Lighthouse Ring');
    const card = await pdfText((await file(ring.id, 'card.pdf')).body as Buffer);
    for (const words of [
      'Lighthouse Ring',
      'version 2',
      'Cure 0.6 % nitrite',
      '630 g',
      '17.5 g/kg',
      '1.62 %',
      'Grind 8 mm',
      'core at least 71.0 °C',
      'CARAWAY'.toLowerCase(),
      'botulism',
    ]) {
      expect(card).toContain(words);
    }
    const told = await story(ring.id);
    const batch = told.batches.find((b) => b.state === 'open')!;
    const sheet = await sheetOf(lead, batch.id);
    const printed = await pdfText(
      (await lead.get(`/batches/${batch.id}/sheet.pdf`).buffer(true)).body as Buffer,
    );
    expect(printed).toContain(`Batch ${batch.number} · Lighthouse Ring`);
    expect(printed).toContain('CURE · 0.6 % nitrite');
    for (const line of sheet.lines) expect(printed).toContain(line.lotCode);
    expect((await file(ring.id, 'card.doc')).status).toBe(404);
  });

  it('print a finished batch as it was made, with nothing left to write', async () => {
    const all = (await lead.get('/batches')).body as { id: string; state: string }[];
    const sheet = await sheetOf(lead, all.find((b) => b.state === 'closed')!.id);
    const pdf = await lead.get(`/batches/${sheet.id}/sheet.pdf`).buffer(true);
    const printed = (await pdfText(pdf.body as Buffer)).replaceAll('\u00a0', ' ');
    const kg = (mg: number) => formatMass(mg, { system: 'metric' }).replaceAll('\u00a0', ' ');
    expect(printed).not.toContain('____');
    expect(printed).not.toContain('[ ]');
    expect(printed).toContain(`${kg(sheet.madeMixMg!)} mix as made (${kg(sheet.mixMg)} due)`);
    expect(printed).toContain(`${kg(sheet.outMg)} finished, ${(sheet.packedYield! * 100).toFixed(1)} %`);
    for (const line of sheet.lines) expect(printed).toContain(kg(line.weighedMg));
    for (const step of sheet.steps) expect(printed).toContain(`by ${step.closedBy}`);
    const grind = sheet.steps.find((s) => s.kind === 'grind')!;
    expect(printed).toContain(`in ${kg(grind.inMg)} · out ${kg(grind.outMg)}`);
    const reading = sheet.readings.find((r) => r.stepId === grind.id && r.kind === 'temperature')!;
    expect(printed).toContain(`${reading.value.toFixed(1)} °C (${reading.person} `);
  });

  it('print a batch that is not begun as it is due, with a place for every figure', async () => {
    const batch = await openSmallBatch(lead, 2_000_000);
    const pdf = await lead.get(`/batches/${batch.id}/sheet.pdf`).buffer(true);
    const printed = (await pdfText(pdf.body as Buffer)).replaceAll('\u00a0', ' ');
    expect(printed).toContain('2.00 kg meat planned');
    expect(printed).toContain('mix due in 1 load');
    expect(printed).not.toContain('finished');
    expect(printed).toContain('kg in ________ kg out ________');
  });
});
