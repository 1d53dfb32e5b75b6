import request from 'supertest';
import { v7 as uuid } from 'uuid';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { ROUTES, type Route } from '@zest/contract';
import { seeded } from '../../core/test/seeded.js';
import { verifyLedger } from '../src/ledger/index.js';
import { SomeBodies } from './some-bodies.js';
import { openSmallBatch, openTestShop, type Hands, type TestShop } from './shop.js';

/** Bodies in a run of the tests; by hand, a hundred thousand. */
const BODIES = Number(process.env['ZEST_FUZZ'] ?? 900);
/** So long each may take on a busy machine, ms. */
const PATIENCE = 60_000 + BODIES * 40;
const SEED = Number(process.env['ZEST_FUZZ_SEED'] ?? 7);
/** It locks sign-in, ends the session or takes the processor for as long as it is asked to. */
const APART = new Set<Route>([ROUTES.signIn, ROUTES.signOut]);

let shop: TestShop;
let ines: Hands;
beforeAll(async () => {
  shop = await openTestShop('fuzz');
  ines = await shop.signIn('Ines');
});
afterAll(() => shop.close());

/** Ids of everything that is there: an attacker reads them first. */
async function ids(): Promise<string[]> {
  const found = new Set<string>();
  const collect = (value: unknown): void => {
    if (typeof value === 'string' && /^[0-9a-f]{8}-[0-9a-f-]{27}$/.test(value)) found.add(value);
    else if (Array.isArray(value)) value.forEach(collect);
    else if (typeof value === 'object' && value !== null) Object.values(value).forEach(collect);
  };
  const batch = await openSmallBatch(ines, 2_000_000);
  collect((await ines.get(`/batches/${batch.id}/facts`)).body);
  for (const path of ['/lots', '/recipes', '/goods', '/casings', '/ingredients', '/trims', '/batches'])
    collect((await ines.get(path)).body);
  return [...found];
}

const reads = Object.values<Route>(ROUTES).filter((r) => r.method === 'GET' && !r.path.includes(':'));
const writes = Object.values<Route>(ROUTES).filter((r) => r.method !== 'GET' && !APART.has(r));

describe('whatever is sent', () => {
  it(
    'never makes the server stumble, and afterwards every read still answers',
    async () => {
      const random = seeded(SEED);
      const known = await ids();
      const bodies = new SomeBodies(random, known);
      const stumbled: string[] = [];
      const statuses = new Map<number, number>();
      for (let n = 0; n < BODIES; n += 1) {
        const route = writes[Math.floor(random() * writes.length)]!;
        const body = bodies.of(route) as Record<string, unknown> | null;
        if (body && typeof body === 'object' && 'id' in body && random() < 0.95) body['id'] = uuid();
        const method = route.method.toLowerCase() as 'post' | 'put' | 'delete';
        const path = bodies.path(route);
        const answer = await request(shop.http)
          [method](`/api/v1${path}`)
          .set('Cookie', ines.cookie)
          .set('Content-Type', 'application/json')
          .send(JSON.stringify(body));
        statuses.set(answer.status, (statuses.get(answer.status) ?? 0) + 1);
        if (answer.status >= 500)
          stumbled.push(`${route.method} ${path} ${answer.status} ${JSON.stringify(body).slice(0, 600)}`);
      }
      expect(stumbled).toEqual([]);
      expect(statuses.get(200) ?? 0).toBeGreaterThan(BODIES / 100);
      for (const route of reads) {
        const answer = await ines.get(route.path);
        expect([route.path, answer.status]).toEqual([route.path, 200]);
      }
      const all = (await ines.get('/batches')).body as { id: string }[];
      for (const { id } of all) {
        for (const part of ['summary', 'weighing', 'process', 'costs', 'facts', 'sheet.pdf'])
          expect([part, (await ines.get(`/batches/${id}/${part}`)).status]).toEqual([part, 200]);
      }
      expect(await verifyLedger(shop.app.db)).toEqual([]);
    },
    PATIENCE,
  );
});
