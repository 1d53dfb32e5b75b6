import { sql } from '../src/platform/sql.js';
import http from 'node:http';
import type { AddressInfo } from 'node:net';
import { v7 as uuid } from 'uuid';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { createApp } from '../src/app/create-app.js';
import { tidyUp } from '../src/platform/housekeeping.js';
import { LiveHub } from '../src/platform/live.js';
import { openSmallBatch, openTestShop, type Hands, type TestShop } from './shop.js';

let shop: TestShop;
let ines: Hands;
let server: http.Server;
let url = '';
beforeAll(async () => {
  shop = await openTestShop('live');
  ines = await shop.signIn('Ines');
  server = http.createServer(shop.http).listen(0, '127.0.0.1');
  await new Promise((resolve) => server.once('listening', resolve));
  url = `http://127.0.0.1:${(server.address() as AddressInfo).port}/api/v1/events`;
});
afterAll(async () => {
  shop.app.hub.close();
  server.closeAllConnections();
  server.close();
  await shop.close();
});

/** A browser's ear: resolves with the data of the first event that fits. */
function listen(to: string, name: string, fits: (data: Record<string, unknown>) => boolean) {
  let heard: (data: Record<string, unknown>) => void;
  const event = new Promise<Record<string, unknown>>((resolve) => (heard = resolve));
  const ready = new Promise<http.IncomingMessage>((resolve) => {
    http.get(to, { headers: { Cookie: ines.cookie } }, (response) => {
      let rest = '';
      response.setEncoding('utf8');
      response.on('data', (chunk: string) => {
        const blocks = (rest + chunk).split('\n\n');
        rest = blocks.pop() ?? '';
        for (const block of blocks) {
          const match = /^event: (\w+)\ndata: (.*)$/m.exec(block);
          if (match?.[1] !== name) continue;
          const data = JSON.parse(match[2] ?? '{}') as Record<string, unknown>;
          if (fits(data)) heard(data);
        }
      });
      resolve(response);
    });
  });
  return { ready, event };
}

describe('live changes', () => {
  it('are for those who are signed in', async () => {
    const answer = await fetch(url);
    expect(answer.status).toBe(401);
    await answer.arrayBuffer();
  });

  it('reach a screen after the commit, uncompressed', async () => {
    const batch = await openSmallBatch(ines);
    const ear = listen(url, 'change', (d) => d['topic'] === 'batch' && d['batchId'] === batch.id);
    const response = await ear.ready;
    expect(response.headers['content-type']).toBe('text/event-stream');
    expect(response.headers['content-encoding']).toBeUndefined();
    await ines.post(`/batches/${batch.id}/weighings`, {
      id: uuid(),
      lineId: batch.lines[0]?.id,
      massMg: 5000,
    });
    const told = await ear.event;
    expect(told).toMatchObject({ topic: 'batch', batchId: batch.id, n: batch.n + 1 });
    expect(told['facts']).toMatchObject({ transfers: [{ amount: 5000, lineId: batch.lines[0]?.id }] });
    response.destroy();
  });

  it('reach the screens of another process through the database', async () => {
    const hub = new LiveHub(shop.app.db, shop.clock.now);
    const other = http.createServer(createApp({ ...shop.app, hub })).listen(0, '127.0.0.1');
    await new Promise((resolve) => other.once('listening', resolve));
    const ear = listen(
      `http://127.0.0.1:${(other.address() as AddressInfo).port}/api/v1/events`,
      'change',
      (d) => d['topic'] === 'lots',
    );
    const response = await ear.ready;
    await openSmallBatch(ines);
    expect(await ear.event).toEqual({ topic: 'lots' });
    response.destroy();
    hub.close();
    other.close();
  });

  it('carry what a scale shows', async () => {
    const ear = listen(url, 'scale', (d) => d['scaleId'] === 'dose');
    const response = await ear.ready;
    const reading = {
      scaleId: 'dose' as const,
      id: 'dose-x-1',
      netMg: 80_000,
      stable: true,
      overload: false,
      connected: true,
    };
    shop.app.hub.scale(reading);
    expect(await ear.event).toEqual(reading);
    response.destroy();
  });
});

describe('housekeeping', () => {
  it('forgets old events and ended sessions and keeps the rest', async () => {
    await openSmallBatch(ines);
    const count = async (table: string) =>
      (await sql(shop.app.db).rows<{ n: number }>(`SELECT COUNT(*) AS n FROM ${table}`))[0]?.n;
    await tidyUp(shop.app.db, shop.clock.now());
    const [events, sessions] = [await count('live_event'), await count('session')];
    expect(events).toBeGreaterThan(0);
    expect(sessions).toBeGreaterThan(0);
    await tidyUp(shop.app.db, new Date(shop.clock.now().getTime() + 2 * 86_400_000));
    expect([await count('live_event'), await count('session')]).toEqual([0, 0]);
  });
});
