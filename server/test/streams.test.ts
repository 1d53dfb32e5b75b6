import { v7 as uuid } from 'uuid';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { BatchView, CasingLot, FatTestEntry, Problem, StepView, StockItem } from '@zest/contract';
import { verifyLedger } from '../src/ledger/index.js';
import { benchHands, current, stepOf, type BenchHands } from './bench-hands.js';
import { openTestShop, sheetOf, tick, type Hands, type TestShop } from './shop.js';

let shop: TestShop;
let ines: Hands;
let bram: Hands;
let hands: BenchHands;
beforeAll(async () => {
  shop = await openTestShop('streams');
  ines = await shop.signIn('Ines');
  bram = await shop.signIn('Bram');
  hands = benchHands(shop, ines, bram);
});
afterAll(() => shop.close());

const grindOf = (sheet: BatchView, stream: string): StepView =>
  sheet.steps.find((s) => s.kind === 'grind' && s.stream === stream)!;
const fennel = (meats: Record<string, number>) => hands.open('Loft Fennel', meats, { heat: 'mild' });

describe('lean and fat ground apart', () => {
  it('are weighed into their own grinders, stay apart, and join in the mixer', async () => {
    const batch = await fennel({ 'Pork shoulder': 6_000_000, 'Pork back fat': 1_000_000 });
    expect(batch.lines.filter((l) => l.kind === 'meat').map((l) => l.stream)).toEqual(['lean', 'fat']);
    const lean = await hands.workUntil(batch, (s) => s.kind === 'grind');
    expect(current(lean).stream).toBe('lean');
    expect(grindOf(lean, 'lean')).toMatchObject({ inMg: 6_000_000, balanceMg: 6_000_000 });
    expect(grindOf(lean, 'fat')).toMatchObject({ inMg: 1_000_000, balanceMg: 1_000_000 });
    expect(grindOf(lean, 'lean')).toMatchObject({ nextTitle: 'Mix', runningYield: null });

    await tick(bram, batch.id, current(lean).id, 'ready');
    await hands.read(lean, current(lean).id, 'before', 0);
    await hands.out(lean, current(lean).id, 80_000, { to: 'loss', reason: 'head' });
    await hands.out(lean, current(lean).id, 5_920_000);
    await hands.read(lean, current(lean).id, 'temperature', 2);
    const fat = await hands.close(lean);
    expect(current(fat).stream).toBe('fat');
    expect(stepOf(fat, 'mix').inMg).toBe(5_920_000);
    expect(grindOf(fat, 'lean').balanceMg).toBe(0);
    expect(fat.meatBasis).toMatchObject({ from: 'weighed', massMg: 7_000_000 });

    const ground = await hands.workStep(fat);
    expect(ground.meatBasis).toEqual({ from: 'ground', massMg: 6_920_000 });
    const mix = await hands.workUntil(ground, (s) => s.kind === 'mix');
    const dry = mix.lines.filter((l) => l.kind === 'ingredient').reduce((sum, l) => sum + l.weighedMg, 0);
    expect(stepOf(mix, 'mix').inMg).toBe(6_920_000 + dry);
    expect(mix.unaccountedMg).toBe(0);
    expect(await verifyLedger(shop.app.db)).toEqual([]);
  });

  it('need nothing of the fat where no lot is that fat: its step closes as it stands', async () => {
    const batch = await fennel({ 'Pork shoulder': 6_000_000 });
    const now = await hands.workUntil(batch, (s) => s.stream === 'fat');
    expect(current(now)).toMatchObject({ inMg: 0, missing: [] });
    const closed = await hands.close(now);
    expect(closed.meatBasis).toEqual({ from: 'ground', massMg: 6_000_000 });
    expect(current(closed).kind).toBe('weigh-ingredients');
  });
});

describe('pieces that are weighed one by one', () => {
  async function ringAtTheCoils(): Promise<BatchView> {
    const batch = await hands.open('Lighthouse Ring', { 'Pork shoulder': 2_400_000, 'Pork belly': 600_000 });
    const stuff = await hands.workUntil(batch, (s) => s.kind === 'stuff');
    const { id } = current(stuff);
    await tick(bram, batch.id, id, 'ready');
    await hands.taste(stuff, 1);
    await bram.post(`/batches/${batch.id}/casing`, { id: uuid(), stepId: id, lengthMm: 3_000 });
    const now = await sheetOf(ines, batch.id);
    await hands.read(now, id, 'temperature', 4);
    await hands.out(now, id, current(now).balanceMg);
    return hands.close(now);
  }

  it('count and sample themselves, and are uncounted when one is taken back', async () => {
    const batch = await ringAtTheCoils();
    const step = current(batch);
    expect(step).toMatchObject({ kind: 'link', counting: { many: 'coils', weighedEach: true } });
    expect(step.asks.find((a) => a.kind === 'sample')?.pieces).toBe(1);
    const coil = { to: 'next', pieces: 1 };
    const ids = [uuid(), uuid(), uuid()];
    for (const [i, id] of ids.entries()) {
      const answer = await bram.post(`/batches/${batch.id}/out`, {
        id,
        stepId: step.id,
        massMg: 420_000 + 10_000 * i,
        ...coil,
      });
      expect(answer.status).toBe(200);
    }
    const three = await sheetOf(ines, batch.id);
    expect(three.pieces).toMatchObject({ count: 3, n: 3, meanG: 430 });
    expect(current(three).outMg).toBe(1_290_000);

    const again = { id: ids[0]!, stepId: step.id, massMg: 420_000, ...coil };
    expect((await bram.post(`/batches/${batch.id}/out`, again)).status).toBe(200);
    expect((await sheetOf(ines, batch.id)).pieces?.count).toBe(3);

    await hands.send(batch, 'reversals', { transferId: ids[2], reason: 'It burst on the table' });
    const two = await sheetOf(ines, batch.id);
    expect(two.pieces).toMatchObject({ count: 2, n: 2, meanG: 425 });
    await hands.out(two, step.id, current(two).balanceMg, { to: 'next', pieces: 4 });
    const all = await sheetOf(ines, batch.id);
    expect(all.pieces).toMatchObject({ count: 6, n: 2 });
    expect(current(all).missing).toEqual([]);
    expect(current(await hands.close(all)).kind).toBe('smoke');
  });

  it('are refused where no pieces are made, by the field', async () => {
    const batch = await hands.upTo('mix');
    const answer = await hands.out(batch, stepOf(batch, 'mix').id, 100_000, { to: 'next', pieces: 1 });
    expect(answer.status).toBe(422);
    expect(JSON.stringify(answer.body)).toContain(
      'Pieces are counted where links, coils or patties are made.',
    );
    const none = await hands.out(batch, stepOf(batch, 'mix').id, 100_000, { to: 'next', pieces: 0 });
    expect(JSON.stringify(none.body)).toContain('At least one piece is weighed.');
  });
});

describe('the stuffer', () => {
  it('counts fills and strands, and takes a wrong press back', async () => {
    const batch = await hands.upTo('stuff');
    const { id, fills } = stepOf(batch, 'stuff');
    expect(fills).toMatchObject({ wanted: 1, done: 0 });
    for (const [kind, count] of [
      ['fill', 1],
      ['fill', 1],
      ['fill', -1],
      ['strand', 1],
      ['strand', 1],
    ] as const) {
      expect(
        (await bram.post(`/batches/${batch.id}/marks`, { id: uuid(), stepId: id, kind, count })).status,
      ).toBe(200);
    }
    const now = await sheetOf(ines, batch.id);
    expect(stepOf(now, 'stuff').fills?.done).toBe(1);
    expect(now.casing?.strands).toBe(2);
  });
});

describe('a casing that runs out', () => {
  const codeOf = async (name: string) => {
    const goods = (await ines.get('/goods')).body as StockItem[];
    return goods.find((g) => g.name === name)!.lots[0]!.code;
  };
  const receive = async (lengthMm: number) => {
    const goods = (await ines.get('/goods')).body as StockItem[];
    const hog = goods.find((g) => g.name.startsWith('Hog casing'))!;
    const known = new Set(hog.lots.map((l) => l.code));
    const answer = await ines.post('/goods', {
      id: uuid(),
      itemId: hog.id,
      kind: 'casing',
      amount: lengthMm,
      supplier: 'Tidewrack Casings',
      priceMinor: 35,
    });
    expect(answer.status).toBe(200);
    const now = (await ines.get('/goods')).body as StockItem[];
    return now.find((g) => g.name === hog.name)!.lots.find((l) => !known.has(l.code))!.code;
  };

  it('is followed by another lot of the same, each booked by its own metres', async () => {
    const batch = await hands.upTo('stuff');
    const { id } = stepOf(batch, 'stuff');
    const first = batch.casing!.lots[0]!;
    const code = await receive(30_000);
    const offered = (await bram.get(`/batches/${batch.id}/casing-lots`)).body as CasingLot[];
    expect(offered.find((l) => l.code === code)?.freeMm).toBe(30_000);
    await hands.done(batch, 'casing-lots', { lotCode: code });
    const now = await sheetOf(ines, batch.id);
    expect(now.casing!.lots.map((l) => l.lotCode)).toEqual([first.lotCode, code]);
    const second = now.casing!.lots[1]!;
    for (const [lotId, lengthMm] of [
      [first.lotId, 900],
      [second.lotId, 2300],
    ] as const) {
      const entry = { id: uuid(), stepId: id, lengthMm, lotId };
      expect((await bram.post(`/batches/${batch.id}/casing`, entry)).status).toBe(200);
      expect((await bram.post(`/batches/${batch.id}/casing`, entry)).status).toBe(200);
      const changed = { ...entry, lotId: lotId === first.lotId ? second.lotId : first.lotId };
      expect((await bram.post(`/batches/${batch.id}/casing`, changed)).status).toBe(409);
    }
    const after = (await sheetOf(ines, batch.id)).casing!;
    expect(after.usedMm).toBe(3200);
    expect(after.lots.map((l) => l.leftMm)).toEqual([first.leftMm - 900, 27_700]);
    expect(await verifyLedger(shop.app.db)).toEqual([]);
  });

  it('is not followed by another casing, by one that nobody knows, or by one of another batch', async () => {
    const batch = await hands.upTo('stuff');
    const refused = async (lotCode: string) => {
      const answer = await hands.send(batch, 'casing-lots', { lotCode });
      expect(answer.status).toBe(422);
      return (answer.body as Problem).errors?.[0]?.message;
    };
    expect(await refused(await codeOf('Sheep casing 20/22'))).toContain('is Sheep casing 20/22');
    expect(await refused('NOSUCH')).toContain('Scan its label');
    expect(await refused(batch.lines[0]!.lotCode)).toContain('No casing here');
    const entry = { id: uuid(), stepId: stepOf(batch, 'stuff').id, lengthMm: 500, lotId: uuid() };
    expect((await bram.post(`/batches/${batch.id}/casing`, entry)).status).toBe(404);
    expect((await sheetOf(ines, batch.id)).casing?.usedMm).toBe(0);
  });
});

describe('a cured mix worked by hand', () => {
  it('closes only with the dissolved cure in at two times and ten minutes of work', async () => {
    const batch = await hands.open('Lighthouse Ring', { 'Pork shoulder': 2_400_000, 'Pork belly': 600_000 });
    const rest = batch.steps.map(({ document: d }) =>
      d.kind === 'mix' ? { ...d, mixedBy: 'hand', minMinutes: 4 } : d,
    );
    const byHand = await hands.done(batch, 'method', { steps: rest, reason: 'The mixer broke' }, ines);
    expect(stepOf(byHand, 'mix').document).toMatchObject({ mixedBy: 'hand', minMinutes: 4 });
    expect(stepOf(byHand, 'mix').asks.find((a) => a.kind === 'minutes')?.leastMinutes).toBe(10);
    const now = await hands.workUntil(byHand, (s) => s.kind === 'mix');
    const { id, asks } = stepOf(now, 'mix');
    expect(asks[0]?.kind).toBe('addition');
    await tick(bram, batch.id, id, 'ready');
    await hands.read(now, id, 'minutes', 9);
    await hands.read(now, id, 'tack', 1);
    await hands.read(now, id, 'temperature', 3);
    await hands.read(now, id, 'addition', 1);
    const half = stepOf(await sheetOf(ines, batch.id), 'mix').missing.map((m) => m.what);
    expect(half).toEqual(['addition', 'minutes']);
    expect((await hands.read(now, id, 'addition', 3)).status).toBe(422);
    await hands.read(now, id, 'addition', 2);
    await hands.read(now, id, 'minutes', 1);
    expect(current(await hands.close(now)).kind).toBe('stuff');
  });
});

describe('a fat test of a batch with streams', () => {
  it('says which of them it was of, and teaches those lots alone', async () => {
    const batch = await fennel({ 'Pork shoulder': 4_000_000, 'Pork back fat': 1_000_000 });
    await hands.workUntil(batch, (s) => s.kind === 'grind');
    const test = (more: object) =>
      ines.post('/fat-tests', { id: uuid(), method: 'instrument', fatPct: 20, batchId: batch.id, ...more });
    const vague = await test({});
    expect([vague.status, vague.body.errors[0]]).toMatchObject([
      422,
      { path: 'stream', message: expect.stringContaining('say whether the test is of the lean') as string },
    ]);
    const lean = await test({ stream: 'lean' });
    const [shoulder, backFat] = batch.lines.filter((l) => l.kind === 'meat');
    expect((lean.body as FatTestEntry).lots.map((l) => l.lotId)).toEqual([shoulder!.lotId]);
    const sheet = await sheetOf(ines, batch.id);
    expect(sheet.fatTest).toMatchObject({ fatPct: 20 });
    const fatNow = sheet.lines.find((l) => l.lotId === backFat!.lotId)!.fatPct!;
    // Four parts near 20 and one of back fat: far from 20 in all.
    expect(sheet.fatTest!.posteriorPct).toBeGreaterThan(25);
    expect(fatNow).toBe(backFat!.fatPct);
  });
});
