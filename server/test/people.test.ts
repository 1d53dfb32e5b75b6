import { v7 as uuid } from 'uuid';
import request from 'supertest';
import type { Response } from 'express';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { ROUTES, type AuditEntry, type LibraryItem, type Member, type OwnShop } from '@zest/contract';
import { resetAtServer } from '../src/people/commands/manage.js';
import { hashSecret, isWeak, matchesSecret } from '../src/platform/secrets.js';
import { sql } from '../src/platform/sql.js';
import { SECRETS, openTestShop, type Hands, type TestShop } from './shop.js';

let shop: TestShop;
let ines: Hands;
beforeAll(async () => {
  shop = await openTestShop('people');
  ines = await shop.signIn('Ines');
});
afterAll(() => shop.close());

const people = async () => (await ines.get('/people')).body as Member[];
const signIn = (personId: string, secret: string) =>
  request(shop.http).post('/api/v1/session').send({ personId, secret });
const cookieOf = (answer: { headers: Record<string, unknown> }) =>
  (answer.headers['set-cookie'] as string[]).map((c) => c.split(';')[0]).join('; ');
const isIn = async (cookie: string) =>
  (await request(shop.http).get('/api/v1/session').set('Cookie', cookie)).status === 200;
const changes = async (hands = ines) => (await hands.get('/changes')).body as AuditEntry[];
const added = async (name: string, more: object = {}) => {
  const id = uuid();
  const body = { id, name, role: 'bench', secretKind: 'pin', secret: '4815', ...more };
  const answer = await ines.post('/people', body);
  return { id, answer, again: () => ines.post('/people', body) };
};

describe('the people of a shop', () => {
  it('are added once, sign in with their own secret, and are nobody else’s', async () => {
    const { id, answer, again } = await added('Wim');
    expect([answer.status, (await again()).status]).toEqual([200, 200]);
    expect((await people()).filter((p) => p.name === 'Wim')).toHaveLength(1);
    const other = { id, name: 'Wim', role: 'bench', secretKind: 'pin', secret: '9362' };
    expect((await ines.post('/people', other)).status).toBe(409);
    expect((await signIn(id, '4816')).status).toBe(401);
    const inside = await signIn(id, '4815');
    expect(inside.status).toBe(200);
    expect((await people()).find((p) => p.id === id)).toMatchObject({
      role: 'bench',
      secret: 'pin',
      active: true,
      sessions: 1,
      wrongTries: 1,
    });
    expect([(await added('Wim')).answer.status, (await added(' wim ')).answer.status]).toEqual([422, 422]);
    expect(JSON.stringify(await people())).not.toContain('4815');
    expect(JSON.stringify(await changes())).not.toContain('4815');
  });

  it('are kept by the lead and by nobody else', async () => {
    const { id } = await added('Pim');
    for (const who of ['Bram', 'Mr Feld', 'Inspector']) {
      const hands = await shop.signIn(who);
      const tries = [
        hands.post('/people', { id: uuid(), name: 'X', role: 'lead', secretKind: 'pin', secret: '4815' }),
        hands.put(`/people/${id}`, { name: 'Pim', role: 'lead', active: true }),
        hands.put(`/people/${id}/secret`, { secretKind: 'pin', secret: '9362' }),
        hands.delete(`/people/${id}/sessions`),
      ];
      expect([who, ...(await Promise.all(tries)).map((a) => a.status)]).toEqual([who, 403, 403, 403, 403]);
    }
    expect((await (await shop.signIn('Bram')).get('/people')).status).toBe(403);
    expect((await (await shop.signIn('Mr Feld')).get('/people')).status).toBe(200);
  });

  it('are kept with what they can do and their instruction in hygiene, which nobody at the bench reads', async () => {
    const { id } = await added('Lotte');
    const kept = { hygieneUntil: '2027-03-01', skills: 'stuffer' };
    const as = { name: 'Lotte', role: 'bench', active: true };
    expect((await ines.put(`/people/${id}`, { ...as, ...kept })).body).toMatchObject(kept);
    const wrong = await ines.put(`/people/${id}`, { ...as, hygieneUntil: 'in March' });
    expect([wrong.status, wrong.body.errors[0].path]).toEqual([422, 'hygieneUntil']);
    const all = (await ines.get('/people')).body as Member[];
    expect(all.find((m) => m.id === id)).toMatchObject(kept);
    const names = (await ines.get('/people/names')).body as { id: string }[];
    expect(JSON.stringify(names)).not.toContain('stuffer');
    expect((await ines.put(`/people/${id}`, as)).body).toMatchObject({ hygieneUntil: null, skills: '' });
  });

  it('take no secret that anybody guesses', async () => {
    const refused = async (secretKind: string, secret: string) => {
      const { answer } = await added(`One ${secret}`, { secretKind, secret });
      return answer.status;
    };
    for (const pin of ['123', '0000', '1234', '9876', '1212', '123456789', '12a4', '']) {
      expect([pin, await refused('pin', pin)]).toEqual([pin, 422]);
    }
    for (const password of ['short', 'lowmarsh', 'aaaaaaaaaaaa', 'ababababab']) {
      expect([password, await refused('password', password)]).toEqual([password, 422]);
    }
    expect(await refused('password', 'a boat for two')).toBe(200);
  });

  it('who are let in no more are out at once: sessions, events and sign-in', async () => {
    const { id } = await added('Kees');
    const cookie = cookieOf(await signIn(id, '4815'));
    expect(await isIn(cookie)).toBe(true);
    const ended: string[] = [];
    const stream = {
      writeHead: () => stream,
      write: () => true,
      on: () => stream,
      end: () => ended.push('ended'),
    } as unknown as Response;
    await shop.app.hub.add(stream, { session: 'of another process', personId: id });
    const answer = await ines.put(`/people/${id}`, { name: 'Kees', role: 'bench', active: false });
    expect([answer.status, (answer.body as Member).sessions]).toEqual([200, 0]);
    expect(await isIn(cookie)).toBe(false);
    expect(ended.length).toBeGreaterThan(0);
    expect((await signIn(id, '4815')).status).toBe(401);
    expect(((await ines.get('/people/names')).body as Member[]).some((p) => p.id === id)).toBe(false);
    shop.app.hub.close();
  });

  it('with another role begin anew, and so with a new secret', async () => {
    const { id } = await added('Joost');
    const cookie = cookieOf(await signIn(id, '4815'));
    await ines.put(`/people/${id}`, { name: 'Joost', role: 'inspector', active: true });
    expect(await isIn(cookie)).toBe(false);
    const again = cookieOf(await signIn(id, '4815'));
    expect((await ines.put(`/people/${id}/secret`, { secretKind: 'pin', secret: '9362' })).status).toBe(200);
    expect(await isIn(again)).toBe(false);
    expect((await signIn(id, '4815')).status).toBe(401);
    const last = cookieOf(await signIn(id, '9362'));
    expect((await ines.delete(`/people/${id}/sessions`)).status).toBe(200);
    expect(await isIn(last)).toBe(false);
  });

  it('are never without a lead, and a lead’s secret is the lead’s own', async () => {
    const last = { name: 'Ines', role: 'lead', active: false };
    expect((await ines.put(`/people/${ines.id}`, last)).status).toBe(409);
    expect((await ines.put(`/people/${ines.id}`, { ...last, role: 'owner', active: true })).status).toBe(409);
    const { id } = await added('Second', { role: 'lead', secretKind: 'password', secret: 'a boat for two' });
    expect(
      (await ines.put(`/people/${id}/secret`, { secretKind: 'password', secret: 'another boat' })).status,
    ).toBe(403);
    // Both at once: one stays.
    const second = await request(shop.http)
      .post('/api/v1/session')
      .send({ personId: id, secret: 'a boat for two' });
    const statuses = await Promise.all([
      ines.put(`/people/${id}`, { name: 'Second', role: 'owner', active: true }),
      request(shop.http)
        .put(`/api/v1/people/${ines.id}`)
        .set('Cookie', cookieOf(second))
        .send({ name: 'Ines', role: 'owner', active: true }),
    ]);
    const leads = (await shop.owner.query("SELECT name FROM $db.person WHERE role = 'lead' AND active"))[0];
    expect(leads).toHaveLength(1);
    expect(statuses.map((a) => a.status)).toContain(200);
    await shop.owner.query(`UPDATE $db.person SET role = 'lead' WHERE id = '${ines.id}'`);
    ines = await shop.signIn('Ines');
  });

  it('change their own secret with the one they have, and stay signed in only there', async () => {
    const bram = await shop.signIn('Bram');
    const elsewhere = await shop.signIn('Bram');
    const change = (now: string, secret = '7392') =>
      bram.put('/session/secret', { now, secretKind: 'pin', secret });
    expect((await change('1111')).status).toBe(401);
    expect((await change(SECRETS['Bram']!, '1234')).status).toBe(422);
    expect((await change(SECRETS['Bram']!, SECRETS['Bram'])).status).toBe(422);
    expect((await change(SECRETS['Bram']!)).status).toBe(200);
    expect([await isIn(bram.cookie), await isIn(elsewhere.cookie)]).toEqual([true, false]);
    expect((await signIn(bram.id, '7392')).status).toBe(200);
  });

  it('have a forgotten one set at the server, a lead too', async () => {
    const app = { db: shop.app.db, now: shop.clock.now };
    const work = shop.app.config.hashWork;
    expect(await resetAtServer(app, 'Nobody', await hashSecret('x', work))).toBe(false);
    expect(await resetAtServer(app, 'Ines', await hashSecret('a new harbour', work))).toBe(true);
    shop.clock.minutes(1);
    expect(await isIn(ines.cookie)).toBe(false);
    expect((await signIn(ines.id, 'a new harbour')).status).toBe(200);
    const [old] = await changes(await shop.signIn('Mr Feld'));
    expect(old).toMatchObject({ what: 'secret', about: 'Ines', person: null });
    await resetAtServer(app, 'Ines', await hashSecret(SECRETS['Ines']!, work));
    ines = await shop.signIn('Ines');
  });
});

describe('a hash', () => {
  it('is made with the work that is recommended today, and older ones are made anew at a sign-in', async () => {
    const today = await hashSecret('a boat for two');
    expect(today.startsWith('17.')).toBe(true);
    expect(await matchesSecret('a boat for two', today)).toBe(true);
    expect(await matchesSecret('a boat for three', today)).toBe(false);
    const [, ...first] = (await hashSecret('a boat for two', 14)).split('.');
    expect([isWeak(first.join('.')), isWeak(today)]).toEqual([true, false]);
    expect(await matchesSecret('a boat for two', first.join('.'))).toBe(true);
    expect(await matchesSecret('a boat for two', '63.AAAA.AAAA')).toBe(false);
    const { id } = await added('Old hash', { secretKind: 'password', secret: 'a boat for two' });
    await shop.owner.query(`UPDATE $db.person SET secret_hash = '${first.join('.')}' WHERE id = '${id}'`);
    shop.app.config.hashWork = 15;
    expect((await signIn(id, 'a boat for two')).status).toBe(200);
    shop.app.config.hashWork = 14;
    const rows = (await shop.owner.query(
      `SELECT secret_hash AS h FROM $db.person WHERE id = '${id}'`,
    )) as unknown as [{ h: string }[]];
    expect(rows[0][0]?.h.startsWith('15.')).toBe(true);
    expect((await signIn(id, 'a boat for two')).status).toBe(200);
  });
});

describe('what was changed', () => {
  it('is told with who, from what and to what, to lead, owner and inspector', async () => {
    const [cure] = ((await ines.get('/ingredients')).body as LibraryItem[]).filter(
      (i) => i.role === 'cure' && i.contents.nitritePct > 0,
    );
    const { id, version, name } = cure!;
    const known = Object.keys(ROUTES.changeIngredient.body.shape.facts.shape);
    const facts = {
      ...Object.fromEntries(Object.entries(cure!).filter(([key]) => known.includes(key))),
      contents: { ...cure!.contents, nitritePct: cure!.contents.nitritePct - 0.1 },
    };
    expect((await ines.put(`/ingredients/${id}`, { version, facts })).status).toBe(200);
    await ines.put('/bench-rules', { cureSecondCheck: true });
    await ines.put('/bench-rules', { cureSecondCheck: true });
    await ines.put('/shop', { ...((await ines.get('/shop')).body as OwnShop), timeZone: 'Europe/Lisbon' });
    for (const who of ['Ines', 'Mr Feld', 'Inspector']) {
      const [zone, rules, strength] = await changes(await shop.signIn(who));
      expect(strength).toMatchObject({
        person: 'Ines',
        what: 'ingredient',
        about: name,
        from: { 'contents.nitritePct': cure!.contents.nitritePct },
        to: { 'contents.nitritePct': cure!.contents.nitritePct - 0.1 },
      });
      expect(Object.keys(strength!.to!)).toEqual(['contents.nitritePct']);
      expect(rules).toMatchObject({ about: 'bench rules', to: { 'value.cureSecondCheck': true } });
      expect(zone).toMatchObject({ from: { value: 'Europe/London' }, to: { value: 'Europe/Lisbon' } });
    }
    const bram = await signIn(await idOf('Bram'), '7392');
    expect((await request(shop.http).get('/api/v1/changes').set('Cookie', cookieOf(bram))).status).toBe(403);
    const older = (await ines.get(`/changes?before=${(await changes())[0]!.id}`)).body as AuditEntry[];
    expect(older[0]?.about).toBe('bench rules');
  });

  it('cannot be changed or taken away by the application', async () => {
    for (const text of ['UPDATE audit SET about = 1', 'DELETE FROM audit']) {
      await expect(sql(shop.app.db).write(text), text).rejects.toMatchObject({ errno: 1142 });
    }
  });
});

const idOf = async (name: string) => (await people()).find((p) => p.name === name)!.id;
