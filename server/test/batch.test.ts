import { v7 as uuid } from 'uuid';
import { numberOf } from '@zest/core';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { BatchView, OwnShop, StepView, TrimLot } from '@zest/contract';
import { verifyLedger } from '../src/ledger/index.js';
import { openSmallBatch, openTestShop, sheetOf, type Hands, type TestShop, tick } from './shop.js';

let shop: TestShop;
let ines: Hands;
let bram: Hands;
beforeAll(async () => {
  shop = await openTestShop('batch');
  ines = await shop.signIn('Ines');
  bram = await shop.signIn('Bram');
});
afterAll(() => shop.close());

const step = (sheet: BatchView, kind: string): StepView => sheet.steps.find((s) => s.kind === kind)!;
const weigh = (batch: BatchView, lineId: string, massMg: number) =>
  bram.post(`/batches/${batch.id}/weighings`, { id: uuid(), lineId, massMg });
const read = (batch: BatchView, stepId: string, kind: string, value: number) =>
  bram.post(`/batches/${batch.id}/readings`, { id: uuid(), stepId, kind, value });
const out = (batch: BatchView, stepId: string, massMg: number, to = 'next', reason?: string) =>
  bram.post(`/batches/${batch.id}/out`, { id: uuid(), stepId, to, massMg, reason });

async function close(batch: BatchView, kind: string, who = bram, more: object = {}) {
  const now = await sheetOf(ines, batch.id);
  const { id, version } = step(now, kind);
  return who.post(`/batches/${batch.id}/steps/${id}/close`, { id: uuid(), version, ...more });
}

async function weighAll(batch: BatchView, kind: string) {
  const now = await sheetOf(ines, batch.id);
  for (const line of now.lines.filter((l) => l.stepId === step(now, kind).id)) {
    expect((await weigh(batch, line.id, line.dueMg)).status).toBe(200);
  }
}

async function upTo(kind: 'grind' | 'weigh-ingredients' | 'mix'): Promise<BatchView> {
  const batch = await openSmallBatch(ines);
  await read(batch, step(batch, 'chill').id, 'temperature', 1.5);
  await close(batch, 'chill');
  await weighAll(batch, 'weigh-meat');
  await close(batch, 'weigh-meat');
  if (kind === 'grind') return sheetOf(ines, batch.id);
  await tick(bram, batch.id, step(batch, 'grind').id, 'ready');
  await read(batch, step(batch, 'grind').id, 'before', 1.2);
  await out(batch, step(batch, 'grind').id, 9_900_000);
  await out(batch, step(batch, 'grind').id, 80_000, 'loss', 'head');
  await read(batch, step(batch, 'grind').id, 'temperature', 3.2);
  await close(batch, 'grind');
  if (kind === 'weigh-ingredients') return sheetOf(ines, batch.id);
  await weighAll(batch, 'weigh-ingredients');
  await close(batch, 'weigh-ingredients');
  await tick(bram, batch.id, step(batch, 'mix').id, 'ready');
  await tick(bram, batch.id, step(batch, 'stuff').id, 'ready');
  await tick(bram, batch.id, step(batch, 'stuff').id, 'taste-skipped');
  return sheetOf(ines, batch.id);
}

describe('one real batch', () => {
  it('goes from trims to links, and every kilogram has a from and a to', async () => {
    const free = new Map(((await ines.get('/lots')).body as TrimLot[]).map((l) => [l.id, l.freeMg]));
    const batch = await upTo('mix');
    for (const line of batch.lines.filter((l) => l.kind === 'meat')) {
      const lot = ((await ines.get('/lots')).body as TrimLot[]).find((l) => l.id === line.lotId)!;
      expect(lot.freeMg).toBe((free.get(lot.id) ?? 0) - line.dueMg);
    }
    expect(batch.meatBasis).toEqual({ massMg: 9_900_000, from: 'ground' });
    expect(batch.lines.find((l) => l.name === 'Fine salt')?.dueMg).toBe(158_400);
    await read(batch, step(batch, 'mix').id, 'minutes', 4);
    await read(batch, step(batch, 'mix').id, 'tack', 1);
    await read(batch, step(batch, 'mix').id, 'temperature', 3);
    expect((await close(batch, 'mix')).status).toBe(200);
    const stuff = step(batch, 'stuff').id;
    expect(
      (await bram.post(`/batches/${batch.id}/casing`, { id: uuid(), stepId: stuff, lengthMm: 16_000 }))
        .status,
    ).toBe(200);
    const mixed = await sheetOf(ines, batch.id);
    const inStuff = step(mixed, 'stuff').inMg;
    expect(inStuff).toBe(step(mixed, 'mix').outMg + 120_000);
    await out(batch, stuff, 90_000, 'loss', 'barrel and horn');
    await out(batch, stuff, 30_000, 'loss', 'burst');
    await out(batch, stuff, inStuff - 130_000);
    await read(batch, stuff, 'temperature', 4);
    expect((await close(batch, 'stuff')).status).toBe(200);
    const link = step(batch, 'link').id;
    await out(batch, link, 200_000, 'rework');
    await out(batch, link, inStuff - 330_000);
    await read(batch, link, 'count', 95);
    for (let i = 0; i < 10; i += 1) await read(batch, link, 'sample', 108_000 + i * 500);
    const done = (await close(batch, 'link')).body as BatchView;
    expect(done.state).toBe('closed');
    expect(done.unaccountedMg).toBe(30_000);
    expect(done.pieces).toMatchObject({ count: 95, n: 10, meanG: 110.25 });
    // A hand sees no money.
    expect(done.cost).toBeUndefined();
    const { cost } = await sheetOf(ines, done.id);
    expect(cost.perLinkMinor).toBeCloseTo((cost.totalMinor - cost.keptMinor) / 95, 1);
    expect(cost).toMatchObject({ unpriced: [], work: null });
    // Two for 90 minutes and one for 25 more: 205 minutes of hands. An hour costs nobody knows what, then 18.50.
    const say = (who: Hands, body: object) => who.post(`/batches/${done.id}/work`, { id: uuid(), ...body });
    const stints = [
      { people: 2, minutes: 90 },
      { people: 1, minutes: 25 },
    ];
    expect((await say(bram, { stints })).status).toBe(403);
    expect((await say(ines, { stints: [{ people: 0, minutes: 90 }] })).body).toMatchObject({
      status: 422,
      errors: [{ path: 'stints[0].people' }],
    });
    const own = (await ines.get('/shop')).body as OwnShop;
    expect((await ines.put('/shop', { ...own, hourMinor: null })).status).toBe(200);
    expect((await say(ines, { stints })).status).toBe(200);
    const open = (await sheetOf(ines, done.id)).cost;
    expect(open).toMatchObject({ unpriced: ['Work'], totalMinor: cost.totalMinor });
    expect((await ines.put('/shop', { ...own, hourMinor: 1850 })).status).toBe(200);
    expect((await say(ines, { stints })).status).toBe(200);
    const paid = (await sheetOf(ines, done.id)).cost;
    expect(paid).toMatchObject({
      unpriced: [],
      totalMinor: cost.totalMinor + 6321,
      work: { stints, person: 'Ines' },
    });
    expect(paid.parts.find((p) => p.name === 'Work')?.minor).toBe(6321);
    // A dearer hour tomorrow changes nothing of what was made, and no hand is told what an hour costs.
    expect((await ines.put('/shop', { ...own, hourMinor: 9900 })).status).toBe(200);
    expect((await sheetOf(ines, done.id)).cost).toEqual(paid);
    expect(((await bram.get('/shop')).body as OwnShop).hourMinor).toBeNull();
    expect((await ines.put('/shop', own)).status).toBe(200);
    expect(done.outMg).toBe(inStuff - 330_000);
    expect(done.ribbon.every((s) => s.balanceMg === 0)).toBe(true);
    expect(
      done.entries
        .filter((e) => e.to === 'unaccounted')
        .map((e) => e.amount)
        .sort(),
    ).toEqual([10_000, 20_000]);
    expect(await verifyLedger(shop.app.db)).toEqual([]);
  });

  it('heals when a wrong entry is taken back, through everything computed from it', async () => {
    const batch = await upTo('mix');
    await read(batch, step(batch, 'mix').id, 'minutes', 4);
    await read(batch, step(batch, 'mix').id, 'tack', 1);
    await read(batch, step(batch, 'mix').id, 'temperature', 3);
    await close(batch, 'mix');
    const before = await sheetOf(ines, batch.id);
    const water = before.lines.find((l) => l.name === 'Iced water')!;
    const entry = before.entries.find((e) => e.lineId === water.id)!;
    const after = (
      await ines.post(`/batches/${batch.id}/reversals`, {
        id: uuid(),
        transferId: entry.id,
        reason: 'Wrong weight',
      })
    ).body as BatchView;
    expect(step(after, 'stuff').inMg).toBe(step(before, 'stuff').inMg - water.weighedMg);
    expect(step(after, 'mix').balanceMg).toBe(0);
    expect(after.ribbon.find((s) => s.name === 'Mix')?.bands.water ?? 0).toBe(0);
    const again = await ines.post(`/batches/${batch.id}/reversals`, {
      id: uuid(),
      transferId: entry.id,
      reason: 'Wrong weight',
    });
    expect([again.status, again.body.detail]).toEqual([409, 'This entry was already taken back.']);
    const derived = after.entries.find((e) => e.how === 'derived' && e.reversesId === null && !e.reversed)!;
    expect(
      (
        await ines.post(`/batches/${batch.id}/reversals`, {
          id: uuid(),
          transferId: derived.id,
          reason: 'Wrong weight',
        })
      ).status,
    ).toBe(409);
    expect(await verifyLedger(shop.app.db)).toEqual([]);
  });
});

describe('over-pour', () => {
  it('keeps the step open until it is accepted with a reason, for that weight only', async () => {
    const batch = await upTo('weigh-ingredients');
    const salt = batch.lines.find((l) => l.name === 'Fine salt')!;
    await weigh(batch, salt.id, salt.dueMg + 30_000);
    const refused = await close(batch, 'weigh-ingredients');
    expect(refused.status).toBe(422);
    expect(refused.body.errors).toEqual(
      expect.arrayContaining([
        expect.objectContaining({
          path: 'line:Fine salt',
          message: expect.stringContaining('take out, grow the batch, or accept'),
        }),
      ]),
    );
    const accepted = (
      await bram.post(`/batches/${batch.id}/accepted-lines`, {
        id: uuid(),
        lineId: salt.id,
        reason: 'Hand slipped',
      })
    ).body as BatchView;
    expect(accepted.lines.find((l) => l.id === salt.id)?.accepted).toBe(true);
    await weigh(batch, salt.id, 1000);
    expect((await sheetOf(ines, batch.id)).lines.find((l) => l.id === salt.id)?.accepted).toBe(false);
  });

  it('grows the batch: more of every meat, set aside, and every line due again', async () => {
    const batch = await upTo('weigh-ingredients');
    const salt = batch.lines.find((l) => l.name === 'Fine salt')!;
    const pepper = batch.lines.find((l) => l.name === 'White pepper')!;
    await weigh(batch, salt.id, Math.round(salt.dueMg * 1.25));
    const grown = (
      await bram.post(`/batches/${batch.id}/growth`, { id: uuid(), lineId: salt.id, reason: 'Hand slipped' })
    ).body as BatchView;
    const added = grown.lines.filter((l) => l.kind === 'meat' && l.stepId === salt.stepId);
    expect(added.map((l) => l.name).sort()).toEqual(['Pork belly 55/45', 'Pork shoulder 80/20']);
    expect(grown.meatBasis.massMg).toBeGreaterThanOrEqual(9_900_000 * 1.25 - 20_000);
    const salted = grown.lines.find((l) => l.id === salt.id)!;
    expect(salted.weighedMg).toBeLessThanOrEqual(salted.highMg);
    // The rest has been through the plate: what it grows by goes through it before it is weighed in.
    const open = grown.steps.find((s) => s.state === 'open')!;
    expect([open.kind, open.document]).toEqual([
      'regrind',
      expect.objectContaining({ plateMm: numberOf(step(grown, 'grind').document, 'plateMm') }),
    ]);
    expect((await close(grown, 'regrind')).status).toBe(422);
    expect(grown.lines.find((l) => l.id === pepper.id)!.dueMg).toBeGreaterThan(pepper.dueMg);
    expect(
      (
        await bram.post(`/batches/${batch.id}/growth`, {
          id: uuid(),
          lineId: pepper.id,
          reason: 'Hand slipped',
        })
      ).status,
    ).toBe(409);
    expect(await verifyLedger(shop.app.db)).toEqual([]);
  });
});

describe('closing', () => {
  it('names everything missing, refuses steps out of order and stale looks, and lets only the lead sign past', async () => {
    const batch = await upTo('grind');
    const missing = await close(batch, 'grind');
    expect(missing.status).toBe(422);
    expect(missing.body.errors.map((e: { path: string }) => e.path)).toEqual([
      'ready',
      'out',
      'before',
      'temperature',
    ]);
    const early = await close(batch, 'stuff');
    expect([early.status, early.body.detail]).toEqual([409, expect.stringContaining('comes first')]);
    const stale = await bram.post(`/batches/${batch.id}/steps/${step(batch, 'grind').id}/close`, {
      id: uuid(),
      version: 99,
    });
    expect(stale.status).toBe(409);
    expect(stale.body.current).toMatchObject({ id: batch.id });
    expect((await close(batch, 'grind', bram, { override: 'Thermometer broken' })).status).toBe(403);
    await tick(bram, batch.id, step(batch, 'grind').id, 'ready');
    await read(batch, step(batch, 'grind').id, 'before', 1.2);
    await out(batch, step(batch, 'grind').id, 9_900_000);
    const signed = (await close(batch, 'grind', ines, { override: 'Thermometer broken' })).body as BatchView;
    expect(step(signed, 'grind')).toMatchObject({
      state: 'closed',
      overrideReason: 'Thermometer broken',
      closedBy: 'Ines',
    });
    expect((await out(batch, step(batch, 'grind').id, 1000)).body.detail).toContain('is closed');
  });

  it('carries a command out once, whatever is sent how often', async () => {
    const batch = await openSmallBatch(ines);
    await read(batch, step(batch, 'chill').id, 'temperature', 1.5);
    const { id, version } = step(await sheetOf(ines, batch.id), 'chill');
    const command = { id: uuid(), version };
    const answers = await Promise.all(
      [1, 2, 3].map(() => bram.post(`/batches/${batch.id}/steps/${id}/close`, command)),
    );
    expect(answers.map((a) => a.status)).toEqual([200, 200, 200]);
    expect(
      (await bram.post(`/batches/${batch.id}/steps/${id}/close`, { ...command, version: version + 1 })).body
        .type,
    ).toContain('id-reused');
  });

  it('cancels only what is empty, and frees its stock', async () => {
    const before = (await ines.get('/lots')).body as TrimLot[];
    const batch = await openSmallBatch(ines);
    const cancelled = await ines.post(`/batches/${batch.id}/cancel`, {
      id: uuid(),
      version: batch.version,
      reason: 'Not needed',
    });
    expect(cancelled.body.state).toBe('cancelled');
    const after = (await ines.get('/lots')).body as TrimLot[];
    expect(after.map((l) => l.freeMg)).toEqual(before.map((l) => l.freeMg));
    const used = await upTo('grind');
    expect(
      (
        await ines.post(`/batches/${used.id}/cancel`, {
          id: uuid(),
          version: used.version,
          reason: 'Not needed',
        })
      ).body.detail,
    ).toContain('take it back first');
  });
});
