import { mkdir, readFile, rm, writeFile } from 'node:fs/promises';
import path from 'node:path';
import mysql from 'mysql2/promise';
import { afterAll, beforeAll, expect, it } from 'vitest';
import { makeBackup } from '../src/backup/make.js';
import { signIn } from '../src/bench/client.js';
import { throwawayDemo } from '../src/bench/throwaway-demo.js';
import { freePorts } from '../src/database/free-port.js';
import { ROOT } from '../src/paths.js';
import { quiet } from '../src/run.js';
import { openShop } from '../src/shop.js';
import { tempFolder } from '../src/temp-folder.js';

const PASSPHRASE = 'four boats on the slip';
let folder: string;
beforeAll(async () => {
  folder = await tempFolder('worst');
});
afterAll(() => rm(folder, { recursive: true, force: true }));

/** What ends or goes on with the machine: everything else must come back. */
const PASSING = new Set(['session', 'live_event', 'device_shown', 'sign_in_attempt']);

async function sumsOf(ownerUrl: string): Promise<Record<string, string>> {
  const owner = await mysql.createConnection({ uri: ownerUrl });
  const [tables] = await owner.query<mysql.RowDataPacket[]>('SHOW TABLES');
  const names = tables.map((row) => String(Object.values(row)[0])).filter((name) => !PASSING.has(name));
  const [rows] = await owner.query<mysql.RowDataPacket[]>(
    `CHECKSUM TABLE ${names.map((n) => `\`${n}\``).join(', ')}`,
  );
  await owner.end();
  return Object.fromEntries(
    rows.map((row) => [String(row['Table']).replace(/^.*\./, ''), String(row['Checksum'])]),
  );
}

it('a machine that has nothing but the program and the newest backup is the shop again, to every row', async () => {
  const first = path.join(folder, 'first');
  const saved = path.join(folder, 'second-disk.zest');
  const shop = await throwawayDemo(first);
  const certificates = path.join(first, 'certificates');
  await mkdir(certificates, { recursive: true });
  await writeFile(path.join(certificates, 'authority.key.pem'), 'the key that tablets trust');
  const spool = path.join(first, 'spool');
  await mkdir(spool, { recursive: true });
  await writeFile(path.join(spool, 'tub-B7-L1.pdf'), 'a label');
  await makeBackup(shop.ownerUrl, spool, saved, { passphrase: PASSPHRASE, certificates });
  const sums = await sumsOf(shop.ownerUrl);
  await shop.stop();
  await rm(first, { recursive: true });

  const bare = path.join(folder, 'bare');
  const env = { ...process.env, ZEST_DATA: bare, ZEST_BACKUP_PASSPHRASE: PASSPHRASE };
  const zest = (...args: string[]) =>
    quiet(process.execPath, [path.join(ROOT, 'ops/dist/main.js'), ...args], 'It', { env });
  expect(await zest('restore', saved)).toContain('Everybody signs in again.');
  expect(await zest('db', 'verify')).toContain('The balances equal the sums of the ledger.');
  const again = await openShop({
    folder: path.join(bare, 'shop'),
    demo: false,
    quiet: true,
    port: await freePorts(),
  });
  try {
    expect(await sumsOf(again.ownerUrl)).toEqual(sums);
    expect(Object.keys(sums).length).toBeGreaterThan(40);
    const ines = await signIn(again.address, 'Ines', 'lowmarsh');
    expect((await ines.get<unknown[]>('/batches')).length).toBeGreaterThan(10);
    const kept = (name: string) => readFile(path.join(bare, 'shop', name), 'utf8');
    expect(await kept('certificates/authority.key.pem')).toBe('the key that tablets trust');
    expect(await kept('spool/tub-B7-L1.pdf')).toBe('a label');
  } finally {
    await again.stop();
  }
});
