import { mkdtemp, mkdir, readFile, readdir, rm, stat, writeFile } from 'node:fs/promises';
import os from 'node:os';
import path from 'node:path';
import { createHash } from 'node:crypto';
import { create, extract } from 'tar';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { makeBackup, restoreBackup } from '@zest/ops';
import { verifyLedger } from '../src/ledger/index.js';
import { openSmallBatch, openTestShop, type Hands, type TestShop } from './shop.js';

let shop: TestShop;
let ines: Hands;
let folder: string;
let spool: string;
let good: string;
const kept: Record<string, unknown> = {};

/** What a backup is for: every row of every table but the sessions, which end. */
async function everything(): Promise<Record<string, string>> {
  const [tables] = (await shop.owner.query('SHOW TABLES FROM $db')) as unknown as [Record<string, string>[]];
  const sums: Record<string, string> = {};
  for (const name of tables.map((t) => Object.values(t)[0]!).filter((t) => t !== 'session')) {
    const [rows] = (await shop.owner.query(`SELECT * FROM $db.\`${name}\``)) as unknown as [object[]];
    const texts = rows.map((row) => JSON.stringify(row)).sort();
    sums[name] = `${rows.length} ${createHash('sha256').update(texts.join('\n')).digest('hex')}`;
  }
  return sums;
}

async function rowsOf(table: string): Promise<number> {
  const [rows] = (await shop.owner.query(`SELECT COUNT(*) AS n FROM $db.${table}`)) as unknown as [
    { n: number }[],
  ];
  return Number(rows[0]!.n);
}

beforeAll(async () => {
  shop = await openTestShop('backup');
  ines = await shop.signIn('Ines');
  folder = await mkdtemp(path.join(os.tmpdir(), 'zest-backup-test-'));
  spool = path.join(folder, 'spool');
  good = path.join(folder, 'good.zest');
  await mkdir(spool);
  await writeFile(path.join(spool, 'label-1.pdf'), Buffer.from([0x25, 0x50, 0, 255, 10, 13]));
  const lots = (await ines.get('/lots')).body as { id: string }[];
  // A picture is bytes of every kind.
  const bytes = Buffer.from(Array.from({ length: 4096 }, (_, i) => (i * 7) % 256)).toString('hex');
  await shop.owner.query(
    `INSERT INTO $db.lot_photo (id, lot_id, image, at, person_id)
     VALUES (UUID(), '${lots[0]!.id}', X'${bytes}', NOW(3), '${ines.id}')`,
  );
  kept['before'] = await everything();
  await makeBackup(shop.ownerUrl, spool, good);
});
afterAll(async () => {
  await shop.close();
  await rm(folder, { recursive: true, force: true });
});

describe('a backup with a pass-phrase', () => {
  const passphrase = 'four boats on the slip';

  it('holds the keys of the shop too, says nothing without it, and comes back whole with it', async () => {
    const certificates = path.join(folder, 'certificates');
    await mkdir(certificates);
    await writeFile(path.join(certificates, 'authority.key.pem'), 'a key');
    const sealed = path.join(folder, 'sealed.zest');
    await makeBackup(shop.ownerUrl, spool, sealed, { passphrase, certificates });
    for (const words of ['Ternquay', 'manifest.json', 'a key'])
      expect((await readFile(sealed)).includes(words)).toBe(false);
    await rm(certificates, { recursive: true });
    const restore = (more: object) => restoreBackup(shop.ownerUrl, spool, sealed, { certificates, ...more });
    await expect(restore({})).rejects.toThrow('locked by a pass-phrase');
    await expect(restore({ passphrase: 'five boats on the slip' })).rejects.toThrow('not the one');
    expect(await everything()).toEqual(kept['before']);
    await restore({ passphrase });
    expect(await everything()).toEqual(kept['before']);
    expect(await readFile(path.join(certificates, 'authority.key.pem'), 'utf8')).toBe('a key');
    expect((await stat(certificates)).mode & 0o077).toBe(0);
    await expect(
      makeBackup(shop.ownerUrl, spool, path.join(folder, 'short.zest'), { passphrase: 'boats' }),
    ).rejects.toThrow('at least 12');
  });

  it('is the only one that brings keys: an open one from somebody else brings none', async () => {
    const forged = await changed('forged', async (at) => {
      await mkdir(path.join(at, 'certificates'));
      await writeFile(path.join(at, 'certificates', 'authority.key.pem'), 'theirs');
    });
    const certificates = path.join(folder, 'own-certificates');
    await restoreBackup(shop.ownerUrl, spool, forged, { passphrase, certificates });
    await expect(stat(certificates)).rejects.toThrow();
  });
});

/** A backup taken apart, changed and put together again. */
async function changed(name: string, change: (at: string) => Promise<void>): Promise<string> {
  const at = path.join(folder, `unpacked-${name}`);
  await mkdir(at);
  await extract({ file: good, cwd: at });
  await change(at);
  const file = path.join(folder, `${name}.zest`);
  await create({ gzip: true, file, cwd: at }, await readdir(at));
  return file;
}

/** The same with a manifest that agrees with the change: made by somebody who knows how. */
async function crafted(name: string, sql: (dump: string) => string): Promise<string> {
  return changed(name, async (at) => {
    const dump = sql(await readFile(path.join(at, 'data.sql'), 'utf8'));
    await writeFile(path.join(at, 'data.sql'), dump);
    const file = path.join(at, 'manifest.json');
    const manifest = JSON.parse(await readFile(file, 'utf8')) as { files: Record<string, object> };
    const sha256 = createHash('sha256').update(dump).digest('hex');
    manifest.files['data.sql'] = { bytes: Buffer.byteLength(dump), sha256 };
    await writeFile(file, JSON.stringify(manifest));
  });
}

describe('a backup', () => {
  it('is whole under its name, for its owner alone, and never written over', async () => {
    expect((await stat(good)).mode & 0o077).toBe(0);
    expect((await readdir(folder)).filter((f) => f.endsWith('.part'))).toEqual([]);
    await expect(makeBackup(shop.ownerUrl, spool, good)).rejects.toThrow('exists already');
  });

  it('brings everything back, pictures and labels too, and everybody signs in again', async () => {
    await openSmallBatch(ines, 2_000_000);
    await shop.owner.query('DELETE FROM $db.lot_photo');
    await rm(path.join(spool, 'label-1.pdf'));
    expect(await everything()).not.toEqual(kept['before']);
    await restoreBackup(shop.ownerUrl, spool, good);
    expect(await everything()).toEqual(kept['before']);
    expect([...(await readFile(path.join(spool, 'label-1.pdf')))]).toEqual([0x25, 0x50, 0, 255, 10, 13]);
    expect(await rowsOf('session')).toBe(0);
    ines = await shop.signIn('Ines');
    expect((await ines.get('/lots')).status).toBe(200);
    await openSmallBatch(ines, 2_000_000);
    expect(await verifyLedger(shop.app.db)).toEqual([]);
  });

  it.each<[string, () => Promise<string>, string]>([
    ['an empty file', () => written('empty', Buffer.alloc(0)), 'no backup'],
    ['half a file', async () => written('half', (await readFile(good)).subarray(0, 20_000)), 'not complete'],
    ['a foreign file', () => written('foreign', Buffer.from('-- SQL dump\nDROP TABLE lot;')), 'no backup'],
    [
      'a file with another word in it',
      () =>
        changed('other', async (at) => {
          const dump = await readFile(path.join(at, 'data.sql'), 'utf8');
          await writeFile(path.join(at, 'data.sql'), dump.replace('Ines', 'Ivan'));
        }),
      'changed or damaged',
    ],
    ['a file without its data', () => changed('bare', (at) => rm(path.join(at, 'data.sql'))), 'missing'],
    [
      'a file that lacks rows it says it has',
      () => crafted('rows', (dump) => dump.replace(/INSERT INTO `lot_photo`[^;]*;/, '')),
      'not all rows of lot_photo',
    ],
    [
      'a file that runs a command of the machine',
      () => crafted('command', (dump) => `\\! touch ${folder}/owned\nsystem touch ${folder}/owned\n${dump}`),
      'could not be read',
    ],
    [
      'a file that reaches into another database',
      () => crafted('reach', (dump) => `DROP TABLE \`zest_backup\`.\`lot_photo\`;\n${dump}`),
      'could not be read',
    ],
  ])('is refused when it is %s, and nothing is changed', async (_what, make, says) => {
    const file = await make();
    const before = await everything();
    await expect(restoreBackup(shop.ownerUrl, spool, file)).rejects.toThrow(says);
    expect(await everything()).toEqual(before);
    expect((await ines.get('/lots')).status).toBe(200);
    await expect(stat(path.join(folder, 'owned'))).rejects.toThrow();
  });
});

async function written(name: string, bytes: Buffer): Promise<string> {
  const file = path.join(folder, `${name}.zest`);
  await writeFile(file, bytes);
  return file;
}
