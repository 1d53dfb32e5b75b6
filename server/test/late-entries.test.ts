import { v7 as uuid } from 'uuid';
import request from 'supertest';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { BatchSummary, BatchView, LateEntry } from '@zest/contract';
import { verifyLedger } from '../src/ledger/index.js';
import { benchHands, lineOf, stepOf, type BenchHands } from './bench-hands.js';
import { SECRETS, openTestShop, sheetOf, type Hands, type TestShop } from './shop.js';

let shop: TestShop;
let ines: Hands;
let bram: Hands;
let hands: BenchHands;
beforeAll(async () => {
  shop = await openTestShop('late_entries');
  ines = await shop.signIn('Ines');
  bram = await shop.signIn('Bram');
  hands = benchHands(shop, ines, bram);
});
afterAll(() => shop.close());

/** A batch that is finished, as far as its state goes. */
async function finished(): Promise<BatchView> {
  const batch = await hands.upTo('mix');
  await shop.owner.query(
    `UPDATE $db.batch_step SET closed_at = '2026-03-16 09:00:00' WHERE batch_id = '${batch.id}' AND closed_at IS NULL`,
  );
  await shop.owner.query(
    `UPDATE $db.batch SET state = 'closed', n = n + 1, frame_n = n WHERE id = '${batch.id}'`,
  );
  // Bram's tablet is not heard of for a while.
  shop.clock.minutes(5);
  return sheetOf(ines, batch.id);
}
const waiting = async (batch: BatchView) =>
  ((await ines.get('/late-entries')).body as LateEntry[]).filter((e) => e.batchId === batch.id);
const decide = (batch: BatchView, entryId: string, taken: boolean, who = ines, id = uuid()) =>
  who.post(`/batches/${batch.id}/late-entries`, { id, entryId, taken, reason: 'It was weighed in time' });

describe('a finished batch', () => {
  it('takes nothing from a bench, whatever is claimed of it', async () => {
    const batch = await finished();
    const water = lineOf(batch, 'Iced water');
    const mix = stepOf(batch, 'mix').id;
    const sent: [string, object][] = [
      ['weighings', { lineId: water.id, massMg: 50_000 }],
      ['out', { stepId: mix, massMg: 100_000, to: 'next' }],
      ['readings', { stepId: mix, kind: 'minutes', value: 9 }],
      ['marks', { stepId: mix, kind: 'ready' }],
    ];
    for (const [what, body] of sent) {
      const online = await bram.post(`/batches/${batch.id}/${what}`, { id: uuid(), ...body });
      expect([what, online.status]).toEqual([what, 409]);
      const late = await bram.post(`/batches/${batch.id}/${what}`, { id: uuid(), ...body, offline: true });
      expect([what, late.status, late.body]).toEqual([what, 200, expect.objectContaining({ waits: true })]);
    }
    const now = await sheetOf(ines, batch.id);
    expect(now.entries).toEqual(batch.entries);
    expect(now.readings).toEqual(batch.readings);
    expect(now.marks).toEqual(batch.marks);
    expect((await waiting(batch)).map((e) => `${e.kind} ${e.of}`)).toEqual([
      'weighing Iced water',
      'out Mix',
      'reading Mix',
      'mark Mix',
    ]);
    expect(now.notices.filter((n) => n.sentence.includes('wait for the lead'))).toHaveLength(1);
  });

  it('keeps a late entry once, and no other under its id', async () => {
    const batch = await finished();
    const water = lineOf(batch, 'Iced water');
    const body = { id: uuid(), lineId: water.id, massMg: 50_000, offline: true };
    const send = (more: object) => bram.post(`/batches/${batch.id}/weighings`, { ...body, ...more });
    expect((await send({})).status).toBe(200);
    expect((await send({})).body).toMatchObject({ waits: true });
    expect((await send({ massMg: 60_000 })).status).toBe(409);
    expect(await waiting(batch)).toHaveLength(1);
  });

  it('goes without what the lead leaves out, and keeps that it was', async () => {
    const batch = await finished();
    const water = lineOf(batch, 'Iced water');
    const id = uuid();
    const body = { id, lineId: water.id, massMg: 50_000, offline: true };
    await bram.post(`/batches/${batch.id}/weighings`, body);
    expect((await decide(batch, id, false)).status).toBe(200);
    expect(await waiting(batch)).toEqual([]);
    expect((await decide(batch, id, true)).status).toBe(409);
    expect((await bram.post(`/batches/${batch.id}/weighings`, body)).body).toMatchObject({ waits: true });
    expect(lineOf(await sheetOf(ines, batch.id), 'Iced water').weighedMg).toBe(water.weighedMg);
    const [row] = (await shop.owner.query(
      `SELECT taken, reason FROM $db.late_decision WHERE id = '${id}'`,
    )) as unknown as [object[]];
    expect(row).toEqual([{ taken: 0, reason: 'It was weighed in time' }]);
  });
});

describe('made by another', () => {
  const idOf = async (name: string) =>
    ((await ines.get('/people/names')).body as { id: string; name: string }[]).find((p) => p.name === name)!
      .id;
  /** A browser at which one signs in after the other; its cookies by name. */
  const tablet = () => {
    const jar = new Map<string, string>();
    const send = async (method: 'post' | 'delete', path: string, body: object) => {
      const cookie = [...jar].map(([name, value]) => `${name}=${value}`).join('; ');
      const answer = await request(shop.http)[method](`/api/v1${path}`).set('Cookie', cookie).send(body);
      for (const set of (answer.headers['set-cookie'] as string[] | undefined) ?? []) {
        const [, name = '', value = ''] = /^([^=]+)=([^;]*)/.exec(set) ?? [];
        jar.set(name, value);
      }
      return answer;
    };
    const post = (path: string, body: object) => send('post', path, body);
    const remove = (path: string) => send('delete', path, {});
    const signIn = async (name: string) =>
      post('/session', { personId: await idOf(name), secret: SECRETS[name] });
    return { post, remove, signIn };
  };

  it('is theirs where the device had their session then, and else only said to be', async () => {
    const batch = await hands.upTo('weigh-ingredients');
    const [salt, pepper, ginger, mace] = batch.lines.filter((l) => l.kind === 'ingredient');
    const { post, signIn } = tablet();
    expect((await signIn('Bram')).status).toBe(200);
    shop.clock.minutes(5);
    const whileBram = shop.clock.now().toISOString();
    shop.clock.minutes(5);
    expect((await signIn('Oda')).status).toBe(200);
    shop.clock.minutes(5);
    const whileOda = shop.clock.now().toISOString();
    const madeBy = await idOf('Bram');
    const send = (by: { post: typeof post }, lineId: string, deviceTime: string) =>
      by.post(`/batches/${batch.id}/weighings`, {
        id: uuid(),
        lineId,
        massMg: 1_000,
        offline: true,
        madeBy,
        deviceTime,
      });
    expect((await send({ post }, salt!.id, whileBram)).status).toBe(200);
    expect((await send({ post }, pepper!.id, whileOda)).status).toBe(200);
    // A device that never had Bram's session, at a time when he was signed in elsewhere.
    const other = tablet();
    await other.signIn('Oda');
    expect((await send(other, ginger!.id, whileBram)).status).toBe(200);
    expect(mace).toBeDefined();
    const now = await sheetOf(ines, batch.id);
    const of = (lineId: string) => {
      const { person, sentBy, proven } = now.entries.find((e) => e.lineId === lineId)!;
      return { person, sentBy, proven };
    };
    expect(of(salt!.id)).toEqual({ person: 'Bram', sentBy: 'Oda', proven: true });
    expect(of(pepper!.id)).toEqual({ person: 'Bram', sentBy: 'Oda', proven: false });
    // Nor is it one that waited: that device was there all the time.
    expect(of(ginger!.id)).toEqual({ person: 'Oda', sentBy: null, proven: false });
    expect(now.notices.map((n) => n.sentence)).toContain(
      'Oda sent entries as made by Bram, who was not signed in at that device then.',
    );
  });

  it('is not theirs once they have signed out there', async () => {
    const batch = await hands.upTo('weigh-ingredients');
    const salt = batch.lines.find((l) => l.kind === 'ingredient')!;
    const { post, remove, signIn } = tablet();
    expect((await signIn('Bram')).status).toBe(200);
    shop.clock.minutes(5);
    await remove('/session');
    shop.clock.minutes(5);
    const afterwards = shop.clock.now().toISOString();
    shop.clock.minutes(5);
    await signIn('Oda');
    const late = { offline: true, madeBy: await idOf('Bram'), deviceTime: afterwards };
    const body = { id: uuid(), lineId: salt.id, massMg: 1_000, ...late };
    expect((await post(`/batches/${batch.id}/weighings`, body)).status).toBe(200);
    const { entries } = await sheetOf(ines, batch.id);
    expect(entries.find((e) => e.lineId === salt.id)).toMatchObject({ sentBy: 'Oda', proven: false });
  });

  it('is not theirs for a second check they gave there: that opens no session', async () => {
    const open = ((await ines.get('/batches')).body as BatchSummary[]).find(
      (b) => b.product === 'Lighthouse Ring' && b.state === 'open',
    )!;
    const { id, lines } = await sheetOf(ines, open.id);
    const cure = lines.find((l) => l.role === 'cure')!;
    const salt = lines.find((l) => l.role === 'salt')!;
    const { post, signIn } = tablet();
    await signIn('Oda');
    const bramId = await idOf('Bram');
    const send = (what: string, body: object) => post(`/batches/${id}/${what}`, { id: uuid(), ...body });
    expect((await send('weighings', { lineId: cure.id, massMg: cure.dueMg })).status).toBe(200);
    const check = { lineId: cure.id, personId: bramId, secret: SECRETS['Bram'] };
    expect((await send('second-check', check)).status).toBe(200);
    shop.clock.minutes(1);
    const late = { offline: true, madeBy: bramId, deviceTime: shop.clock.now().toISOString() };
    expect((await send('weighings', { lineId: salt.id, massMg: 1_000, ...late })).status).toBe(200);
    const { entries } = await sheetOf(ines, id);
    expect(entries.find((e) => e.lineId === salt.id)).toMatchObject({
      person: 'Bram',
      sentBy: 'Oda',
      proven: false,
    });
  });
});

describe('the time of a device', () => {
  it('that cannot be is the server’s, and marked', async () => {
    const batch = await hands.upTo('mix');
    const mix = stepOf(batch, 'mix').id;
    shop.clock.minutes(5);
    const now = shop.clock.now().getTime();
    const at = (ms: number) => new Date(now + ms).toISOString();
    const times = { ahead: at(3_600_000), before: at(-30 * 86_400_000), right: at(-1_000), near: at(20_000) };
    const read = async (deviceTime: string) => {
      const id = uuid();
      const body = { id, stepId: mix, kind: 'minutes', value: 4, deviceTime };
      expect((await bram.post(`/batches/${batch.id}/readings`, body)).status).toBe(200);
      const { readings } = await sheetOf(ines, batch.id);
      return readings.find((r) => r.id === id)!;
    };
    for (const wrong of [times.ahead, times.before]) {
      expect(await read(wrong)).toMatchObject({ at: at(0), retimed: true });
    }
    // It was there all the time: what it sends is made now, by whatever time it says.
    for (const now of [times.right, times.near])
      expect(await read(now)).toMatchObject({ at: at(0), retimed: false });
  });
});

describe('a card', () => {
  it('stays until somebody has seen it, each by itself, and keeps who did', async () => {
    const batch = await finished();
    const water = lineOf(batch, 'Iced water');
    for (const massMg of [50_000, 60_000]) {
      const id = uuid();
      await bram.post(`/batches/${batch.id}/weighings`, { id, lineId: water.id, massMg, offline: true });
      await decide(batch, id, massMg === 50_000);
    }
    const before = await sheetOf(ines, batch.id);
    const [newest, ...older] = before.notices;
    expect(older.length).toBeGreaterThan(1);
    const see = (noticeId: string, who = ines) =>
      who.post(`/batches/${batch.id}/notices-seen`, { id: uuid(), noticeId });
    expect((await see(newest!.id!, bram)).status).toBe(403);
    expect((await see(uuid())).status).toBe(404);
    expect((await see(newest!.id!)).status).toBe(200);
    const { notices, trouble } = await sheetOf(ines, batch.id);
    expect(notices.map((n) => n.seenBy)).toEqual(['Ines', ...older.map(() => null)]);
    expect(trouble).not.toContain(newest!.sentence);
    for (const { id } of older) await see(id!);
    const seen = await sheetOf(ines, batch.id);
    expect(seen.notices.every((n) => n.seenBy === 'Ines')).toBe(true);
    expect(seen.notices.map((n) => n.sentence)).toEqual(notices.map((n) => n.sentence));
  });
});

describe('days later', () => {
  it('has a late entry booked by the lead, with a reason, once, at the time it was made', async () => {
    const batch = await finished();
    const water = lineOf(batch, 'Iced water');
    shop.clock.minutes(5);
    const deviceTime = new Date(shop.clock.now().getTime() - 60_000).toISOString();
    const id = uuid();
    await bram.post(`/batches/${batch.id}/weighings`, {
      id,
      lineId: water.id,
      massMg: 50_000,
      offline: true,
      deviceTime,
    });
    // The lead looks at it two days later.
    shop.clock.minutes(2 * 24 * 60);
    const lead = await shop.signIn('Ines');
    expect((await decide(batch, id, true, await shop.signIn('Bram'))).status).toBe(403);
    expect((await decide(batch, uuid(), true, lead)).status).toBe(404);
    const bare = await lead.post(`/batches/${batch.id}/late-entries`, {
      id: uuid(),
      entryId: id,
      taken: true,
    });
    expect(bare.status).toBe(422);
    const intent = uuid();
    expect((await decide(batch, id, true, lead, intent)).status).toBe(200);
    expect((await decide(batch, id, true, lead, intent)).status).toBe(200);
    expect((await decide(batch, id, false, lead)).status).toBe(409);
    const now = await sheetOf(lead, batch.id);
    expect(lineOf(now, 'Iced water').weighedMg).toBe(water.weighedMg + 50_000);
    expect(now.entries.find((e) => e.id === id)).toMatchObject({
      person: 'Bram',
      sentBy: null,
      at: deviceTime,
      retimed: false,
    });
    expect(now.notices[0]?.sentence).toBe('Ines took a late entry in: “It was weighed in time”');
    expect(await verifyLedger(shop.app.db)).toEqual([]);
  });
});
