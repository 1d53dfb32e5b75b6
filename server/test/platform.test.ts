import { sql } from '../src/platform/sql.js';
import { v7 as uuid } from 'uuid';
import type { Response } from 'express';
import request from 'supertest';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { Recipe, TrimLot } from '@zest/contract';
import { postTransfers } from '../src/ledger/index.js';
import { APPEND_ONLY, proveAppendOnly } from '../src/platform/grants.js';
import { openDatabase } from '../src/platform/database.js';
import { migrate } from '../src/platform/migrate.js';
import { openSmallBatch, openTestShop, type Hands, type TestShop } from './shop.js';

let shop: TestShop;
let ines: Hands;
beforeAll(async () => {
  shop = await openTestShop('platform');
  ines = await shop.signIn('Ines');
});
afterAll(() => shop.close());

describe('the ledger is append-only', () => {
  it('the application’s account can neither change nor delete, and start-up proves it', async () => {
    await expect(proveAppendOnly(shop.app.db)).resolves.toBeUndefined();
    await expect(sql(shop.app.db).write('UPDATE transfer SET amount = 1')).rejects.toMatchObject({
      errno: 1142,
    });
    await expect(sql(shop.app.db).write('DELETE FROM reading')).rejects.toMatchObject({ errno: 1142 });
    expect(APPEND_ONLY).toEqual(
      expect.arrayContaining(['transfer', 'reading', 'account', 'recipe_version', 'acceptance']),
    );
  });

  it('start-up refuses when the right is there', async () => {
    await shop.owner.query("GRANT UPDATE ON $db.transfer TO 'zest_app'@'127.0.0.1'");
    const fresh = openDatabase(shop.app.config.databaseUrl, 1);
    await expect(proveAppendOnly(fresh)).rejects.toThrow(/could change rows of "transfer"/);
    await fresh.close();
    await shop.owner.query("REVOKE UPDATE ON $db.transfer FROM 'zest_app'@'127.0.0.1'");
  });

  it('the database itself refuses amounts of 0, a second reversal and a transfer to itself', async () => {
    const batch = await openSmallBatch(ines);
    const line = batch.lines[0]!;
    const body = { id: uuid(), lineId: line.id, massMg: 500 };
    await ines.post(`/batches/${batch.id}/weighings`, body);
    await ines.post(`/batches/${batch.id}/reversals`, {
      id: uuid(),
      transferId: body.id,
      reason: 'Wrong weight',
    });
    const [row] = await sql(shop.app.db).rows<{ f: string; t: string }>(
      'SELECT from_account AS f, to_account AS t FROM transfer WHERE id = :id',
      { id: body.id },
    );
    const base = {
      at: shop.clock.now(),
      batchId: null,
      stepId: null,
      lineId: null,
      personId: null,
      deviceId: null,
      how: 'typed' as const,
      reason: 'again',
    };
    const post = (more: { from: string; to: string; amount: number; reversesId: string | null }) =>
      shop.app.db.transaction((tx) =>
        postTransfers(tx, shop.clock.now(), [{ ...base, id: uuid(), ...more }]),
      );
    await expect(post({ from: row!.t, to: row!.f, amount: 500, reversesId: body.id })).rejects.toMatchObject({
      errno: 1062,
    });
    await expect(post({ from: row!.f, to: row!.f, amount: 500, reversesId: null })).rejects.toMatchObject({
      errno: 4025,
    });
    await expect(post({ from: row!.f, to: row!.t, amount: 0, reversesId: null })).rejects.toThrow(/above 0/);
  });

  it('migrations run once', async () => {
    expect(await migrate(shop.ownerUrl, 'zest_app')).toEqual([]);
  });
});

const named = async (name: string) =>
  ((await request(shop.http).get('/api/v1/people/names')).body as { id: string; name: string }[]).find(
    (n) => n.name === name,
  )!;
const cookiesOf = (answer: { headers: Record<string, unknown> }) =>
  ((answer.headers['set-cookie'] as string[] | undefined) ?? []).map((c) => c.split(';')[0] ?? '');

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
    await shop.app.hub.add(listener as unknown as Response, 'a session');
    shop.app.hub.drop('another');
    expect(ended).toEqual([]);
    shop.app.hub.drop('a session');
    expect(ended).toEqual(['bram']);
    shop.app.hub.close();
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

describe('opening a batch', () => {
  const order = async (change: (uses: { lotId: string; massMg: number }[], lots: TrimLot[]) => object) => {
    const lots = (await ines.get('/lots')).body as TrimLot[];
    const recipe = ((await ines.get('/recipes')).body as Recipe[]).find((r) => r.name === 'Quay Thick')!;
    const lean = lots.find((l) => l.trimName.startsWith('Pork shoulder') && l.fatKnownBy === 'instrument')!;
    const fat = lots.find((l) => l.trimName.startsWith('Pork belly') && l.status === 'available')!;
    const uses = [
      { lotId: lean.id, massMg: 8_500_000 },
      { lotId: fat.id, massMg: 1_500_000 },
    ];
    return ines.post('/batches', {
      id: uuid(),
      recipeId: recipe.id,
      meatMg: 10_000_000,
      window: { minPct: 23, maxPct: 27 },
      plannedFor: '2026-03-16',
      uses,
      ...change(uses, lots),
    });
  };
  const snapshot = async () => ((await ines.get('/lots')).body as TrimLot[]).map((l) => l.reservedMg);

  it.each<[string, string, (uses: { lotId: string; massMg: number }[], lots: TrimLot[]) => object]>([
    ['sum', 'weigh 10.00 kg together, the batch 11.00 kg', () => ({ meatMg: 11_000_000 })],
    ['window crossed', 'crossed', () => ({ window: { minPct: 27, maxPct: 23 } })],
    [
      'outside the window',
      'outside the window',
      (uses) => ({
        uses: [
          { ...uses[0], massMg: 1_500_000 },
          { ...uses[1], massMg: 8_500_000 },
        ],
      }),
    ],
    [
      'more than stock',
      'only',
      (uses) => ({
        meatMg: 850_000_000,
        uses: [
          { ...uses[0], massMg: 722_500_000 },
          { ...uses[1], massMg: 127_500_000 },
        ],
      }),
    ],
    [
      'a customer’s meat',
      'belongs to Mrs Sand',
      (uses, lots) => ({ uses: [{ ...uses[0], lotId: lots.find((l) => l.owner)!.id }, uses[1]] }),
    ],
    [
      'a lot on hold',
      'on hold',
      (uses, lots) => ({ uses: [uses[0], { ...uses[1], lotId: lots.find((l) => l.status === 'hold')!.id }] }),
    ],
    [
      'an unknown lot',
      'not a lot in the cold room',
      (uses) => ({ uses: [uses[0], { ...uses[1], lotId: uuid() }] }),
    ],
  ])('refuses %s in words and sets nothing aside', async (_name, words, change) => {
    const before = await snapshot();
    const answer = await order(change);
    expect(answer.status).toBe(422);
    expect(answer.body.detail).toContain(words);
    expect(await snapshot()).toEqual(before);
  });

  it('two batches cannot take the same kilograms', async () => {
    const lots = (await ines.get('/lots')).body as TrimLot[];
    const lean = lots.find((l) => l.trimName.startsWith('Pork shoulder') && l.fatKnownBy === 'instrument')!;
    const part = Math.floor((lean.freeMg * 0.7) / 20_000) * 20_000;
    const fat = Math.round((part * 0.15) / 20_000) * 20_000;
    const answers = await Promise.all(
      [1, 2].map(() =>
        order((uses) => ({
          meatMg: part + fat,
          uses: [
            { ...uses[0], massMg: part },
            { ...uses[1], massMg: fat },
          ],
        })),
      ),
    );
    expect(answers.map((a) => a.status).sort()).toEqual([200, 422]);
  });
});

describe('the interface of the server', () => {
  it('describes itself from its schemas', async () => {
    const document = (await request(shop.http).get('/api/v1/openapi.json')).body;
    expect(document.openapi).toBe('3.1.0');
    expect(
      document.paths['/api/v1/batches/{id}/weighings'].post.requestBody.content['application/json'].schema
        .properties.massMg.type,
    ).toBe('integer');
    expect(Object.keys(document.paths).length).toBeGreaterThan(15);
  });

  it('computes over HTTP what the command computes', async () => {
    const good = await ines.post('/calc/add-back', {
      massKg: 12,
      fatPct: 18,
      targetFatPct: 26,
      addFatPct: 90,
    });
    expect(good.body).toEqual({ addKg: 1.5, totalKg: 13.5 });
    const bad = await ines.post('/calc/plan', {
      batchKg: 10,
      window: { minPct: 20, maxPct: 30 },
      trims: [
        { id: 'a', fatPct: 20, pricePerKg: 1, availableKg: 5 },
        { id: 'b', fatPct: 'much', pricePerKg: 1, availableKg: 5 },
      ],
    });
    expect([bad.status, bad.body.errors[0].path]).toEqual([422, 'trims[1].fatPct']);
    const short = await ines.post('/calc/plan', {
      batchKg: 10,
      window: { minPct: 20, maxPct: 30 },
      trims: [{ id: 'a', fatPct: 20, pricePerKg: 1, availableKg: 5 }],
    });
    expect([short.status, short.body.status]).toEqual([200, 'infeasible']);
    expect((await ines.post('/calc/toString', {})).status).toBe(404);
  });

  it('answers trouble with problem details and no trace of its inside', async () => {
    const large = await ines.post('/calc/convert', { text: 'x'.repeat(1_100_000) });
    expect([large.status, large.body.title]).toEqual([413, 'Too large']);
    const broken = await request(shop.http)
      .post('/api/v1/session')
      .set('Content-Type', 'application/json')
      .send('{"a":');
    expect([broken.status, broken.body.detail]).toEqual([400, 'The request could not be read as JSON.']);
    const nowhere = await request(shop.http).get('/api/v1/nothing');
    expect(nowhere.status).toBe(404);
    const foreign = await request(shop.http)
      .post('/api/v1/session')
      .set('Origin', 'http://elsewhere.example')
      .send({});
    expect(foreign.status).toBe(403);
    const hidden = await request(shop.http).post('/api/v1/session').set('Origin', 'null').send({});
    expect(hidden.status).toBe(403);
    expect(JSON.stringify([large.body, broken.body, nowhere.body])).not.toMatch(
      /node_modules|at .*\.js|SELECT/,
    );
  });

  it('sends a strict policy with a fresh nonce and allows the solver', async () => {
    const policy = async (path: string) =>
      (await request(shop.http).get(path)).headers['content-security-policy'] ?? '';
    const [one, two] = [await policy('/batches'), await policy('/batches')];
    expect(one).toContain("script-src 'self' 'wasm-unsafe-eval'");
    expect(one).toMatch(/style-src 'self' 'nonce-[A-Za-z0-9+/=]+'/);
    expect(one).not.toBe(two);
    expect(await policy('/api/v1/health')).toBe("default-src 'none'; frame-ancestors 'none'");
  });

  it('says so in one sentence when the database is away', async () => {
    const away = await openTestShop('away');
    const hands = await away.signIn('Ines');
    await away.app.db.close();
    const answer = await hands.get('/batches');
    expect([answer.status, answer.body.type]).toEqual([503, 'urn:zest-tally:problem:database-away']);
    await away.close().catch(() => undefined);
  });

  it('receives a lot, and holds one that came too warm', async () => {
    const trims = (await ines.get('/trims')).body as { id: string; name: string }[];
    const lot = {
      id: uuid(),
      trimId: trims[0]!.id,
      massMg: 12_400_000,
      fatPct: 20,
      fatKnownBy: 'lab',
      priceMinorPerKg: 450,
      supplier: 'Saltmarsh Farm',
      tempC: 3,
      state: 'fresh',
      weightKnown: 'weighed',
      failedChecks: [],
    };
    const cold = await ines.post('/lots', lot);
    expect(cold.body).toMatchObject({ status: 'available', balanceMg: 12_400_000, fatSd: 0.5 });
    expect((await ines.post('/lots', lot)).body.id).toBe(lot.id);
    expect(((await ines.get('/lots')).body as TrimLot[]).filter((l) => l.id === lot.id)).toHaveLength(1);
    expect((await ines.post('/lots', { ...lot, id: uuid(), tempC: 9 })).body.status).toBe('hold');
    expect((await ines.post('/lots', { ...lot, id: uuid(), fatPct: 130 })).body.errors[0].message).toContain(
      '100 % or less',
    );
  });
});
