import { rm } from 'node:fs/promises';
import { expect, it } from 'vitest';
import { soak } from '../src/bench/soak.js';
import { tempFolder } from '../src/temp-folder.js';

it('ten benches, 1 500 entries, five kills each of application and database, one freeze, lines cut: nothing accepted is lost or doubled', async () => {
  const folder = await tempFolder('soak');
  try {
    const report = await soak({ folder, seed: 20_260_316, benches: 10, entries: 1500, kills: 5, freezes: 1 });
    expect(report).toMatchObject({
      lost: 0,
      doubled: 0,
      massDifferenceMg: 0,
      appKills: 5,
      databaseKills: 5,
      freezes: 1,
      silentReads: [],
    });
    expect(report.cuts).toBeGreaterThan(0);
    expect(report.accepted).toBeGreaterThanOrEqual(1500);
    expect(report.repeats).toBeGreaterThan(0);
  } finally {
    await rm(folder, { recursive: true, force: true });
  }
});
