import { spawn } from 'node:child_process';
import { once } from 'node:events';
import { readFile, readdir, rm } from 'node:fs/promises';
import path from 'node:path';
import { afterAll, beforeAll, describe, expect, it, vi } from 'vitest';
import { runningPid } from '../src/claim.js';
import { freePorts } from '../src/database/free-port.js';
import { startPrivateServer } from '../src/database/private-server.js';
import { MARIADB, ensurePackages } from '../src/packages.js';
import { ROOT } from '../src/paths.js';
import { tempFolder } from '../src/temp-folder.js';

let folder: string;
beforeAll(async () => {
  await ensurePackages([MARIADB]);
  folder = await tempFolder('standing');
});
afterAll(() => rm(folder, { recursive: true, force: true }));

const until = (isSo: () => Promise<void> | void) => vi.waitFor(isSo, { timeout: 60_000, interval: 20 });

/** The process whose command line holds a word; undefined where there is none. */
async function processWith(word: string): Promise<number | undefined> {
  for (const pid of (await readdir('/proc')).filter((name) => /^\d+$/.test(name))) {
    const command = await readFile(`/proc/${pid}/cmdline`, 'utf8').catch(() => '');
    if (command.split('\0').includes(word)) return Number(pid);
  }
  return undefined;
}

describe('a database that takes its time', () => {
  it('is waited for however long it is, is told of once, and is never ended', async () => {
    const own = path.join(folder, 'slow');
    await (await startPrivateServer(own)).stop();
    const said = vi.spyOn(process.stdout, 'write').mockReturnValue(true);
    const told = () => said.mock.calls.filter(([text]) => String(text).includes('still coming up'));
    try {
      const starting = startPrivateServer(own, { longMs: 150 });
      // It stands still as one does that reads a long log.
      let pid: number | undefined;
      await until(async () => {
        pid = await processWith(`--datadir=${path.join(own, 'mariadb')}`);
        expect(pid).toBeDefined();
      });
      process.kill(pid ?? 0, 'SIGSTOP');
      await until(() => expect(told()).toHaveLength(1));
      process.kill(pid ?? 0, 'SIGCONT');
      const server = await starting;
      expect(server.pid).toBe(pid);
      expect(told()).toHaveLength(1);
      await server.stop();
    } finally {
      said.mockRestore();
    }
  });
});

describe('Ctrl-C', () => {
  it('twice closes the database in good order all the same, and says so', async () => {
    const data = path.join(folder, 'twice');
    const shop = path.join(data, 'shop');
    const child = spawn(process.execPath, [path.join(ROOT, 'ops/dist/main.js'), 'start'], {
      env: {
        ...process.env,
        ZEST_DATA: data,
        ZEST_PORT: String(await freePorts()),
        ZEST_LEAD_NAME: 'Ines',
        ZEST_LEAD_PASSWORD: 'lowmarsh-harbour',
      },
    });
    let output = '';
    let times = 0;
    child.stdout.on('data', (chunk: Buffer) => {
      output += chunk.toString();
      const wanted = output.includes('Stopping …') ? 2 : output.includes('Ctrl-C stops it.') ? 1 : 0;
      if (times < wanted) {
        times += 1;
        child.kill('SIGINT');
      }
    });
    const [code] = (await once(child, 'exit')) as [number];
    expect(output).toContain('It is stopping already');
    expect([code, times]).toEqual([0, 2]);
    expect(await runningPid(shop)).toBeUndefined();
    expect(await processWith(`--datadir=${path.join(shop, 'mariadb')}`)).toBeUndefined();
    const log = await readFile(path.join(shop, 'run', 'mariadb.log'), 'utf8');
    expect(log.trimEnd().split('\n').at(-1)).toContain('Shutdown complete');
  });
});
