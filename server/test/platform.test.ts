import { launcherOf } from '../src/platform/launcher.js';
import { sql } from '../src/platform/sql.js';
import { v7 as uuid } from 'uuid';
import request from 'supertest';
import { createApp } from '../src/app/create-app.js';
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

  it('answers under its own names only, and under those that the shop was given', async () => {
    const under = (host: string) => request(shop.http).get('/api/v1/health').set('Host', host);
    for (const own of ['127.0.0.1:7340', 'localhost', 'LOCALHOST:1', '[::1]:7340'])
      expect([own, (await under(own)).status]).toEqual([own, 200]);
    for (const strange of [
      'elsewhere.example',
      '127.0.0.1.elsewhere.example',
      'localhost.elsewhere.example',
      '10.0.0.7',
    ]) {
      const answer = await under(strange);
      expect([strange, answer.status, answer.body.type]).toEqual([
        strange,
        421,
        'urn:zest-tally:problem:unknown-host',
      ]);
    }
    const given = createApp({ ...shop.app, config: { ...shop.app.config, hosts: ['shop.example'] } });
    const named = (host: string) => request(given).get('/api/v1/health').set('Host', host);
    expect([(await named('Shop.example:443')).status, (await named('other.example')).status]).toEqual([
      200, 421,
    ]);
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

describe('whoever started the application', () => {
  it('is asked over its channel; without one, or without an answer, nothing is opened', async () => {
    const heard: ((message: unknown) => void)[] = [];
    const asked: { asks: number; practice: string }[] = [];
    const parent = {
      send: (message: (typeof asked)[number]) => asked.push(message) > 0,
      on: (_name: string, listener: (message: unknown) => void) => heard.push(listener),
    };
    const launcher = launcherOf(parent as unknown as NodeJS.Process);
    const open = { state: 'open', port: 7400, httpsPort: null, why: null };
    const [first, second] = [launcher.practice('open'), launcher.practice('look')];
    for (const message of [undefined, 7, { answers: 99, practice: open }, { answers: 2, practice: open }])
      heard.forEach((hear) => hear(message));
    expect(await second).toEqual(open);
    heard.forEach((hear) => hear({ answers: 1, practice: { ...open, state: 'making' } }));
    expect((await first).state).toBe('making');
    expect(asked).toEqual([
      { asks: 1, practice: 'open' },
      { asks: 2, practice: 'look' },
    ]);
    const alone = launcherOf({ on: () => undefined } as unknown as NodeJS.Process);
    expect((await alone.practice('open')).state).toBe('never');
  });
});
