import { mkdir, mkdtemp, readFile, readdir, rm, stat, truncate, writeFile } from 'node:fs/promises';
import os from 'node:os';
import path from 'node:path';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { BackupState } from '@zest/contract';
import { backUpIfDue, proveBackup } from '@zest/ops';
import { openTestShop, type Hands, type TestShop } from './shop.js';

let shop: TestShop;
let ines: Hands;
let folder: string;
beforeAll(async () => {
  shop = await openTestShop('nightly');
  ines = await shop.signIn('Ines');
  folder = await mkdtemp(path.join(os.tmpdir(), 'zest-nightly-'));
});
afterAll(async () => {
  await shop.close();
  await rm(folder, { recursive: true, force: true });
});

const kept = () => path.join(folder, 'kept');
const at = (text: string) => new Date(`${text}Z`);
const look = (now: Date, more: object = {}) =>
  backUpIfDue({
    ownerUrl: () => shop.ownerUrl,
    folder: kept(),
    spool: path.join(folder, 'spool'),
    now: () => now,
    quiet: true,
    ...more,
  });
const files = async (where = kept()) => (await readdir(where)).filter((f) => f.endsWith('.zest')).sort();
/** What the lead is told at a time. */
const told = async (now = at('2026-03-16T09:00:00')): Promise<BackupState | null> => {
  const was = shop.clock.now();
  shop.clock.set(now);
  shop.app.config.backupFolder = kept();
  const lead = await shop.signIn('Ines');
  const { body } = await lead.get('/safekeeping');
  shop.clock.set(was);
  return body as BackupState | null;
};

describe('backups by themselves', () => {
  it('are told to lead and owner only, and of a demonstration there are none', async () => {
    expect((await ines.get('/safekeeping')).body).toBeNull();
    expect((await (await shop.signIn('Bram')).get('/safekeeping')).status).toBe(403);
    expect(await told()).toMatchObject({ provedAt: null, kept: 0, isBad: true });
  });

  it('are made once a night, proved, and told with their time', async () => {
    expect(await look(at('2026-03-16T09:00:00'))).toBe(true);
    expect(await look(at('2026-03-16T09:10:00'))).toBe(false);
    expect(await files()).toEqual(['zest-2026-03-16T0900Z.zest']);
    const [first] = await files();
    expect(await proveBackup(shop.ownerUrl, path.join(kept(), first!))).toMatch(/^20/);
    expect((await stat(path.join(kept(), first!))).mode & 0o077).toBe(0);
    expect(await told()).toMatchObject({
      provedAt: '2026-03-16T09:00:00.000Z',
      kept: 1,
      trouble: null,
      isBad: false,
    });
    expect(await look(at('2026-03-17T12:00:00'))).toBe(true);
    expect(await files()).toHaveLength(2);
    expect((await told(at('2026-03-19T12:00:00')))?.isBad).toBe(true);
  });

  it('leave nothing of the proof behind, and other files alone', async () => {
    await writeFile(path.join(kept(), 'before-999.zest'), 'of a migration');
    await look(at('2026-03-18T12:00:00'));
    expect(await files()).toContain('before-999.zest');
    const [rows] = (await shop.owner.query("SHOW DATABASES LIKE '%proof%'")) as unknown as [object[]];
    expect(rows).toEqual([]);
  });

  it('that cannot be made are told, and tried again at the next look', async () => {
    const now = at('2026-03-19T12:00:00');
    expect(await look(now, { ownerUrl: () => shop.ownerUrl.replace(/:\d+\//, ':1/') })).toBe(false);
    expect((await told(now))?.trouble).toBeTruthy();
    expect((await told(now))?.isBad).toBe(true);
    const before = (await told(now))?.provedAt;
    expect(before).toBe('2026-03-18T12:00:00.000Z');
    expect(await look(at('2026-03-19T12:10:00'))).toBe(true);
    expect(await told(now)).toMatchObject({ trouble: null, isBad: false });
  });

  it('are brought to a second place, and it is said where that fails', async () => {
    const second = path.join(folder, 'second');
    expect(await look(at('2026-03-20T12:00:00'), { second })).toBe(true);
    expect((await told(at('2026-03-20T13:00:00')))?.trouble).toContain(second);
    await mkdir(second);
    // Only that is done again, not the backup.
    expect(await look(at('2026-03-20T12:20:00'), { second })).toBe(false);
    expect(await told(at('2026-03-20T13:00:00'))).toMatchObject({ trouble: null, isBad: false });
    expect(await files(second)).toEqual(['zest-2026-03-20T1200Z.zest']);
    const [one, two] = await Promise.all(
      [kept(), second].map((where) => readFile(path.join(where, 'zest-2026-03-20T1200Z.zest'))),
    );
    expect(one!.equals(two!)).toBe(true);
  });

  it('that are cut off are no proof', async () => {
    const [name] = (await files()).filter((f) => f.startsWith('zest-'));
    const file = path.join(kept(), name!);
    await truncate(file, (await stat(file)).size - 100);
    await expect(proveBackup(shop.ownerUrl, file)).rejects.toThrow('not complete');
  });
});
