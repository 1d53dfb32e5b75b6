import { chmod, mkdtemp } from 'node:fs/promises';
import os from 'node:os';
import path from 'node:path';

/** A new folder for throw-away data that the database's own user can reach. */
export async function tempFolder(name: string): Promise<string> {
  const folder = await mkdtemp(path.join(os.tmpdir(), `zest-${name}-`));
  await chmod(folder, 0o755);
  return folder;
}
