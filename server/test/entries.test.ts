import { v7 as uuid } from 'uuid';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { BatchView } from '@zest/contract';
import { NO_THERMOMETER, readBy, shownBy } from '../src/devices/index.js';
import type { ProbeId } from '@zest/contract';
import { verifyLedger } from '../src/ledger/index.js';
import { openSmallBatch, openTestShop, sheetOf, type Hands, type TestShop } from './shop.js';

let shop: TestShop;
let ines: Hands;
let bram: Hands;
let oda: Hands;
let batch: BatchView;
beforeAll(async () => {
  shop = await openTestShop('entries');
  [ines, bram, oda] = (await Promise.all(['Ines', 'Bram', 'Oda'].map((who) => shop.signIn(who)))) as [
    Hands,
    Hands,
    Hands,
  ];
  batch = await openSmallBatch(ines);
});
afterAll(() => shop.close());

const lineOf = (name: string) => batch.lines.find((l) => l.name.startsWith(name))!;
const weigh = (hands: Hands, body: object) => hands.post(`/batches/${batch.id}/weighings`, body);
const weighed = async (name: string) =>
  (await sheetOf(ines, batch.id)).lines.find((l) => l.id === lineOf(name).id)!.weighedMg;

describe('an entry', () => {
  it('sent twice is written once, and other content under its id is refused', async () => {
    const body = { id: uuid(), lineId: lineOf('Pork shoulder').id, massMg: 4_000_000 };
    const answers = await Promise.all([weigh(bram, body), weigh(bram, body), weigh(bram, body)]);
    expect(answers.map((a) => a.status)).toEqual([200, 200, 200]);
    expect(await weighed('Pork shoulder')).toBe(4_000_000);
    const other = await weigh(bram, { ...body, massMg: 4_000_001 });
    expect([other.status, other.body.type]).toEqual([409, 'urn:zest-tally:problem:id-reused']);
    expect(await weighed('Pork shoulder')).toBe(4_000_000);
  });

  it('counts as weighed by the scale only with a reading that was just received', async () => {
    const line = lineOf('Fine salt').id;
    expect(
      (await weigh(bram, { id: uuid(), lineId: line, massMg: 10_000, readingId: 'fresh-1' })).body.how,
    ).toBe('scale');
    expect(
      (await weigh(bram, { id: uuid(), lineId: line, massMg: 10_000, readingId: 'stale-1' })).body.how,
    ).toBe('typed');
    expect((await weigh(bram, { id: uuid(), lineId: line, massMg: 10_000 })).body.how).toBe('typed');
  });

  it('takes a reading once: a second weight of the same reading is typed, nothing is no weight', async () => {
    const line = lineOf('Fine salt').id;
    const first = { id: uuid(), lineId: line, massMg: 11_000, readingId: 'fresh-2' };
    expect((await weigh(bram, first)).body.how).toBe('scale');
    expect((await weigh(bram, first)).body.how).toBe('scale');
    expect((await weigh(oda, { ...first, id: uuid() })).body.how).toBe('typed');
    shop.clock.minutes(2);
    // Switched off and on, a device counts its readings from one again.
    expect((await weigh(bram, { ...first, id: uuid() })).body.how).toBe('scale');
  });

  it('is a core only by a probe that is in it, and a temperature by no scale', async () => {
    const probes = {
      ...NO_THERMOMETER,
      believes: () => true,
      deviceOf: (id: string) =>
        (id === 'air' ? 'chamber' : id === 'in' ? 'core' : undefined) as ProbeId | undefined,
    };
    const app = { ...shop.app, probes };
    const how = async (readingId: string, kind: string, inCore: boolean) =>
      (await readBy(app, { id: uuid(), readingId }, { kind, value: 72, inCore })).how;
    expect(await how('in', 'core', true)).toBe('probe');
    expect(await how('in', 'core', true)).toBe('typed');
    expect(await how('air', 'core', true)).toBe('typed');
    expect(await how('air', 'temperature', true)).toBe('typed');
    expect(await how('air', 'temperature', false)).toBe('probe');
    expect(await how('fresh-3', 'temperature', false)).toBe('typed');
    expect(await how('fresh-3', 'sample', false)).toBe('scale');
    expect(shownBy(app, { id: uuid(), readingId: 'fresh-4' }, 0).how).toBe('typed');
  });

  it('by two people on one line counts twice, and the sum is judged', async () => {
    const line = lineOf('White pepper');
    await Promise.all(
      [bram, oda].map((hands) => weigh(hands, { id: uuid(), lineId: line.id, massMg: line.dueMg })),
    );
    const after = (await sheetOf(ines, batch.id)).lines.find((l) => l.id === line.id)!;
    expect(after.weighedMg).toBe(2 * line.dueMg);
    expect(after.weighedMg).toBeGreaterThan(after.highMg);
  });

  it('is never refused for stock: what the books lack is booked as found and shown to the lead', async () => {
    const answer = await weigh(bram, { id: uuid(), lineId: lineOf('Pork belly').id, massMg: 90_000_000 });
    expect(answer.body).toMatchObject({ found: true });
    const sheet = await sheetOf(ines, batch.id);
    expect(sheet.entries.some((e) => e.from === 'found')).toBe(true);
    expect(sheet.trouble).toMatch(/over its due weight|booked as found/);
    expect(await verifyLedger(shop.app.db)).toEqual([]);
    const entry = sheet.entries.find((e) => e.amount === 90_000_000)!;
    await ines.post(`/batches/${batch.id}/reversals`, {
      id: uuid(),
      transferId: entry.id,
      reason: 'Wrong weight',
    });
    expect(await verifyLedger(shop.app.db)).toEqual([]);
  });

  it('keeps the device’s own time, but none from the future or from before there was a batch', async () => {
    const line = lineOf('Ginger').id;
    shop.clock.minutes(10);
    const now = shop.clock.now();
    const minutesAgo = (n: number) => new Date(now.getTime() - n * 60_000).toISOString();
    const times = [minutesAgo(1), minutesAgo(-5), minutesAgo(90), '2031-01-01T00:00:00.000Z'];
    const bodies = times.map((deviceTime) => ({
      id: uuid(),
      lineId: line,
      massMg: 1000,
      deviceTime,
      offline: true,
    }));
    for (const body of bodies) expect((await weigh(bram, body)).status).toBe(200);
    const { entries } = await sheetOf(ines, batch.id);
    const kept = bodies.map(({ id }) => entries.find((e) => e.id === id)?.at);
    expect(kept).toEqual([times[0], now.toISOString(), now.toISOString(), now.toISOString()]);
  });
});

describe('ten benches at once', () => {
  it('on the same lots lose nothing and deadlock nobody', async () => {
    const before = await weighed('Pork shoulder');
    const lines = ['Pork shoulder', 'Fine salt', 'Mace', 'Pinhead'].map((n) => lineOf(n).id);
    const all = Array.from({ length: 120 }, (_, i) =>
      weigh(i % 2 ? bram : oda, { id: uuid(), lineId: lines[i % 4], massMg: 1000 + i }),
    );
    const answers = await Promise.all(all);
    expect(answers.every((a) => a.status === 200)).toBe(true);
    const mine = Array.from({ length: 30 }, (_, i) => 1000 + 4 * i).reduce((a, b) => a + b, 0);
    expect(await weighed('Pork shoulder')).toBe(before + mine);
    expect(await verifyLedger(shop.app.db)).toEqual([]);
  });
});

describe('bad entries', () => {
  it.each([
    [{ massMg: -5 }, 'massMg', 'above 0'],
    [{ massMg: 0 }, 'massMg', 'above 0'],
    [{ massMg: 1.5 }, 'massMg', 'whole number of milligrams'],
    [{ massMg: 'four' }, 'massMg', 'whole number of milligrams'],
    [{ massMg: 1e12 }, 'massMg', 'below 100 t'],
    [{ massMg: 5, lineId: 'x' }, 'lineId', 'UUID'],
    [{ massMg: 5, id: undefined }, 'id', 'missing'],
  ])('%j gets one clear sentence at its field', async (change, path, words) => {
    const answer = await weigh(bram, { id: uuid(), lineId: lineOf('Mace').id, ...change });
    expect(answer.status).toBe(422);
    expect(answer.type).toBe('application/problem+json');
    expect(answer.body.errors).toEqual([
      expect.objectContaining({ path, message: expect.stringContaining(words) }),
    ]);
  });

  it('unknown lines, steps and batches are 404, readings out of range 422', async () => {
    expect((await weigh(bram, { id: uuid(), lineId: uuid(), massMg: 5 })).status).toBe(404);
    expect((await bram.get(`/batches/${uuid()}`)).status).toBe(404);
    const chill = batch.steps[0]!.id;
    const hot = await bram.post(`/batches/${batch.id}/readings`, {
      id: uuid(),
      stepId: chill,
      kind: 'temperature',
      value: 400,
    });
    expect(hot.body.errors[0].message).toContain('from -40 to 150');
    const grind = batch.steps.find((s) => s.kind === 'grind')!.id;
    const loss = await bram.post(`/batches/${batch.id}/out`, {
      id: uuid(),
      stepId: grind,
      to: 'loss',
      reason: 'gremlins',
      massMg: 5,
    });
    expect(loss.body.errors[0].message).toBe('Name the loss: head, bone and trim, floor.');
    expect(
      (await bram.post(`/batches/${batch.id}/out`, { id: uuid(), stepId: chill, to: 'next', massMg: 5 })).body
        .detail,
    ).toContain('Nothing is weighed out');
  });
});
