import { chmodSync, mkdtempSync } from 'node:fs';
import os from 'node:os';
import path from 'node:path';

/** Chosen once by the first process and handed to its workers through the environment. */
function once(name: string, choose: () => string): string {
  return (process.env[name] ??= choose());
}

/** Port of the demonstration that the browser tests use. */
export const PORT = Number(once('ZEST_E2E_PORT', () => String(20_000 + (process.pid % 20_000))));

/** Its throw-away data. */
export const DATA_FOLDER = once('ZEST_E2E_DATA', () => {
  const folder = mkdtempSync(path.join(os.tmpdir(), 'zest-e2e-'));
  chmodSync(folder, 0o755);
  return folder;
});
