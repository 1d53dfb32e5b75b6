import { rm } from 'node:fs/promises';
import { expect, it } from 'vitest';
import { FAKETIME } from '../src/bench/stepped-clock.js';
import { soak } from '../src/bench/soak.js';
import { MARIADB, ensurePackages } from '../src/packages.js';
import { tempFolder } from '../src/temp-folder.js';

it('ten benches, 900 entries, three kills each of application and database, a freeze, a full disk, a clock set back and forth, lines cut: nothing accepted is lost or doubled', async () => {
  await ensurePackages([MARIADB, FAKETIME]);
  const folder = await tempFolder('soak');
  try {
    const report = await soak({
      folder,
      seed: 20_260_316,
      benches: 10,
      entries: 900,
      kills: 3,
      freezes: 1,
      fills: 1,
      steps: 4,
    });
    expect(report).toMatchObject({
      lost: 0,
      doubled: 0,
      massDifferenceMg: 0,
      appKills: 3,
      databaseKills: 3,
      freezes: 1,
      // Not everybody may make a disk to fill.
      fills: report.onSmallDisk ? 1 : 0,
      steps: 4,
      silentReads: [],
    });
    if (report.onSmallDisk) expect(report.refusedWhenFull).toBeGreaterThan(0);
    expect(report.cuts).toBeGreaterThan(0);
    expect(report.accepted).toBeGreaterThanOrEqual(900);
    expect(report.repeats).toBeGreaterThan(0);
  } finally {
    await rm(folder, { recursive: true, force: true });
  }
});
