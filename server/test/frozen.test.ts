import { once } from 'node:events';
import net from 'node:net';
import request from 'supertest';
import { afterAll, beforeAll, describe, expect, it, vi } from 'vitest';
import { createApp } from '../src/app/create-app.js';
import { openDatabase, type Database } from '../src/platform/database.js';
import { TOOK_TOO_LONG, isContended, isDatabaseAway, isDiskFull } from '../src/platform/database-errors.js';
import { nodesOf } from '../src/platform/nodes.js';
import { DatabaseFrozen, Pulse } from '../src/platform/pulse.js';
import { sql } from '../src/platform/sql.js';
import { openTestShop, type TestShop } from './shop.js';

let shop: TestShop;
let db: Database;
let between: Between;
beforeAll(async () => {
  shop = await openTestShop('frozen');
  const url = new URL(shop.app.config.databaseUrl);
  between = await standBetween(Number(url.port));
  url.port = String(between.port);
  url.pathname = '/zest_frozen';
  db = openDatabase(url.href, 3);
});
afterAll(async () => {
  between.thaw();
  await db.close();
  between.close();
  await shop.close();
});

interface Between {
  port: number;
  freeze: () => void;
  thaw: () => void;
  close: () => void;
}

/** Something between the application and its database that can take connections and pass nothing on. */
async function standBetween(to: number): Promise<Between> {
  const pairs = new Set<[net.Socket, net.Socket]>();
  let isFrozen = false;
  const server = net.createServer((near) => {
    const far = net.connect(to, '127.0.0.1');
    const pair: [net.Socket, net.Socket] = [near, far];
    pairs.add(pair);
    for (const [a, b] of [pair, [far, near] as const]) {
      a.on('data', (data) => b.write(data));
      a.on('close', () => b.destroy());
      a.on('error', () => b.destroy());
      if (isFrozen) a.pause();
    }
  });
  server.listen(0, '127.0.0.1');
  await once(server, 'listening');
  const all = (what: 'pause' | 'resume') => {
    for (const pair of pairs) for (const socket of pair) socket[what]();
  };
  return {
    port: (server.address() as net.AddressInfo).port,
    freeze: () => {
      isFrozen = true;
      all('pause');
    },
    thaw: () => {
      isFrozen = false;
      all('resume');
    },
    close: () => {
      for (const pair of pairs) for (const socket of pair) socket.destroy();
      server.close();
    },
  };
}

describe('a database that freezes', () => {
  it('is said within five seconds, by health and in the middle of a transaction, and goes on when it thaws', async () => {
    const http = createApp({ ...shop.app, db });
    const health = () => request(http).get('/api/v1/health');
    expect((await health()).status).toBe(200);
    const begun = Date.now();
    const halfway = db.transaction(async (tx) => {
      await sql(tx).rows('SELECT 1');
      between.freeze();
      return sql(tx).rows('SELECT 2');
    });
    const [said, transaction] = await Promise.all([
      health(),
      halfway.then(
        () => 'done',
        (error: unknown) => error,
      ),
    ]);
    expect(Date.now() - begun).toBeLessThan(5_000);
    expect([said.status, said.body.type]).toEqual([503, 'urn:zest-tally:problem:database-away']);
    expect(transaction).toBeInstanceOf(DatabaseFrozen);
    between.thaw();
    await vi.waitFor(async () => expect((await health()).status).toBe(200), { timeout: 20_000 });
  });

  it('is no slow one: what takes long is waited for as long as the database lives', async () => {
    const asked: string[] = [];
    const pulse = new Pulse(() => {
      asked.push('asked');
      return Promise.resolve();
    }, 5);
    let answer: (value: string) => void = () => undefined;
    const slow = pulse.whileAlive(new Promise<string>((resolve) => (answer = resolve)));
    await vi.waitFor(() => expect(asked.length).toBeGreaterThan(3));
    answer('at last');
    expect(await slow).toBe('at last');
    const mute = new Pulse(() => Promise.reject(new Error('no')), 5);
    await expect(mute.whileAlive(new Promise(() => undefined))).rejects.toBeInstanceOf(DatabaseFrozen);
    await expect(mute.whileAlive(Promise.reject(new Error('refused')))).rejects.toThrow('refused');
  });

  it('ends a query that would run for ever', async () => {
    const forEver = 'SELECT COUNT(*) FROM transfer a, transfer b, transfer c, transfer d';
    await expect(
      sql(db).rows(`SET STATEMENT max_statement_time = 0.05 FOR ${forEver}`),
    ).rejects.toMatchObject({
      errno: TOOK_TOO_LONG,
    });
    expect(await sql(db).rows('SELECT CAST(@@max_statement_time AS INT) AS s')).toEqual([{ s: 10 }]);
  });
});

describe('a database of several servers', () => {
  const rows = (of: Database) => sql(of).rows<{ n: number }>('SELECT 7 AS n');

  it('is read, and written to, at the next one when one is lost; what was on its way is not written twice', async () => {
    const [one, two] = [await standBetween(shopPort()), await standBetween(shopPort())];
    const several = openDatabase(
      shop.app.config.databaseUrl.replace(/127\.0\.0\.1:\d+/, `127.0.0.1:${one.port}, 127.0.0.1:${two.port}`),
      3,
    );
    expect(await rows(several)).toEqual([{ n: 7 }]);
    // Lost before the commit: begun again at the next, as if nothing had been.
    let begun = 0;
    const written = await several.transaction(async (tx) => {
      begun += 1;
      await sql(tx).write("INSERT INTO turn (name, n) VALUES ('lost', 1) ON DUPLICATE KEY UPDATE n = n + 1");
      if (begun === 1) one.close();
      return (await sql(tx).rows<{ n: number }>("SELECT n FROM turn WHERE name = 'lost'"))[0]?.n;
    });
    expect([begun, Number(written)]).toEqual([2, 1]);
    // Lost with the commit on its way: nobody knows what became of it, and it is not done again here.
    begun = 0;
    const fate = several.transaction(async (tx) => {
      begun += 1;
      await sql(tx).rows('SELECT 1');
      two.freeze();
    });
    await expect(fate).rejects.toBeInstanceOf(DatabaseFrozen);
    expect(begun).toBe(1);
    two.thaw();
    // The first is still away: it is gone round to the second again.
    expect(await rows(several)).toEqual([{ n: 7 }]);
    await several.close();
    two.close();
  });

  it('are named by their addresses, with the same account and database', () => {
    expect(nodesOf('mysql://a:b@one:3306,two:3307/zest')).toEqual([
      'mysql://a:b@one:3306/zest',
      'mysql://a:b@two:3307/zest',
    ]);
    expect(nodesOf('mysql://a:b@one/zest')).toEqual(['mysql://a:b@one/zest']);
    expect(nodesOf('one,two')).toEqual(['one,two']);
  });

  it('say by their errors whether they are lost, cut off, full, or only wanted by two', () => {
    const error = (errno: number, code = 'X') => Object.assign(new Error('no'), { errno, code });
    expect([1047, 1180].map((n) => isDatabaseAway(error(n)))).toEqual([true, true]);
    expect(isDatabaseAway(error(-113, 'EHOSTUNREACH'))).toBe(true);
    expect([1213, 1205].map((n) => [isContended(error(n)), isDatabaseAway(error(n))])).toEqual([
      [true, false],
      [true, false],
    ]);
    expect([isDiskFull(error(1021)), isDatabaseAway(error(1021))]).toEqual([true, false]);
  });
});

const shopPort = () => Number(new URL(shop.app.config.databaseUrl).port);
