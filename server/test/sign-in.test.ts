import { v7 as uuid } from 'uuid';
import type { Response } from 'express';
import request from 'supertest';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { SECRETS, openSmallBatch, openTestShop, type Hands, type TestShop } from './shop.js';

let shop: TestShop;
let ines: Hands;
beforeAll(async () => {
  shop = await openTestShop('sign_in');
  ines = await shop.signIn('Ines');
});
afterAll(() => shop.close());

const named = async (name: string) =>
  ((await request(shop.http).get('/api/v1/people/names')).body as { id: string; name: string }[]).find(
    (n) => n.name === name,
  )!;
const cookiesOf = (answer: { headers: Record<string, unknown> }) =>
  ((answer.headers['set-cookie'] as string[] | undefined) ?? []).map((c) => c.split(';')[0] ?? '');

/** The cookie of a browser at which somebody has signed in. */
const knownDevice = async (name: string) => {
  const { id } = await named(name);
  const answer = await request(shop.http)
    .post('/api/v1/session')
    .send({ personId: id, secret: SECRETS[name] });
  return cookiesOf(answer).find((c) => c.startsWith('zest_device'))!;
};

describe('signing in', () => {
  it('needs the right secret, limits the tries, and ends', async () => {
    const names = (await request(shop.http).get('/api/v1/people/names')).body as {
      id: string;
      name: string;
    }[];
    const oda = names.find((n) => n.name === 'Oda')!.id;
    const attempt = (secret: string) =>
      request(shop.http).post('/api/v1/session').send({ personId: oda, secret });
    for (let i = 0; i < 5; i += 1) expect((await attempt('0000')).status).toBe(401);
    expect((await attempt('1357')).status).toBe(429);
    shop.clock.minutes(6);
    const good = await attempt('1357');
    expect(good.status).toBe(200);
    expect(good.headers['set-cookie']?.[0]).toMatch(/HttpOnly; SameSite=Strict/);
    expect(good.body).not.toHaveProperty('secretHash');
    const bram = await shop.signIn('Bram');
    expect((await bram.get('/session')).body.name).toBe('Bram');
    await bram.delete('/session');
    const after = await bram.get('/session');
    expect([after.status, after.body.detail]).toEqual([401, expect.stringContaining('Sign in again')]);
    expect(
      (await request(shop.http).post('/api/v1/session').send({ personId: uuid(), secret: '1357' })).status,
    ).toBe(401);
  });

  it('tries no more than five of forty guesses that come at once', async () => {
    const { id, name } = await named('Oda');
    expect(name).toBe('Oda');
    shop.clock.minutes(6);
    const guesses = Array.from({ length: 40 }, (_, i) =>
      request(shop.http)
        .post('/api/v1/session')
        .send({ personId: id, secret: String(1000 + i) }),
    );
    const statuses = (await Promise.all(guesses)).map((a) => a.status);
    expect(statuses.filter((s) => s === 401)).toHaveLength(5);
    expect(statuses.filter((s) => s === 429)).toHaveLength(35);
  });

  it('goes on at a device that is known to be theirs while a stranger guesses, and not for another', async () => {
    shop.clock.minutes(6);
    const [bram, oda] = [await named('Bram'), await named('Oda')];
    const from = (cookie: string, id: string, secret: string) =>
      request(shop.http).post('/api/v1/session').set('Cookie', cookie).send({ personId: id, secret });
    const first = await from('', bram.id, '2580');
    const device = cookiesOf(first).find((c) => c.startsWith('zest_device='))!;
    for (let i = 0; i < 6; i += 1) await from('', bram.id, '0000');
    expect((await from('', bram.id, '2580')).status).toBe(429);
    expect((await from(device, bram.id, '2580')).status).toBe(200);
    for (let i = 0; i < 5; i += 1) expect((await from(device, bram.id, '0000')).status).toBe(401);
    expect((await from(device, bram.id, '2580')).status).toBe(429);
    // A device is known for whom it was used by: for others it is a stranger.
    shop.clock.minutes(6);
    for (let i = 0; i < 5; i += 1) await from('', oda.id, '0000');
    expect((await from(device, oda.id, '1357')).status).toBe(429);
    shop.clock.minutes(6);
  });

  it('ends the session that the browser had before, and what it listened to', async () => {
    const { id } = await named('Bram');
    const before = await shop.signIn('Bram');
    const again = await request(shop.http)
      .post('/api/v1/session')
      .set('Cookie', before.cookie)
      .send({ personId: id, secret: '2580' });
    expect(again.status).toBe(200);
    expect((await before.get('/session')).status).toBe(401);
    const ended: string[] = [];
    const listener = {
      writeHead: () => undefined,
      write: () => true,
      on: () => undefined,
      end: () => ended.push('bram'),
    };
    await shop.app.hub.add(listener as unknown as Response, { session: 'a session', personId: '' });
    shop.app.hub.drop('another');
    expect(ended).toEqual([]);
    shop.app.hub.drop('a session');
    expect(ended).toEqual(['bram']);
    shop.app.hub.close();
  });

  it('counts no right try against anybody: a person signs in at many new browsers', async () => {
    const { id } = await named('Oda');
    shop.clock.minutes(6);
    for (let i = 0; i < 12; i += 1) {
      const answer = await request(shop.http).post('/api/v1/session').send({ personId: id, secret: '1357' });
      expect(answer.status).toBe(200);
    }
  });

  it('works nothing out for somebody who is not here', async () => {
    const unknown = () =>
      request(shop.http).post('/api/v1/session').send({ personId: uuid(), secret: '1357' });
    const answers = await Promise.all(Array.from({ length: 60 }, unknown));
    expect(new Set(answers.map((a) => a.status))).toEqual(new Set([401]));
    expect((await shop.signIn('Bram')).cookie).not.toBe('');
  });

  it('sessions end by themselves', async () => {
    const bram = await shop.signIn('Bram');
    const was = shop.clock.now();
    shop.clock.minutes(15 * 60);
    expect((await bram.get('/lots')).status).toBe(401);
    shop.clock.set(was);
  });

  it('slows an address that tries one name after the other, and no device that is known', async () => {
    shop.clock.minutes(6);
    const device = await knownDevice('Oda');
    const names = (await request(shop.http).get('/api/v1/people/names')).body as { id: string }[];
    const more: string[] = [];
    for (let i = 0; i < 4; i += 1) {
      const id = uuid();
      more.push(id);
      const body = { id, name: `Hand ${i}`, role: 'bench', secretKind: 'pin', secret: '4815' };
      expect((await ines.post('/people', body)).status).toBe(200);
    }
    const statuses: number[] = [];
    for (const { id } of [...names, ...more.map((id) => ({ id }))]) {
      for (let i = 0; i < 5; i += 1) {
        statuses.push(
          (await request(shop.http).post('/api/v1/session').send({ personId: id, secret: '0000' })).status,
        );
      }
    }
    expect(statuses.filter((s) => s === 401)).toHaveLength(30);
    expect(statuses.slice(30).every((s) => s === 429)).toBe(true);
    const oda = await named('Oda');
    const again = (cookie: string) =>
      request(shop.http)
        .post('/api/v1/session')
        .set('Cookie', cookie)
        .send({ personId: oda.id, secret: '1357' });
    expect([(await again('')).status, (await again(device)).status]).toEqual([429, 200]);
    shop.clock.minutes(6);
    expect((await again('')).status).toBe(200);
  });

  it('roles hold on the server, route by route', async () => {
    const [bram, inspector, owner] = [
      await shop.signIn('Bram'),
      await shop.signIn('Inspector'),
      await shop.signIn('Mr Feld'),
    ];
    const batch = await openSmallBatch(ines);
    const entry = { id: uuid(), lineId: batch.lines[0]!.id, massMg: 5 };
    expect((await inspector.get(`/batches/${batch.id}/process`)).status).toBe(200);
    expect((await inspector.post(`/batches/${batch.id}/weighings`, entry)).status).toBe(403);
    expect((await owner.post(`/batches/${batch.id}/weighings`, entry)).status).toBe(403);
    expect((await bram.post('/batches', {})).status).toBe(403);
    expect((await request(shop.http).get('/api/v1/batches')).status).toBe(401);
  });

  it('units follow the person', async () => {
    expect(
      (await ines.put('/session/preferences', { units: 'pound', numberStyle: 'comma' })).body,
    ).toMatchObject({ units: 'pound', numberStyle: 'comma' });
    expect((await ines.get('/session')).body.units).toBe('pound');
    expect((await ines.put('/session/preferences', { units: 'stone', numberStyle: null })).status).toBe(422);
  });
});
