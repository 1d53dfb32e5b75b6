import { v7 as uuid } from 'uuid';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { seenFrom, type Portion, type WorkingCasing } from '@zest/core';
import { BATCH_SHEET_PDF_PATH } from '@zest/contract';
import type { BatchView, Recipe, RecipeDraft, StepView } from '@zest/contract';
import { benchHands, current, stepOf, type BenchHands } from './bench-hands.js';
import { pdfText } from './pdf-text.js';
import { openTestShop, sheetOf, tick, type Hands, type TestShop } from './shop.js';

let shop: TestShop;
let ines: Hands;
let bram: Hands;
let hands: BenchHands;
beforeAll(async () => {
  shop = await openTestShop('portions');
  ines = await shop.signIn('Ines');
  bram = await shop.signIn('Bram');
  hands = benchHands(shop, ines, bram);
});
afterAll(() => shop.close());

const text = (answer: { body: unknown }) => JSON.stringify(answer.body);
const casings = async () => (await ines.get('/casings')).body as WorkingCasing[];
type Document = RecipeDraft['document'];

/** A variant of a recipe that parts, published by the lead. */
async function published(name: string, of: string, change: (d: Document) => Document) {
  const recipes = (await ines.get('/recipes')).body as Recipe[];
  const recipe = recipes.find((r) => r.name === of)!;
  const drafted = await ines.post('/recipe-drafts', {
    id: uuid(),
    name,
    recipeId: null,
    fromVersionId: recipe.versionId,
    document: change(recipe.document),
  });
  if (drafted.status !== 200) throw new Error(text(drafted));
  const { id, version } = drafted.body as RecipeDraft;
  return ines.post(`/recipe-drafts/${id}/publish`, { id: uuid(), version, signed: {} });
}

const RAW: Omit<Portion, 'key' | 'name' | 'partsAfter'> = {
  plan: { by: 'share', pct: 40 },
  state: 'raw',
  fatClass: 'fresh pork',
  claims: [],
  casing: null,
  linkMassG: null,
  linkLengthMm: null,
};
const weighOn = (sheet: BatchView, stepId: string, massMg: number, more: object = {}) =>
  hands.out(sheet, stepId, massMg, { to: 'next', ...more });
const stepNamed = (sheet: BatchView, key: string): StepView => sheet.steps.find((s) => s.key === key)!;
const close = async (sheet: BatchView, stepId: string, who = bram, more: object = {}) => {
  const { version } = (await sheetOf(ines, sheet.id)).steps.find((s) => s.id === stepId)!;
  return who.post(`/batches/${sheet.id}/steps/${stepId}/close`, { id: uuid(), version, ...more });
};

describe('a recipe that makes links and a loaf of one mix', () => {
  const loaf = async (): Promise<(d: Document) => Document> => {
    const fibrous = (await casings()).find((c) => c.name.includes('Fibrous') || c.material === 'fibrous')!;
    return (d) => ({
      ...d,
      portions: [
        {
          ...RAW,
          key: 'loaf',
          name: 'Quay Loaf',
          partsAfter: 'mix',
          casing: { ...asCasing(fibrous) },
          linkMassG: 900,
        },
      ],
      steps: [...d.steps, { key: 'fill', kind: 'stuff', portion: 'loaf', stopAboveC: 7 }],
    });
  };
  const asCasing = ({ casingId, name, calibreMm, gPerM }: WorkingCasing) => ({
    casingId,
    name,
    calibreMm,
    gPerM,
  });

  it('is opened with a place, a lot and casing for each', async () => {
    expect((await published('Quay Pair', 'Quay Thick', await loaf())).status).toBe(200);
    const batch = await hands.open('Quay Pair', { 'Pork shoulder': 6_000_000, 'Pork belly': 4_000_000 });
    expect(batch.products.map((p) => [p.key, p.name])).toEqual([
      [null, 'Quay Pair'],
      ['loaf', 'Quay Loaf'],
    ]);
    const own = seenFrom(batch, { portion: 'loaf' });
    expect(own.casing?.lots.length).toBeGreaterThan(0);
    expect(own.casing?.casingId).not.toBe(batch.casing?.casingId);
    expect(stepNamed(batch, 'mix').parts).toMatchObject([{ key: 'loaf', name: 'Quay Loaf', outMg: 0 }]);
    expect(stepNamed(batch, 'fill')).toMatchObject({ portion: 'loaf', nextTitle: null });
  });

  it('asks for the portion before its step closes, and only the lead signs that there is none', async () => {
    const batch = await hands.open('Quay Pair', { 'Pork shoulder': 6_000_000, 'Pork belly': 4_000_000 });
    let now = await hands.workUntil(batch, (s) => s.kind === 'mix');
    const mix = stepOf(now, 'mix');
    await tick(bram, batch.id, mix.id, 'ready');
    await hands.read(batch, mix.id, 'minutes', 4);
    await hands.read(batch, mix.id, 'tack', 1);
    await hands.read(batch, mix.id, 'temperature', 3);
    const refused = await close(batch, mix.id);
    expect([refused.status, text(refused)]).toEqual([422, expect.stringContaining('Quay Loaf')]);
    expect((await weighOn(batch, mix.id, 4_000_000, { portion: 'loaf' })).status).toBe(200);
    expect((await close(batch, mix.id)).status).toBe(200);
    now = await sheetOf(ines, batch.id);
    expect(now.steps.filter((s) => s.state === 'open').map((s) => s.key)).toEqual(['stuff', 'fill']);
    expect(stepNamed(now, 'fill').inMg).toBe(4_000_000);
    expect(stepNamed(now, 'stuff').inMg).toBe(mix.inMg - 4_000_000);
  });

  it('weighs nothing into a portion from elsewhere, whoever sends it', async () => {
    const batch = (await newest())!;
    const stuff = stepNamed(batch, 'stuff');
    const before = batch.entries.length;
    for (const portion of ['loaf', 'no such'])
      expect(text(await weighOn(batch, stuff.id, 1000, { portion }))).toContain('No such portion parts at');
    expect((await sheetOf(ines, batch.id)).entries.length).toBe(before);
  });

  it('has casing, label and papers of its own, and is finished for itself', async () => {
    const batch = (await newest())!;
    const fill = stepNamed(batch, 'fill');
    await tick(bram, batch.id, fill.id, 'ready');
    const lot = seenFrom(batch, { portion: 'loaf' }).casing!.lots[0]!;
    const casing = (lotId?: string) =>
      bram.post(`/batches/${batch.id}/casing`, { id: uuid(), stepId: fill.id, lengthMm: 900, lotId });
    // The other product's casing is none of this one.
    expect((await casing(batch.casing!.lots[0]!.lotId)).status).toBe(404);
    expect((await casing(lot.lotId)).status).toBe(200);
    for (const [kind, value] of [
      ['core', 76],
      ['verdict', 1],
    ] as const) {
      shop.clock.minutes(1);
      await hands.read(batch, fill.id, kind, value);
    }
    for (const ask of fill.asks.filter((a) => a.kind === 'temperature'))
      await hands.read(batch, fill.id, ask.kind, 3);
    const inMg = (await sheetOf(ines, batch.id)).steps.find((s) => s.id === fill.id)!.inMg;
    await weighOn(batch, fill.id, inMg - 5_000);
    const closed = await close(batch, fill.id, ines, { override: 'all of it is filled' });
    expect(closed.status, text(closed)).toBe(200);
    const now = await sheetOf(ines, batch.id);
    expect(now.state).toBe('open');
    expect(now.products.find((p) => p.key === 'loaf')).toMatchObject({
      done: true,
      finishedMg: inMg - 5_000,
    });
    expect([now.taste.state, seenFrom(now, { portion: 'loaf' }).taste.state]).toEqual(['none', 'passed']);
    const printed = await bram.post(`/batches/${batch.id}/labels`, {
      id: uuid(),
      what: 'tub',
      load: 0,
      stepId: fill.id,
    });
    const { path } = printed.body as { path: string };
    const paper = async (at: string) => pdfText((await bram.get(at)).body as Buffer);
    expect(await paper(path.replace('/api/v1', ''))).toContain('Quay Loaf');
    expect(await paper(BATCH_SHEET_PDF_PATH.replace('/api/v1', '').replace(':id', batch.id))).toContain(
      'Label as made: Quay Loaf',
    );
  });

  const newest = async () => {
    const list = (await ines.get('/batches')).body as BatchView[];
    const id = list.filter((b) => b.product === 'Quay Pair').sort((a, b) => b.number - a.number)[0]?.id;
    return id ? sheetOf(ines, id) : undefined;
  };

  it('is not published where its parting cannot be', async () => {
    const change = await loaf();
    const wrong = await published('Quay Nothing', 'Quay Thick', (d) => ({
      ...change(d),
      portions: [{ ...RAW, key: 'loaf', name: 'Quay Thick', partsAfter: 'no-step' }],
    }));
    expect(wrong.status).toBe(422);
    expect(text(wrong)).toContain('portions[0].partsAfter');
    // What is called cooked and is not, is a fault of that product alone.
    const cooked = await published('Quay Half', 'Quay Thick', (d) => {
      const { portions, ...rest } = change(d);
      return { ...rest, portions: portions!.map((p) => ({ ...p, state: 'cooked' as const })) };
    });
    expect(text(cooked)).toContain('Quay Loaf: The product is called cooked, but no step cooks it');
  });
});

describe('parting off at the bench', () => {
  const part = (sheet: BatchView, stepId: string, more: object = {}, who = bram) =>
    hands.send(
      sheet,
      'portions',
      { stepId, name: 'Freezer bags', plan: { by: 'share', pct: 50 }, steps: [], ...more },
      who,
    );

  it('makes a product of its own of half of it, without a recipe that foresaw it', async () => {
    const batch = await hands.upTo('stuff');
    const stuff = stepOf(batch, 'stuff');
    await hands.taste(batch, 1);
    const freeze = [{ key: 'freeze', kind: 'freeze' }];
    const parted = await part(batch, stuff.id, { steps: freeze });
    expect(parted.status, text(parted)).toBe(200);
    let now = await sheetOf(ines, batch.id);
    expect(now.products[1]).toMatchObject({
      name: 'Freezer bags',
      meantState: 'raw',
      partsAtStepId: stuff.id,
    });
    expect(now.notices[0]?.sentence).toContain('parts “Freezer bags” off after');
    await tick(bram, batch.id, stuff.id, 'ready');
    expect((await weighOn(now, stuff.id, 1_000_000, { portion: 'part-1' })).status).toBe(200);
    now = await sheetOf(ines, batch.id);
    const own = now.steps.find((s) => s.portion === 'part-1')!;
    expect([own.state, own.inMg, own.nextTitle]).toEqual(['open', 1_000_000, null]);
    expect(now.ribbon.find((r) => r.accountId !== '' && r.parted.length > 0)?.parted).toEqual([
      { key: 'part-1', name: 'Freezer bags', massMg: 1_000_000 },
    ]);
  });

  it('is refused where nothing stands, at a step that is closed, under no name and under that of another', async () => {
    const batch = await hands.upTo('mix');
    const weighed = batch.steps.find((s) => s.kind === 'weigh-ingredients')!;
    expect((await part(batch, weighed.id)).status).toBe(409);
    const mix = current(batch);
    for (const name of ['', ' ', 'Q'])
      expect(text(await part(batch, mix.id, { name }))).toContain('Name the product that is parted off.');
    expect(text(await part(batch, mix.id, { name: 'quay thick' }))).toContain(
      'is the name of another product',
    );
    expect((await part(batch, uuid())).status).toBe(404);
    const inspector = await shop.signIn('Inspector');
    expect((await part(batch, mix.id, {}, inspector)).status).toBe(403);
    expect((await sheetOf(ines, batch.id)).products).toHaveLength(1);
  });

  it('asks every guard of what it becomes, and the lead signs for that alone', async () => {
    const batch = await hands.upTo('mix');
    const mix = current(batch);
    // Fresh links are not cured: what is smoked of them is.
    const smoked = {
      name: 'Smoked ends',
      steps: [{ key: 'smoke', kind: 'smoke', minutes: 120, chamberC: 60 }],
    };
    const refused = await part(batch, mix.id, smoked);
    expect([refused.status, text(refused)]).toEqual([403, expect.stringContaining('botulism')]);
    const asked = await part(batch, mix.id, smoked, ines);
    expect([asked.status, text(asked)]).toEqual([
      422,
      expect.stringContaining('signed.recipe-no-cure@part-1'),
    ]);
    expect((await sheetOf(ines, batch.id)).products).toHaveLength(1);
    const signed = { 'recipe-no-cure@part-1': 'hot smoked within the hour, plan 14' };
    const done = await part(batch, mix.id, { ...smoked, signed }, ines);
    expect(done.status, text(done)).toBe(200);
    const now = await sheetOf(ines, batch.id);
    expect(now.products[1]).toMatchObject({ name: 'Smoked ends', meantState: 'raw smoked (not cooked)' });
  });

  it('is left out again where nothing goes into it, and the batch is finished by the rest', async () => {
    const batch = await hands.upTo('mix');
    const mix = current(batch);
    expect((await part(batch, mix.id, { steps: [{ key: 'f', kind: 'freeze' }] })).status).toBe(200);
    await tick(bram, batch.id, mix.id, 'ready');
    await hands.read(batch, mix.id, 'minutes', 4);
    await hands.read(batch, mix.id, 'tack', 1);
    await hands.read(batch, mix.id, 'temperature', 3);
    expect((await close(batch, mix.id)).status).toBe(422);
    expect((await close(batch, mix.id, bram, { override: 'there is none' })).status).toBe(403);
    expect((await close(batch, mix.id, ines, { override: 'there is none' })).status).toBe(200);
    const own = (await sheetOf(ines, batch.id)).steps.find((s) => s.portion === 'part-1')!;
    expect(own).toMatchObject({ state: 'closed', leftOut: true, overrideReason: 'Nothing came this way.' });
  });

  it('takes all of it where all of it is weighed off: the rest of the method has nothing to do', async () => {
    const batch = await hands.upTo('mix');
    const mix = current(batch);
    await part(batch, mix.id, { steps: [] });
    await tick(bram, batch.id, mix.id, 'ready');
    await hands.read(batch, mix.id, 'minutes', 4);
    await hands.read(batch, mix.id, 'tack', 1);
    await hands.read(batch, mix.id, 'temperature', 3);
    await weighOn(batch, mix.id, mix.inMg, { portion: 'part-1' });
    expect((await close(batch, mix.id)).status).toBe(200);
    const now = await sheetOf(ines, batch.id);
    expect(now.state).toBe('closed');
    expect(now.products.map((p) => p.finishedMg)).toEqual([0, mix.inMg]);
    expect(now.steps.filter((s) => s.leftOut).map((s) => s.kind)).toEqual(['stuff', 'link']);
  });

  it('the lead changes the method of a portion like that of the batch, each on its own way', async () => {
    const batch = await hands.upTo('mix');
    const mix = current(batch);
    await part(batch, mix.id, { steps: [{ key: 'f', kind: 'freeze' }] });
    await tick(bram, batch.id, mix.id, 'ready');
    await weighOn(batch, mix.id, 500_000, { portion: 'part-1' });
    let now = await sheetOf(ines, batch.id);
    const rest = now.steps.filter((s) => s.state !== 'closed').map((s) => s.document);
    const change = (steps: object[]) =>
      ines.post(`/batches/${batch.id}/method`, { id: uuid(), steps, reason: 'packed first', signed: {} });
    // A step is of a portion that there is.
    expect(text(await change([...rest, { key: 'x', kind: 'freeze', portion: 'nobody' }]))).toContain(
      'not there',
    );
    const frozen = rest.find((s) => s.kind === 'freeze')!;
    const packed = rest.flatMap((s): object[] =>
      s === frozen ? [{ key: 'p', kind: 'pack', portion: 'part-1' }, s] : [s],
    );
    const done = await change(packed);
    expect(done.status, text(done)).toBe(200);
    now = await sheetOf(ines, batch.id);
    // What stood at the freezer stands before the new step now; what is in the mixer stays there.
    expect(now.steps.find((s) => s.key === 'p')?.inMg).toBe(500_000);
    expect(now.steps.find((s) => s.kind === 'mix')?.balanceMg).toBe(mix.inMg - 500_000);
  });
});
