import { v7 as uuid } from 'uuid';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { BatchView, BlendDraft, FatTestEntry, LotDetail, TrimLot } from '@zest/contract';
import { verifyLedger } from '../src/ledger/index.js';
import { openSmallBatch, openTestShop, sheetOf, type Hands, type TestShop, tick } from './shop.js';

let shop: TestShop;
let ines: Hands;
let bram: Hands;
let inspector: Hands;
beforeAll(async () => {
  shop = await openTestShop('blend');
  [ines, bram, inspector] = (await Promise.all(
    ['Ines', 'Bram', 'Inspector'].map((who) => shop.signIn(who)),
  )) as [Hands, Hands, Hands];
});
afterAll(() => shop.close());

const lots = async () => (await ines.get('/lots')).body as TrimLot[];
const lotBy = async (name: string, knownBy: string) =>
  (await lots()).find(
    (l) => l.trimName.startsWith(name) && l.fatKnownBy === knownBy && l.status === 'available',
  )!;
const detail = async (id: string) => (await ines.get(`/lots/${id}`)).body as LotDetail;

/** Weighs every line of a batch's current step and closes it. */
async function weighAndClose(id: string): Promise<BatchView> {
  const sheet = await sheetOf(bram, id);
  const step = sheet.steps.find((s) => s.state === 'open')!;
  for (const line of sheet.lines.filter((l) => l.stepId === step.id && l.weighedMg === 0)) {
    await bram.post(`/batches/${id}/weighings`, { id: uuid(), lineId: line.id, massMg: line.dueMg });
  }
  if (['chill', 'grind', 'regrind'].includes(step.kind)) {
    await bram.post(`/batches/${id}/readings`, {
      id: uuid(),
      stepId: step.id,
      kind: 'temperature',
      value: 1,
    });
  }
  if (step.ready.length > 0) await tick(bram, id, step.id, 'ready');
  if (step.kind === 'grind') {
    await bram.post(`/batches/${id}/readings`, { id: uuid(), stepId: step.id, kind: 'before', value: 1.1 });
    await bram.post(`/batches/${id}/out`, {
      id: uuid(),
      stepId: step.id,
      to: 'next',
      massMg: step.balanceMg,
    });
  }
  const now = (await sheetOf(bram, id)).steps.find((s) => s.id === step.id)!;
  const closed = await bram.post(`/batches/${id}/steps/${step.id}/close`, {
    id: uuid(),
    version: now.version,
  });
  if (closed.status !== 200) throw new Error(JSON.stringify(closed.body));
  return closed.body as BatchView;
}

/** Closes steps until one of a kind is current. */
async function workTo(id: string, kind: string): Promise<BatchView> {
  for (;;) {
    const sheet = await sheetOf(bram, id);
    const current = sheet.steps.find((s) => s.state === 'open');
    if (!current) throw new Error(`There is no ${kind} step.`);
    if (current.kind === kind) return sheet;
    await weighAndClose(id);
  }
}

describe('a fat test of one lot', () => {
  it('moves its figure by inverse variance, says why, and is undone by taking it back', async () => {
    const lot = await lotBy('Pork shoulder', 'eye');
    const body = { id: uuid(), method: 'lab', fatPct: 26, lotId: lot.id };
    const answers = await Promise.all([bram.post('/fat-tests', body), bram.post('/fat-tests', body)]);
    expect(answers.map((a) => a.status)).toEqual([200, 200]);
    const after = await detail(lot.id);
    const a = 1 / lot.fatSd ** 2;
    const b = 1 / 0.5 ** 2;
    expect(after.fatPct).toBeCloseTo((lot.fatPct * a + 26 * b) / (a + b), 3);
    expect(after.fatSd).toBeCloseTo(Math.sqrt(1 / (a + b)), 3);
    expect(after.fatKnownBy).toBe('lab');
    expect(after.fatChanges).toHaveLength(1);
    expect(after.fatChanges[0]).toMatchObject({
      method: 'lab',
      person: 'Bram',
      before: { fatPct: 23, fatSd: 4 },
    });
    expect(
      (await bram.post(`/fat-tests/${body.id}/reversal`, { id: uuid(), reason: 'wrong lot' })).status,
    ).toBe(403);
    const back = await ines.post(`/fat-tests/${body.id}/reversal`, { id: uuid(), reason: 'wrong lot' });
    expect([back.status, (back.body as FatTestEntry).reversed]).toEqual([200, true]);
    expect(await detail(lot.id)).toMatchObject({ fatPct: 23, fatSd: 4, fatKnownBy: 'eye', fatChanges: [] });
    expect((await ines.post(`/fat-tests/${body.id}/reversal`, { id: uuid(), reason: 'again' })).status).toBe(
      409,
    );
  });

  it('by cook-out is computed from its samples', async () => {
    const lot = await lotBy('Lamb shoulder', 'eye');
    const answer = await bram.post('/fat-tests', {
      id: uuid(),
      method: 'cook-out',
      lotId: lot.id,
      samples: [
        { sampleG: 100, fatG: 26 },
        { sampleG: 100, fatMl: 30 },
      ],
    });
    expect((answer.body as FatTestEntry).fatPct).toBeCloseTo(26.5, 6);
    const bad = await bram.post('/fat-tests', { id: uuid(), method: 'cook-out', lotId: lot.id, samples: [] });
    expect([bad.status, bad.body.errors[0].path]).toEqual([422, 'samples']);
    const vague = await bram.post('/fat-tests', { id: uuid(), method: 'lab', fatPct: 20 });
    expect(vague.body.errors[0].path).toBe('lotId');
    expect(
      (await inspector.post('/fat-tests', { id: uuid(), method: 'lab', fatPct: 2, lotId: lot.id })).status,
    ).toBe(403);
  });
});

describe('a fat test of a ground batch', () => {
  let sheet: BatchView;
  beforeAll(async () => {
    sheet = await openSmallBatch(ines);
  });

  it('needs meat in it', async () => {
    const early = await bram.post('/fat-tests', {
      id: uuid(),
      method: 'instrument',
      fatPct: 28,
      batchId: sheet.id,
    });
    expect(early.status).toBe(409);
  });

  it('gives the batch its posterior, teaches its lots, and leaves what was thought at opening', async () => {
    const before = await workTo(sheet.id, 'weigh-ingredients');
    const test = await bram.post('/fat-tests', {
      id: uuid(),
      method: 'instrument',
      fatPct: 29,
      batchId: sheet.id,
    });
    expect((test.body as FatTestEntry).lots).toHaveLength(2);
    const after = await sheetOf(bram, sheet.id);
    expect(after.openedFatPct).toBeCloseTo(before.plannedFatPct, 6);
    const a = 1 / before.fatSd ** 2;
    expect(after.fatTest!.posteriorPct).toBeCloseTo((before.plannedFatPct * a + 29) / (a + 1), 3);
    expect(after.plannedFatPct).toBeGreaterThan(before.plannedFatPct);
    const lean = sheet.lines.find((l) => l.kind === 'meat')!;
    const lot = await detail(lean.lotId);
    expect(lot.fatChanges[0]!.batchNumber).toBe(sheet.number);
    expect(lot.usedIn.find((u) => u.batchId === sheet.id)!.fatPctThen).toBeCloseTo(
      lot.fatChanges[0]!.before.fatPct,
      3,
    );
  });

  it('is corrected with leaner meat as a step of its own; the dry lines follow while they are not weighed', async () => {
    const before = await sheetOf(bram, sheet.id);
    const lean = await lotBy('Pork leg', 'lab');
    const body = { id: uuid(), lotId: lean.id, massMg: 2_000_000, reason: 'tested at 29 %' };
    expect((await bram.post(`/batches/${sheet.id}/corrections`, body)).status).toBe(403);
    const corrected = (await ines.post(`/batches/${sheet.id}/corrections`, body)).body as BatchView;
    expect(corrected.steps.filter((s) => s.origin === 'fat').map((s) => s.title)).toEqual([
      'Grind what is added 10 mm',
      'Weigh the correction',
    ]);
    expect(corrected.steps.find((s) => s.state === 'open')!.kind).toBe('regrind');
    expect(corrected.meatBasis.massMg).toBe(before.meatBasis.massMg + 2_000_000);
    const salt = (s: BatchView) => s.lines.find((l) => l.name === 'Fine salt')!;
    expect(salt(corrected).dueMg).toBeGreaterThan(salt(before).dueMg);
    expect(corrected.fatTest!.posteriorPct).toBeLessThan(before.fatTest!.posteriorPct);
    expect(corrected.steps.map((s) => s.position)).toEqual(corrected.steps.map((_, i) => i + 1));
  });

  it('once seasoned, brings its own salt and spice, and the others stay as they were', async () => {
    await workTo(sheet.id, 'weigh-ingredients');
    const seasoned = await weighAndClose(sheet.id);
    const lean = await lotBy('Pork leg', 'lab');
    const body = {
      id: uuid(),
      lotId: lean.id,
      massMg: 1_000_000,
      reason: 'still fat',
      signed: { window: 'leaner on purpose' },
    };
    const corrected = (await ines.post(`/batches/${sheet.id}/corrections`, body)).body as BatchView;
    const added = corrected.steps.filter((s) => s.key === 'correction-2' || s.key === 'season-2');
    expect(added.map((s) => s.kind)).toEqual(['weigh-meat', 'weigh-ingredients']);
    const own = corrected.lines.filter((l) => l.stepId === added[1]!.id);
    expect(own.length).toBe(seasoned.lines.filter((l) => l.kind === 'ingredient').length);
    for (const line of own) {
      const first = seasoned.lines.find((l) => l.name === line.name)!;
      expect(line.gPerKgMeat! / first.gPerKgMeat!).toBeCloseTo(1, 1);
      expect(corrected.lines.find((l) => l.id === first.id)!.dueMg).toBe(first.dueMg);
    }
    expect(corrected.mixMg).toBeGreaterThan(seasoned.mixMg);
    const mixed = await workTo(sheet.id, 'mix');
    expect(mixed.fatTest!.fatPct).toBe(29);
    shop.clock.minutes(1);
    const lab = uuid();
    await bram.post('/fat-tests', { id: lab, method: 'lab', fatPct: 25, batchId: sheet.id });
    const again = await sheetOf(bram, sheet.id);
    const prior = { pct: again.openedFatPct, weight: 1 / again.openedFatSd ** 2 };
    expect(again.fatTest!.posteriorPct).toBeCloseTo(
      (prior.pct * prior.weight + 25 * 4) / (prior.weight + 4),
      3,
    );
    await ines.post(`/fat-tests/${lab}/reversal`, { id: uuid(), reason: 'sample was not mixed' });
    expect((await sheetOf(bram, sheet.id)).fatTest).toEqual(mixed.fatTest);
  });
});

describe('drafts', () => {
  const settings = {
    meatMg: 20_000_000,
    window: { minPct: 23, maxPct: 27 },
    confidence: 0.8,
    locks: {},
    useFirst: [],
    leaveOut: [],
    wholeBoxes: false,
    maxTrims: null,
    leastUseMg: 0,
    objective: { cost: 1, age: 0, trims: 0 },
    speciesRules: [],
    owner: null,
  };

  it('are kept, changed by whoever looked last, and thrown away', async () => {
    const [first] = (await ines.get('/blend-drafts')).body as BlendDraft[];
    const body = {
      id: uuid(),
      name: 'Leaner',
      plannedFor: null,
      priority: 1,
      recipeId: first!.recipeId,
      settings,
      result: null,
    };
    const draft = (await ines.post('/blend-drafts', body)).body as BlendDraft;
    expect(draft).toMatchObject({ name: 'Leaner', version: 1, person: 'Ines' });
    const { id: _id, ...fields } = body;
    const change = { ...fields, name: 'Leaner still', version: 1 };
    const changed = await ines.put(`/blend-drafts/${draft.id}`, change);
    expect([changed.status, changed.body.version]).toEqual([200, 2]);
    const late = await ines.put(`/blend-drafts/${draft.id}`, change);
    expect([late.status, late.body.current.name]).toEqual([409, 'Leaner still']);
    expect((await bram.post('/blend-drafts', { ...body, id: uuid() })).status).toBe(403);
    expect((await ines.delete(`/blend-drafts/${draft.id}`)).body.removed).toBe(true);
    expect((await ines.delete(`/blend-drafts/${draft.id}`)).body.removed).toBe(false);
    expect(
      (await ines.post('/blend-drafts', { ...body, id: uuid(), recipeId: uuid() })).body.errors[0].path,
    ).toBe('recipeId');
  });

  it('of the day are done with once their batch is opened', async () => {
    const drafts = (await ines.get('/blend-drafts')).body as BlendDraft[];
    const planned = drafts.filter((d) => d.plannedFor === '2026-03-16');
    expect(planned.length).toBeGreaterThanOrEqual(8);
    const draft = planned.find((d) => d.recipeName === 'Quay Thick')!;
    const lean = await lotBy('Pork shoulder', 'instrument');
    const fat = (await lots()).find((l) => l.trimName.startsWith('Pork belly') && l.status === 'available')!;
    const opened = await ines.post('/batches', {
      id: uuid(),
      recipeId: draft.recipeId,
      meatMg: 10_000_000,
      window: { minPct: 20, maxPct: 30 },
      signed: { window: 'what there is' },
      plannedFor: '2026-03-16',
      uses: [
        { lotId: lean.id, massMg: 8_000_000 },
        { lotId: fat.id, massMg: 2_000_000 },
      ],
      draftId: draft.id,
    });
    expect(opened.status).toBe(200);
    const left = (await ines.get('/blend-drafts')).body as BlendDraft[];
    expect(left.some((d) => d.id === draft.id)).toBe(false);
  });
});

describe('two owners on one day', () => {
  it('have the head and the horn confirmed empty between them', async () => {
    const recipes = (await ines.get('/recipes')).body as { id: string; name: string }[];
    const own = (await lots()).find((l) => l.owner !== null)!;
    const opened = (
      await ines.post('/batches', {
        id: uuid(),
        recipeId: recipes.find((r) => r.name === 'Marsh Lamb Thin')!.id,
        meatMg: 10_000_000,
        window: { minPct: 20, maxPct: 28 },
        plannedFor: '2026-03-16',
        uses: [{ lotId: own.id, massMg: 10_000_000 }],
        owner: own.owner,
        signed: { species: 'own hogget, nothing else', window: 'as it grew' },
      })
    ).body as BatchView;
    expect(opened.owner).toBe(own.owner);
    const sheet = await workTo(opened.id, 'grind');
    const grind = sheet.steps.find((s) => s.state === 'open')!;
    expect(grind.asks.map((a) => a.kind)).toContain('cleared');
    expect(grind.missing.map((m) => m.what)).toContain('cleared');
    await bram.post(`/batches/${opened.id}/readings`, {
      id: uuid(),
      stepId: grind.id,
      kind: 'cleared',
      value: 1,
    });
    const after = (await sheetOf(bram, opened.id)).steps.find((s) => s.id === grind.id)!;
    expect(after.missing.map((m) => m.what)).not.toContain('cleared');
  });
});

it('the ledger is whole after all of it', async () => {
  expect(await verifyLedger(shop.app.db)).toEqual([]);
});
