import { v7 as uuid } from 'uuid';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { BatchView, StockItem, TrimLot } from '@zest/contract';
import { verifyLedger } from '../src/ledger/index.js';
import { benchHands, current, type BenchHands } from './bench-hands.js';
import { coldRoomOf, kg, type ColdRoom } from './cold-room-hands.js';
import { openTestShop, sheetOf, type Hands, type TestShop } from './shop.js';

let shop: TestShop;
let ines: Hands;
let bram: Hands;
let room: ColdRoom;
let hands: BenchHands;
beforeAll(async () => {
  shop = await openTestShop('lots_reach');
  ines = await shop.signIn('Ines');
  bram = await shop.signIn('Bram');
  room = await coldRoomOf(ines);
  hands = benchHands(shop, ines, bram);
});
afterAll(() => shop.close());

const pathOf = (answer: { body: { errors?: { path: string }[] } }) => answer.body.errors?.[0]?.path;
const set = async (id: string, status: string, more: object = {}) => {
  const { version } = await room.detail(id);
  return ines.post(`/lots/${id}/status`, { id: uuid(), version, status, reason: 'smells off', ...more });
};
const TOMORROW = '2026-03-17';

describe('a lot that was rejected', () => {
  it('is held first and then read: it does not become available by one word, nor by standing outside', async () => {
    const lot = await room.receive();
    await bram.post(`/lots/${lot.id}/chill`, { id: uuid(), kind: 'out' });
    expect((await set(lot.id, 'rejected')).status).toBe(200);
    const back = { id: uuid(), kind: 'in', tempC: 12, secondTempC: 12 };
    expect((await bram.post(`/lots/${lot.id}/chill`, back)).body).toMatchObject({ status: 'rejected' });
    const cold = { tempC: 2, secondTempC: 2 };
    const released = await set(lot.id, 'available', cold);
    expect([released.status, released.body.detail]).toEqual([409, expect.stringContaining('put it on hold')]);
    // The way out that the sentence names.
    expect((await set(lot.id, 'hold')).status).toBe(200);
    shop.clock.minutes(120);
    expect((await set(lot.id, 'available', cold)).body).toMatchObject({ status: 'available' });
  });

  it('is looked for in everything that was made of it: lots, batches, what is left over, and their lots', async () => {
    const lot = await room.receive({ massMg: kg(30) });
    const { part } = (
      await bram.post(`/lots/${lot.id}/split`, {
        id: uuid(),
        version: lot.version,
        mode: 'divide',
        massMg: kg(5),
        restMassMg: kg(25),
        fatPct: lot.fatPct,
        restFatPct: lot.fatPct,
      })
    ).body as { part: TrimLot };
    const opened = room.batchBody([{ lot, massMg: kg(4) }]);
    expect((await ines.post('/batches', opened)).status).toBe(200);
    const batch = await hands.workUntil(await sheetOf(ines, opened.id), (s) => s.kind === 'mix');
    const mix = current(batch);
    const kept = await bram.post('/lots/produced', {
      id: uuid(),
      trimId: lot.trimId,
      massMg: kg(1),
      useBy: '2026-03-16',
      tempC: 2,
      from: { batchId: batch.id, stepId: mix.id, restMassMg: mix.inMg - kg(1) },
    });
    expect(kept.body).toMatchObject({ status: 'available' });
    const other = await room.receive();
    expect((await set(lot.id, 'rejected')).status).toBe(200);
    for (const id of [part.id, (kept.body as TrimLot).id]) {
      const { status, holdReason, events } = await room.detail(id);
      expect([status, holdReason]).toEqual(['hold', expect.stringContaining(`${lot.code}, rejected`)]);
      expect(events[0]?.sentence).toContain('smells off');
    }
    expect((await room.detail(other.id)).status).toBe('available');
    const now = await sheetOf(ines, batch.id);
    expect(now.notices.map((n) => n.sentence).join()).toContain(`${lot.code}, rejected`);
    // It does not go on, whoever asks.
    const { id, version, missing } = current(now);
    expect(missing.find((m) => m.what === 'held')).toMatchObject({ final: true });
    const close = () =>
      ines.post(`/batches/${batch.id}/steps/${id}/close`, { id: uuid(), version, override: 'never mind' });
    expect((await close()).status).toBe(422);
    // Held instead, the lead signs for it; released, nobody asks any more.
    expect((await set(lot.id, 'hold')).status).toBe(200);
    const held = current(await sheetOf(ines, batch.id)).missing.find((m) => m.what === 'held');
    expect([held?.final, held?.sentence]).toEqual([undefined, expect.stringContaining(lot.code)]);
    shop.clock.minutes(1);
    expect((await set(lot.id, 'available', { tempC: 2, secondTempC: 2 })).status).toBe(200);
    const after = current(await sheetOf(ines, batch.id)).missing.map((m) => m.what);
    expect(after).not.toContain('held');
  });
});

describe('what is thawed', () => {
  const thaw = async (lot: TrimLot, useBy?: string, reason?: string) => {
    const { version } = await room.detail(lot.id);
    return ines.post(`/lots/${lot.id}/state`, { id: uuid(), version, state: 'thawed', useBy, reason });
  };

  it('gets a new last day, a near one, and none back that it had lost before it was frozen', async () => {
    const frozen = { state: 'frozen', tempC: -20, useBy: '2026-03-10', frozenOn: '2026-03-08' };
    const lot = await room.receive({ ...frozen, slaughteredOn: '2026-03-05' });
    expect(pathOf(await thaw(lot))).toBe('useBy');
    expect(pathOf(await thaw(lot, '2026-03-25'))).toBe('useBy');
    expect((await thaw(lot, TOMORROW)).body).toMatchObject({ state: 'thawed', useBy: TOMORROW });
    const late = await room.receive({ ...frozen, frozenOn: '2026-03-12' });
    expect(pathOf(await thaw(late, TOMORROW))).toBe('useBy');
    const unknown = await room.receive({ ...frozen, frozenOn: null });
    expect(pathOf(await thaw(unknown, TOMORROW))).toBe('useBy');
    expect((await thaw(unknown, TOMORROW, 'frozen by the supplier in time')).body).toMatchObject({
      useBy: TOMORROW,
    });
  });

  it('is asked the same where it is weighed after its drip, and its days stay with what is made of it', async () => {
    const dates = { slaughteredOn: '2026-03-05', frozenOn: '2026-03-08' };
    const lot = await room.receive({ state: 'frozen', tempC: -20, useBy: '2026-06-10', ...dates });
    const id = uuid();
    const prepared = (more: object) =>
      bram.post(`/lots/${lot.id}/preparations`, {
        id,
        how: 'thaw',
        grossMg: kg(20),
        usableMg: kg(19),
        parts: [{ name: 'drip', massMg: kg(1), to: 'bin' }],
        tempC: 2,
        ...more,
      });
    expect(pathOf(await prepared({}))).toBe('useBy');
    const made = (await prepared({ useBy: TOMORROW })).body.usable as TrimLot;
    expect(made).toMatchObject({ state: 'thawed', useBy: TOMORROW, weightKnown: 'weighed', ...dates });
  });

  it('was slaughtered and frozen by today, in that order', async () => {
    const days = (more: object) => ines.post('/lots', room.lotBody(more));
    expect(pathOf(await days({ slaughteredOn: '2026-03-18' }))).toBe('slaughteredOn');
    const turned = await days({ slaughteredOn: '2026-03-12', frozenOn: '2026-03-11' });
    expect([turned.status, pathOf(turned)]).toEqual([422, 'frozenOn']);
  });

  it('has the day on which the shop froze it', async () => {
    const lot = await room.receive();
    const frozen = { id: uuid(), version: lot.version, state: 'frozen', reason: 'for later' };
    expect((await ines.post(`/lots/${lot.id}/state`, frozen)).body).toMatchObject({ frozenOn: '2026-03-16' });
  });
});

describe('what nobody measured', () => {
  it('opens no batch unasked', async () => {
    const lot = await room.receive({ weightKnown: 'guessed' });
    const body = room.batchBody([{ lot, massMg: kg(4) }]);
    const asked = await ines.post('/batches', body);
    expect([asked.status, pathOf(asked)]).toEqual([422, 'signed.weight']);
    expect((await bram.post(`/lots/${lot.id}/count`, { id: uuid(), amount: kg(19) })).status).toBe(200);
    expect((await ines.post('/batches', body)).status).toBe(200);
    const boxes = await room.receive({ weightKnown: 'counted' });
    const signed = room.batchBody([{ lot: boxes, massMg: kg(4) }], {
      signed: { weight: 'boxes are labelled' },
    });
    expect((await ines.post('/batches', signed)).status).toBe(200);
  });

  it('is no fat that follows from what came off, and no longer life than a hand may give', async () => {
    const lot = await room.receive({ useBy: '2026-03-18' });
    const trimmed = (fatPct: number) => ({
      id: uuid(),
      how: 'trim out',
      grossMg: kg(10),
      usableMg: kg(9),
      parts: [{ name: 'bone', massMg: kg(1), to: 'bin' }],
      tempC: 2,
      fatPct,
    });
    expect(pathOf(await bram.post(`/lots/${lot.id}/preparations`, trimmed(4)))).toBe('fatPct');
    const cooked = { trimId: lot.trimId, massMg: kg(3), heat: 'cooked', useBy: '2026-05-01', tempC: 3 };
    const from = { lotId: lot.id, grossMg: kg(4) };
    const make = (who: Hands, more: object) =>
      who.post('/lots/produced', { id: uuid(), ...cooked, from, ...more });
    expect((await make(bram, { coreC: 74 })).status).toBe(403);
    // What is called cooked says its core; too cold a one is held, whoever says so.
    expect(pathOf(await make(ines, {}))).toBe('coreC');
    expect(pathOf(await make(ines, { coreC: 165 }))).toBe('coreC');
    expect((await make(ines, { coreC: 55 })).body).toMatchObject({
      status: 'hold',
      holdReason: expect.stringContaining('cook it through'),
    });
    expect((await make(ines, { coreC: 74 })).body).toMatchObject({ status: 'available', heat: 'cooked' });
  });

  it('is no strength of a cure: its bag is read, and another strength is another ingredient', async () => {
    const goods = (await ines.get('/goods')).body as StockItem[];
    const cure = goods.find((g) => (g.nitritePct ?? 0) > 0)!;
    const bag = { itemId: cure.id, kind: 'ingredient', amount: kg(1), supplier: 'Salt & Spice' };
    const receive = (more: object) => ines.post('/goods', { id: uuid(), ...bag, ...more });
    expect(pathOf(await receive({}))).toBe('nitritePct');
    const other = await receive({ nitritePct: cure.nitritePct! * 10, nitratePct: 0 });
    expect([pathOf(other), JSON.stringify(other.body)]).toEqual([
      'nitritePct',
      expect.stringContaining('an ingredient of its own'),
    ]);
    expect((await receive({ nitritePct: cure.nitritePct, nitratePct: cure.nitratePct ?? 0 })).status).toBe(
      200,
    );
  });
});

describe('more than the books had', () => {
  it('taken back leaves stock and what is set aside exactly as they were', async () => {
    const lot = await room.receive({ massMg: kg(6) });
    const opened = room.batchBody([{ lot, massMg: kg(4) }]);
    expect((await ines.post('/batches', opened)).status).toBe(200);
    const batch = await hands.workUntil(await sheetOf(ines, opened.id), (s) => s.kind === 'weigh-meat');
    const line = batch.lines.find((l) => l.lotId === lot.id)!;
    const before = await room.detail(lot.id);
    const asBefore = { balanceMg: before.balanceMg, reservedMg: before.reservedMg };
    expect(asBefore).toEqual({ balanceMg: kg(6), reservedMg: kg(4) });
    const takeBack = async (now: BatchView, amount: number) => {
      const { id } = now.entries.find(
        (e) => e.amount === amount && !e.reversed && e.reversesId === null && e.from !== 'found',
      )!;
      return hands.done(batch, 'reversals', { transferId: id, reason: 'wrong tub' });
    };
    expect((await hands.weigh(batch, line, kg(9))).body).toMatchObject({ found: true });
    const after = await takeBack(await sheetOf(ines, batch.id), kg(9));
    expect(await room.detail(lot.id)).toMatchObject(asBefore);
    expect(after.entries.filter((e) => e.from === 'found').every((e) => e.reversed)).toBe(true);
    // In two weighings, and out of what others have set aside.
    await hands.weigh(batch, line, kg(3));
    await hands.weigh(batch, line, kg(2.5));
    expect(await room.detail(lot.id)).toMatchObject({ balanceMg: kg(0.5), reservedMg: 0 });
    await takeBack(await sheetOf(ines, batch.id), kg(2.5));
    expect(await room.detail(lot.id)).toMatchObject({ balanceMg: kg(3), reservedMg: kg(1) });
    await takeBack(await sheetOf(ines, batch.id), kg(3));
    expect(await room.detail(lot.id)).toMatchObject(asBefore);
    expect(await verifyLedger(shop.app.db)).toEqual([]);
  });
});
