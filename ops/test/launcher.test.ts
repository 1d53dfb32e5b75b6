import { mkdir, readFile, rm, rmdir, stat, truncate, writeFile } from 'node:fs/promises';
import { once } from 'node:events';
import net from 'node:net';
import path from 'node:path';
import mysql from 'mysql2/promise';
import { afterAll, beforeAll, describe, expect, it, vi } from 'vitest';
import { claim, mustBeIdle, release, runningPid } from '../src/claim.js';
import { startPrivateServer, APP, type PrivateServer } from '../src/database/private-server.js';
import { fillOnce } from '../src/fill-once.js';
import { signIn } from '../src/bench/client.js';
import { freePorts } from '../src/database/free-port.js';
import { ROOT, SERVER_MAIN } from '../src/paths.js';
import type { PracticeState } from '@zest/contract';
import { run } from '../src/run.js';
import { openShop } from '../src/shop.js';
import { Supervised } from '../src/supervisor.js';
import { tempFolder } from '../src/temp-folder.js';

let folder: string;
beforeAll(async () => {
  folder = await tempFolder('launcher');
});
afterAll(() => rm(folder, { recursive: true, force: true }));

/** Waits as long as anybody would. */
const until = (isSo: () => Promise<void> | void) => vi.waitFor(isSo, { timeout: 60_000, interval: 100 });

describe('a folder in use', () => {
  it('is known by its process, and not by a number that another process has by now', async () => {
    const own = path.join(folder, 'claimed');
    await mkdir(own);
    await claim(own);
    expect(await runningPid(own)).toBe(process.pid);
    await mustBeIdle(own);
    await writeFile(path.join(own, 'running.pid'), `${process.ppid} 1`);
    expect(await runningPid(own)).toBeUndefined();
    await mustBeIdle(own);
    const start = (await readFile(`/proc/${process.ppid}/stat`, 'utf8')).split(') ')[1]!.split(' ')[19]!;
    await writeFile(path.join(own, 'running.pid'), `${process.ppid} ${start}`);
    await expect(mustBeIdle(own)).rejects.toThrow(`Already running as process ${process.ppid}`);
    await writeFile(path.join(own, 'running.pid'), '');
    expect(await runningPid(own)).toBeUndefined();
    await release(own);
    expect(await runningPid(own)).toBeUndefined();
  });
});

describe('a process that is looked after', () => {
  it('is begun anew when it says nothing more, and left alone while it does', async () => {
    const runs = path.join(folder, 'runs');
    const file = path.join(folder, 'hangs.mjs');
    await writeFile(runs, '');
    // The first run hangs once it has said that it lives; the second goes on saying so.
    await writeFile(
      file,
      `import fs from 'node:fs';
       fs.appendFileSync(${JSON.stringify(runs)}, 'x');
       const first = fs.readFileSync(${JSON.stringify(runs)}, 'utf8').length === 1;
       process.send({ ready: true });
       process.send({ beat: true });
       if (first) setTimeout(() => { for (;;); }, 50);
       else setInterval(() => { process.send({ beat: true }); fs.appendFileSync(${JSON.stringify(runs)}, '.'); }, 10);`,
    );
    const watched = new Supervised('It', file, process.env, { quiet: true, restartMs: 10, lookMs: 40 });
    await watched.start(true);
    const first = watched.pid;
    await until(async () => expect(await readFile(runs, 'utf8')).toMatch(/^xx\.+$/));
    const second = watched.pid;
    expect(second).not.toBe(first);
    // So many beats are more looks than a silent one is given.
    await until(async () => expect(await readFile(runs, 'utf8')).toMatch(/^xx\.{80,}$/));
    expect(watched.pid).toBe(second);
    await watched.stop();
  });

  it('is ended when it does not end by itself', async () => {
    const file = path.join(folder, 'deaf.mjs');
    await writeFile(
      file,
      `process.on('SIGTERM', () => undefined); process.send({ ready: true }); setInterval(() => undefined, 1000);`,
    );
    const deaf = new Supervised('It', file, process.env, { quiet: true, endMs: 50 });
    await deaf.start(true);
    const { pid } = deaf;
    await deaf.stop();
    expect(() => process.kill(pid ?? 0, 0)).toThrow('ESRCH');
  });
});

describe('a database of our own', () => {
  let server: PrivateServer;
  const own = () => path.join(folder, 'own');
  const asOwner = async (text: string) => {
    const connection = await mysql.createConnection({ uri: server.ownerUrl });
    try {
      return (await connection.query(text))[0] as Record<string, unknown>[];
    } finally {
      await connection.end();
    }
  };

  it('stands with all it held although its file of secrets is gone, or empty', async () => {
    server = await startPrivateServer(own());
    await asOwner('CREATE TABLE kept (a INT)');
    await asOwner('INSERT INTO kept VALUES (42)');
    await server.stop();
    const secrets = path.join(own(), 'secrets.json');
    const before = await readFile(secrets, 'utf8');
    await rm(secrets);
    server = await startPrivateServer(own());
    expect(await asOwner('SELECT a FROM kept')).toEqual([{ a: 42 }]);
    expect(await readFile(secrets, 'utf8')).not.toBe(before);
    expect((await stat(secrets)).mode & 0o077).toBe(0);
    await server.stop();
    await truncate(secrets);
    server = await startPrivateServer(own());
    expect(await asOwner('SELECT a FROM kept')).toEqual([{ a: 42 }]);
  });

  it('is filled for a demonstration wholly or not at all', async () => {
    const { ownerUrl } = server;
    const reach = { ownerUrl, appUser: APP };
    const half = async () => {
      await asOwner('CREATE TABLE IF NOT EXISTS half (a INT)');
      throw new Error('the power went');
    };
    await expect(fillOnce(own(), reach, half)).rejects.toThrow('the power went');
    expect(await asOwner("SHOW TABLES LIKE 'half'")).toHaveLength(1);
    await fillOnce(own(), reach, () => asOwner('CREATE TABLE whole (a INT)').then(() => undefined));
    expect(await asOwner("SHOW TABLES LIKE 'half'")).toHaveLength(0);
    expect(await asOwner("SHOW TABLES LIKE 'batch'")).toHaveLength(1);
    await fillOnce(own(), reach, () => Promise.resolve());
    expect(await asOwner("SHOW TABLES LIKE 'whole'")).toHaveLength(1);
    await server.stop();
  });
});

describe('a shop', () => {
  it('that finds its port taken says so, and leaves nothing running', async () => {
    const other = net.createServer().listen(0, '127.0.0.1');
    await once(other, 'listening');
    const { port } = other.address() as net.AddressInfo;
    const own = path.join(folder, 'taken');
    await expect(openShop({ folder: own, demo: false, quiet: true, port })).rejects.toThrow(
      `Port ${port} is used by another program`,
    );
    expect(await runningPid(own)).toBeUndefined();
    const pid = await readFile(path.join(own, 'run', 'mariadb.pid'), 'utf8').catch(() => '');
    expect(pid).toBe('');
    other.close();
  });

  it('starts its database again until it stands, however often it fails', async () => {
    const own = path.join(folder, 'revived');
    const shop = await openShop({ folder: own, demo: false, quiet: true, port: await freePorts() });
    const health = () => fetch(`${shop.address}api/v1/health`).then(({ status }) => status);
    expect(await health()).toBe(200);
    // A second application at its port ends, instead of standing there and never being ready.
    const second = new Supervised('It', SERVER_MAIN, shop.env, { quiet: true });
    await expect(second.start(true)).rejects.toThrow('did not start');
    await second.stop();
    // What it needs to start is in the way, as on a full disk, and is freed later.
    const inTheWay = path.join(own, 'run', 'init.sql');
    await mkdir(inTheWay);
    const first = shop.databasePid();
    process.kill(first, 'SIGKILL');
    await until(async () => expect(await health()).toBe(503));
    expect(shop.databasePid()).toBe(first);
    await rmdir(inTheWay);
    await until(async () => expect(await health()).toBe(200));
    await until(() => expect(shop.databasePid()).not.toBe(first));
    await shop.stop();
    expect(await runningPid(own)).toBeUndefined();
  });

  it('opens an invented shop beside itself when it is asked from within, and throws it away', async () => {
    const own = path.join(folder, 'with-practice');
    const shop = await openShop({
      folder: own,
      demo: false,
      quiet: true,
      port: await freePorts(),
      prepare: async (env) => {
        const who = { ZEST_LEAD_NAME: 'Renske', ZEST_LEAD_PASSWORD: 'a boat for three' };
        await run(process.execPath, [path.join(ROOT, 'server/dist/people/commands/add-lead.js')], {
          env: { ...env, ...who },
        });
      },
    });
    const lead = await signIn(shop.address, 'Renske', 'a boat for three');
    const state = () => lead.get<PracticeState>('/practice');
    expect((await state()).state).toBe('none');
    expect([await lead.post('/practice', {}), await lead.post('/practice', {})]).toEqual([200, 200]);
    await until(async () => expect((await state()).state).toBe('open'));
    const there = `http://127.0.0.1:${(await state()).port}/`;
    const ines = await signIn(there, 'Ines', 'lowmarsh');
    expect((await ines.get<unknown[]>('/lots')).length).toBeGreaterThan(10);
    // Neither is in the other, and an invented shop opens no third.
    expect(await lead.get('/lots')).toEqual([]);
    await expect(signIn(there, 'Renske', 'a boat for three')).rejects.toThrow('could not sign in');
    expect((await ines.get<PracticeState>('/practice')).state).toBe('never');
    const databases = async () => {
      const owner = await mysql.createConnection({ uri: shop.ownerUrl });
      const [rows] = await owner.query<mysql.RowDataPacket[]>("SHOW DATABASES LIKE 'zest%practice%'");
      await owner.end();
      return rows.length;
    };
    expect(await databases()).toBe(1);
    await lead.delete('/practice');
    await until(async () => expect((await state()).state).toBe('none'));
    expect(await databases()).toBe(0);
    await expect(fetch(there)).rejects.toThrow();
    await shop.stop();
  });
});
