import { chmodSync, mkdirSync } from 'node:fs';
import os from 'node:os';
import path from 'node:path';

/** Port and throw-away data of the demonstration that the browser tests use. */
export const PORT = Number(process.env['ZEST_E2E_PORT'] ?? '7391');
export const DATA_FOLDER = path.join(os.tmpdir(), `zest-e2e-${PORT}`);

mkdirSync(DATA_FOLDER, { recursive: true });
chmodSync(DATA_FOLDER, 0o755);
