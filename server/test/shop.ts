import type { Express } from 'express';
import mysql from 'mysql2/promise';
import request from 'supertest';
import { v7 as uuid } from 'uuid';
import { inject } from 'vitest';
import type { BatchFacts, BatchView, Recipe, TrimLot } from '@zest/contract';
import { APP } from '@zest/ops';
import { createApp } from '../src/app/create-app.js';
import { DemoClock } from '../src/demo/clock.js';
import { DEMO_SCALES } from '../src/demo/seed.js';
import type { ScaleDriver } from '../src/devices/index.js';
import { openDatabase } from '../src/platform/database.js';
import { migrate } from '../src/platform/migrate.js';
import { TODAY, copyTemplate, onDatabase, testApp } from './template.js';

export const SECRETS: Record<string, string> = {
  Ines: 'lowmarsh',
  Bram: '2580',
  Oda: '1357',
  'Mr Feld': 'ferrygalley',
  Inspector: 'harbourmaster',
};

/** A shop in a database of its own, filled with the demonstration, answering real HTTP. */
export async function openTestShop(name: string) {
  const ownerUrl = onDatabase(inject('ownerUrl'), `zest_${name}`);
  const appUrl = onDatabase(inject('appUrl'), `zest_${name}`);
  const owner = await mysql.createConnection({ uri: inject('ownerUrl') });
  await owner.query(`DROP DATABASE IF EXISTS zest_${name}`);
  await owner.query(`CREATE DATABASE zest_${name}`);
  await migrate(ownerUrl, APP);
  await copyTemplate(owner, `zest_${name}`);
  const db = openDatabase(appUrl, 6);
  const clock = new DemoClock(TODAY);
  const scales: ScaleDriver = {
    ...DEMO_SCALES,
    believes: (id) => id.startsWith('fresh-'),
    deviceOf: () => 'bench',
  };
  const app = testApp(db, clock, scales, appUrl);
  const http = createApp(app);
  return {
    app,
    clock,
    http,
    owner: { query: (sql: string) => owner.query(sql.replaceAll('$db', `zest_${name}`)) },
    ownerUrl,
    signIn: (who: string) => signIn(http, who),
    close: async () => {
      await db.close();
      await owner.end();
    },
  };
}
export type TestShop = Awaited<ReturnType<typeof openTestShop>>;

/** Somebody's hands on the HTTP interface. */
async function signIn(http: Express, who: string) {
  const names = await request(http).get('/api/v1/people/names');
  const person = (names.body as { id: string; name: string }[]).find((p) => p.name === who);
  const answer = await request(http)
    .post('/api/v1/session')
    .send({ personId: person?.id, secret: SECRETS[who] });
  const cookie = answer.headers['set-cookie']?.[0]?.split(';')[0] ?? '';
  return {
    id: person?.id ?? '',
    cookie,
    get: (path: string) => request(http).get(`/api/v1${path}`).set('Cookie', cookie),
    post: (path: string, body: object) => post(http, cookie, path, body),
    put: (path: string, body: object) => request(http).put(`/api/v1${path}`).set('Cookie', cookie).send(body),
    delete: (path: string) => request(http).delete(`/api/v1${path}`).set('Cookie', cookie),
  };
}
/** Sends something; after a command on a batch the hands look at the batch, as a screen does. */
async function post(http: Express, cookie: string, path: string, body: object) {
  const answer = await request(http).post(`/api/v1${path}`).set('Cookie', cookie).send(body);
  const changed = answer.body as { id?: string; n?: number };
  if (answer.status === 200 && path.startsWith('/batches') && changed.id && changed.n !== undefined) {
    const get = (at: string) => request(http).get(`/api/v1${at}`).set('Cookie', cookie);
    answer.body = await sheetOf({ get }, changed.id);
  }
  return answer;
}
export type Hands = Awaited<ReturnType<typeof signIn>>;

/** Opens a batch of Quay Thick, 10 kg unless told otherwise, from one lean and one fat lot. */
export async function openSmallBatch(lead: Hands, meatMg = 10_000_000): Promise<BatchView> {
  const lots = (await lead.get('/lots')).body as TrimLot[];
  const recipes = (await lead.get('/recipes')).body as Recipe[];
  const lean = lots.find((l) => l.trimName.startsWith('Pork shoulder') && l.fatKnownBy === 'instrument');
  const fat = lots.find((l) => l.trimName.startsWith('Pork belly') && l.status === 'available');
  const body = {
    id: uuid(),
    recipeId: recipes.find((r) => r.name === 'Quay Thick')?.id,
    meatMg,
    window: { minPct: 23, maxPct: 27 },
    plannedFor: '2026-03-16',
    uses: [
      { lotId: lean?.id, massMg: Math.round(meatMg * 0.85) },
      { lotId: fat?.id, massMg: Math.round(meatMg * 0.15) },
    ],
  };
  const answer = await lead.post('/batches', body);
  if (answer.status !== 200) throw new Error(JSON.stringify(answer.body));
  return sheetOf(lead, body.id);
}

/** A batch in all its parts, as the interface reads them. */
export async function sheetOf(hands: Pick<Hands, 'get'>, id: string): Promise<BatchView> {
  const parts = await Promise.all(
    ['summary', 'weighing', 'process', 'costs', 'facts'].map(
      async (part) => (await hands.get(`/batches/${id}/${part}`)).body as Record<string, unknown>,
    ),
  );
  const [summary, weighing, process, costs, whole] = parts;
  const { facts } = whole as unknown as { facts: BatchFacts };
  const { batch } = facts;
  return {
    ...summary,
    ...weighing,
    ...process,
    ...costs,
    n: facts.n,
    recipe: {
      id: batch.recipeId,
      name: batch.recipeName,
      versionNo: batch.versionNo,
      state: batch.recipe.state,
    },
    window: { minPct: batch.windowMinPct, maxPct: batch.windowMaxPct },
    owner: batch.owner,
    hotness: batch.hotness,
    signed: batch.signed,
    version: batch.version,
  } as unknown as BatchView;
}

/** Says or ticks something at a step: a machine is ready, a proven recipe is not tasted. */
export async function tick(
  hands: Hands,
  batchId: string,
  stepId: string,
  kind: string,
  rest: object = {},
): Promise<void> {
  const answer = await hands.post(`/batches/${batchId}/marks`, { id: uuid(), stepId, kind, ...rest });
  if (answer.status !== 200) throw new Error(JSON.stringify(answer.body));
}
