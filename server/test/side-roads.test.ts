import { v7 as uuid } from 'uuid';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { BatchView, MethodStep, StockItem, TrimLot } from '@zest/contract';
import { benchHands, current, lineOf, stepOf, type BenchHands } from './bench-hands.js';
import { coldRoomOf, kg, type ColdRoom } from './cold-room-hands.js';
import { SECRETS, openTestShop, sheetOf, tick, type Hands, type TestShop } from './shop.js';

let shop: TestShop;
let ines: Hands;
let bram: Hands;
let oda: Hands;
let room: ColdRoom;
let hands: BenchHands;
beforeAll(async () => {
  shop = await openTestShop('side_roads');
  ines = await shop.signIn('Ines');
  bram = await shop.signIn('Bram');
  oda = await shop.signIn('Oda');
  room = await coldRoomOf(ines);
  hands = benchHands(shop, ines, bram);
});
afterAll(() => shop.close());

const CURE = 'Cure 0.6 % nitrite';
const pathsOf = (answer: { body: { errors?: { path: string }[] } }) =>
  (answer.body.errors ?? []).map((e) => e.path);
const text = (answer: { body: unknown }) => JSON.stringify(answer.body);

/** A smoked ring brought to a step. */
async function ring(kind: string): Promise<BatchView> {
  const batch = await hands.open('Lighthouse Ring', { 'Pork shoulder': 1.6e6, 'Pork belly': 0.4e6 });
  return hands.workUntil(batch, (step) => step.kind === kind);
}

const stepsOf = ({ steps }: BatchView): MethodStep[] =>
  steps.filter((s) => s.state !== 'closed').map((s) => s.document);
const changed = (batch: BatchView, change: (step: MethodStep) => MethodStep | undefined, more: object = {}) =>
  ines.post(`/batches/${batch.id}/method`, {
    id: uuid(),
    steps: stepsOf(batch).flatMap((s) => change(s) ?? []),
    reason: 'as it is today',
    ...more,
  });

describe('another method for an open batch', () => {
  it('makes no rest of a mix by its key, and drops no limit unsigned', async () => {
    const batch = await ring('weigh-ingredients');
    const rest = await changed(batch, (s) =>
      s.kind === 'mix' ? { key: s.key, kind: 'rest', hours: 1, stopAboveC: 4 } : s,
    );
    expect([rest.status, text(rest)]).toEqual([422, expect.stringContaining('does not become')]);
    const uncooled = await changed(batch, (s) => (s.kind === 'cool' ? { key: s.key, kind: 'cool' } : s));
    expect([uncooled.status, text(uncooled)]).toEqual([422, expect.stringContaining('comes down to')]);
    const wider = (stopAboveC: number, more: object = {}) =>
      changed(batch, (s) => (s.kind === 'stuff' ? { ...s, stopAboveC } : s), more);
    expect(pathsOf(await wider(40))).toContain('steps');
    expect(pathsOf(await wider(10)).sort()).toEqual(['signed.high-limit', 'signed.loosened']);
    const signed = { 'high-limit': 'a cold hall', loosened: 'a cold hall' };
    expect((await wider(10, { signed: { loosened: 'a cold hall' } })).status).toBe(422);
    expect((await wider(10, { signed })).status).toBe(200);
    const now = await sheetOf(ines, batch.id);
    expect(stepOf(now, 'stuff').document).toMatchObject({ stopAboveC: 10 });
    expect(await hands.cards()).toContain('instead of at most');
    // Narrower, nobody is asked.
    const narrower = await changed(now, (s) => (s.kind === 'stuff' ? { ...s, stopAboveC: 6 } : s));
    expect(narrower.status).toBe(200);
  });

  it('covers nothing by a signature that was given for less', async () => {
    const batch = await ring('weigh-ingredients');
    const to = (stopBelowC: number, signed: object) =>
      changed(batch, (s) => (s.kind === 'cook' ? { ...s, stopBelowC } : s), { signed });
    const word = { loosened: 'time at temperature', 'low-core': 'time at temperature' };
    expect((await to(68, word)).status).toBe(200);
    const again = await to(40, {});
    expect(again.status).toBe(422);
    expect(pathsOf(again)).not.toEqual([]);
  });
});

describe('what was weighed', () => {
  it('is taken back by the lead alone once its step is closed, with a card of what the batch became', async () => {
    const batch = await ring('stuff');
    const cure = (await sheetOf(ines, batch.id)).entries.find((e) => e.lineId === lineOf(batch, CURE).id)!;
    const back = { transferId: cure.id, reason: 'never mind' };
    const byHand = await hands.send(batch, 'reversals', back);
    expect([byHand.status, text(byHand)]).toEqual([403, expect.stringContaining('is closed')]);
    const now = await hands.done(batch, 'reversals', back, ines);
    expect(now.uncured).toBe(true);
    expect(await hands.cards()).toContain('Ines took an entry back');
    expect(current(now).missing.some((m) => m.door)).toBe(true);
  });

  it('and confirmed by a second person is not confirmed when it is weighed again', async () => {
    const second = { cureSecondCheck: true };
    const rules = (await ines.get('/bench-rules')).body as Record<string, unknown>;
    expect((await ines.put('/bench-rules', { ...rules, ...second })).status).toBe(200);
    const batch = await ring('weigh-ingredients');
    const cure = lineOf(batch, CURE);
    await hands.weigh(batch, cure);
    const names = (await ines.get('/people/names')).body as { id: string; name: string }[];
    const personId = names.find((p) => p.name === 'Oda')!.id;
    const check = { lineId: cure.id, personId, secret: SECRETS['Oda'] };
    expect((await hands.send(batch, 'second-check', check)).status).toBe(200);
    const isOpen = async () =>
      current(await sheetOf(ines, batch.id)).missing.some((m) => m.what === `cure:${CURE}`);
    expect(await isOpen()).toBe(false);
    const entry = (await sheetOf(ines, batch.id)).entries.find((e) => e.lineId === cure.id)!;
    shop.clock.minutes(1);
    await hands.done(batch, 'reversals', { transferId: entry.id, reason: 'spilt' });
    shop.clock.minutes(1);
    await hands.weigh(batch, cure);
    expect(await isOpen()).toBe(true);
    expect((await hands.send(batch, 'second-check', check, bram)).status).toBe(200);
    expect(await isOpen()).toBe(false);
    await ines.put('/bench-rules', rules);
  });

  it('twice as much of a meat is no large piece: the lead takes it', async () => {
    const batch = await hands.upTo('weigh-meat');
    const meat = batch.lines.find((l) => l.kind === 'meat')!;
    await hands.weigh(batch, meat, meat.dueMg * 2);
    const accept = { lineId: meat.id, reason: 'large piece' };
    const byHand = await hands.send(batch, 'accepted-lines', accept);
    expect([byHand.status, text(byHand)]).toEqual([403, expect.stringContaining('another batch')]);
    expect((await hands.send(batch, 'accepted-lines', accept, ines)).status).toBe(200);
  });

  it('has no earlier time than it has: a device that was there did not wait', async () => {
    const batch = await hands.upTo('stuff');
    const before = new Date(shop.clock.now().getTime() - 10 * 60_000).toISOString();
    const late = { offline: true, deviceTime: before };
    const water = lineOf(batch, 'Iced water');
    expect((await hands.weigh(batch, water, 50_000, late)).status).toBe(409);
    const reading = { stepId: current(batch).id, kind: 'core', value: 74, ...late };
    expect((await hands.send(batch, 'readings', reading)).status).toBe(200);
    const { readings } = await sheetOf(ines, batch.id);
    expect(readings.find((r) => r.kind === 'core')).toMatchObject({
      at: shop.clock.now().toISOString(),
      retimed: true,
    });
  });
});

describe('minutes', () => {
  it('are what passed between the start and the stop, whatever a tablet says, and are not run twice', async () => {
    const batch = await hands.upTo('mix');
    const mix = current(batch);
    const run = (isOn: boolean, more: object = {}) =>
      hands.send(batch, 'marks', { stepId: mix.id, kind: 'run', load: 1, isOn, ...more });
    const stop = (value: number, more: object = {}) =>
      hands.read(batch, mix.id, 'minutes', value, { load: 1, clock: true, ...more });
    const none = await stop(4);
    expect([none.status, text(none)]).toEqual([409, expect.stringContaining('No clock runs at')]);
    const early = new Date(shop.clock.now().getTime() - 10 * 60_000).toISOString();
    expect((await run(true, { deviceTime: early, offline: true })).status).toBe(200);
    shop.clock.minutes(2.99);
    const id = uuid();
    expect((await stop(10, { id })).status).toBe(200);
    // Sent again, it is the same.
    expect((await stop(10, { id })).status).toBe(200);
    const minutes = async () =>
      (await sheetOf(ines, batch.id)).readings
        .filter((r) => r.kind === 'minutes')
        .map((r) => [r.value, r.how]);
    expect(await minutes()).toEqual([[2.9, 'clock']]);
    expect((await stop(10)).status).toBe(409);
    // Taken back, it does not run on.
    const back = { readingId: id, reason: 'wrong load' };
    expect((await hands.send(batch, 'readings-back', back)).status).toBe(200);
    shop.clock.minutes(5);
    expect((await stop(10)).status).toBe(409);
    await run(true);
    await run(false);
    expect((await stop(10)).status).toBe(409);
    const other = await hands.read(batch, mix.id, 'temperature', 2, { load: 1, clock: true });
    expect([other.status, pathsOf(other)]).toEqual([422, ['kind']]);
    expect(await minutes()).toEqual([]);
  });
});

describe('what was read', () => {
  it('is asked again where no meat is like that, and counts when somebody is sure', async () => {
    const batch = await hands.upTo('mix');
    const mix = current(batch);
    const strange = await hands.read(batch, mix.id, 'temperature', -17.6);
    expect([strange.status, pathsOf(strange)]).toEqual([422, ['sure']]);
    const waited = await hands.read(batch, mix.id, 'temperature', 145, { offline: true });
    expect(pathsOf(waited)).toEqual(['sure']);
    expect((await hands.read(batch, mix.id, 'temperature', -17.6, { sure: true })).status).toBe(200);
  });

  it('is taken back as a weight is: by a hand while its step is open, by the lead afterwards, with a card', async () => {
    const batch = await hands.upTo('stuff');
    const stuff = current(batch);
    await hands.read(batch, stuff.id, 'temperature', 3);
    const idOf = async (stepId: string, kind: string) =>
      (await sheetOf(ines, batch.id)).readings.find((r) => r.stepId === stepId && r.kind === kind)!.id;
    const back = async (stepId: string, kind: string, who = bram) =>
      hands.send(batch, 'readings-back', { readingId: await idOf(stepId, kind), reason: 'wrong probe' }, who);
    const missing = async () => current(await sheetOf(ines, batch.id)).missing.map((m) => m.what);
    expect(await missing()).not.toContain('temperature');
    expect((await back(stuff.id, 'temperature')).status).toBe(200);
    expect(await missing()).toContain('temperature');
    const mixed = stepOf(batch, 'mix').id;
    expect((await back(mixed, 'minutes')).status).toBe(403);
    expect((await back(mixed, 'minutes', ines)).status).toBe(200);
    expect(await hands.cards()).toContain('Ines took back 4 minutes of Bram at Mix: “wrong probe”');
    const unknown = { readingId: uuid(), reason: 'wrong probe' };
    expect((await hands.send(batch, 'readings-back', unknown)).status).toBe(404);
  });

  it('and tasted is not passed once its verdict was taken back', async () => {
    const batch = await hands.upTo('stuff');
    expect((await hands.taste(batch, 1)).state).toBe('passed');
    const { readings } = await sheetOf(ines, batch.id);
    const verdict = readings.find((r) => r.kind === 'verdict')!;
    const back = { readingId: verdict.id, reason: 'another patty' };
    expect((await hands.send(batch, 'readings-back', back)).status).toBe(200);
    expect((await sheetOf(ines, batch.id)).taste.state).not.toBe('passed');
    const [[row]] = (await shop.owner.query(
      `SELECT passed FROM $db.batch WHERE id = '${batch.id}'`,
    )) as unknown as [{ passed: number }[]];
    expect(row?.passed).toBe(0);
  });
});

describe('a load that was put aside', () => {
  it('is signed for by the lead before the mix is closed', async () => {
    const batch = await hands.open('Quay Thick', { 'Pork shoulder': 24e6, 'Pork belly': 8e6 });
    const now = await hands.workUntil(batch, (s) => s.kind === 'mix');
    const mix = current(now);
    expect(mix.loads).toBeGreaterThan(1);
    await tick(bram, batch.id, mix.id, 'ready');
    for (const ask of mix.asks)
      await hands.read(now, mix.id, ask.kind, ask.kind === 'minutes' ? 4 : 1, { load: 1 });
    const skip = { stepId: mix.id, kind: 'load-skipped', load: 2, why: 'the mixer stopped' };
    expect((await hands.send(now, 'marks', skip)).status).toBe(200);
    await expect(hands.close(now)).rejects.toThrow('put aside');
    await expect(hands.close(now, bram, { override: 'it is gone' })).rejects.toThrow('403');
    expect(current(await hands.close(now, ines, { override: 'binned' })).kind).toBe('stuff');
  });
});

describe('a batch is opened', () => {
  it('a gram short of a spice by the lead’s word, and of a cure not at all', async () => {
    const goods = (await ines.get('/goods')).body as StockItem[];
    const lotsOf = (name: string) => goods.find((g) => g.name.startsWith(name))!.lots;
    const count = async (name: string, amountOf: (lot: { balance: number }, i: number) => number) => {
      for (const [i, lot] of lotsOf(name).entries())
        await ines.post(`/lots/${lot.id}/count`, { id: uuid(), amount: amountOf(lot, i) });
    };
    const lot = await room.receive();
    const open = (signed: object) => {
      const body = room.batchBody([{ lot, massMg: kg(4) }]);
      return ines.post('/batches', { ...body, id: uuid(), signed: { ...body.signed, ...signed } });
    };
    // Two grams of mace are due.
    await count('Mace', (_, i) => (i === 0 ? 1_500 : 0));
    const asked = await open({});
    expect([asked.status, pathsOf(asked)]).toEqual([422, ['signed.short']]);
    const opened = await open({ short: 'a new jar comes at noon' });
    expect(opened.status).toBe(200);
    expect(await hands.cards()).toContain('Opened all the same: “a new jar comes at noon”');
    const item = ((await ines.get('/goods')).body as StockItem[]).find((g) => g.name.startsWith('Mace'))!;
    expect(item.free).toBe(0);
    await count('Mace', (l) => l.balance);
    await count('Cure', (_, i) => (i === 0 ? 1_000 : 0));
    const uncured = hands.open('Lighthouse Ring', { 'Pork shoulder': 1.6e6 }, { signed: { short: 'later' } });
    await expect(uncured).rejects.toThrow('Not enough Cure');
    await count('Cure', (l) => l.balance);
  });

  it('with a wider window than its recipe by the lead’s word only, and a card says which lot has no last day', async () => {
    const lot = await room.receive();
    const wide = room.batchBody([{ lot, massMg: kg(2) }], { window: { minPct: 0, maxPct: 50 } });
    const unsigned = await ines.post('/batches', { ...wide, signed: {} });
    expect([unsigned.status, pathsOf(unsigned)]).toEqual([422, ['signed.window']]);
    const undated: TrimLot = await room.receive({ useBy: null });
    const body = room.batchBody([{ lot: undated, massMg: kg(2) }]);
    expect((await ines.post('/batches', body)).status).toBe(200);
    const card = `${undated.code} has no last day`;
    expect((await sheetOf(ines, body.id)).notices[0]?.sentence).toContain(card);
    expect((await oda.post('/batches', { ...wide, id: uuid() })).status).toBe(403);
  });
});
