import { readFile } from 'node:fs/promises';
import path from 'node:path';
import { z } from 'zod';
import type { BackupState } from '@zest/contract';

/** A backup is made each night; one that is older than this was missed. */
const OLD_MS = 36 * 3_600_000;

const written = z.object({
  provedAt: z.iso.datetime().nullable(),
  file: z.string().nullable(),
  bytes: z.number(),
  kept: z.int(),
  trouble: z.string().nullable(),
});

/** What the launcher wrote down of its backups; where nothing can be read there is none. */
export async function backupState(folder: string | undefined, now: Date): Promise<BackupState | null> {
  if (folder === undefined) return null;
  const text = await readFile(path.join(folder, 'state.json'), 'utf8').catch(() => '');
  const state = read(text) ?? { provedAt: null, file: null, bytes: 0, kept: 0, trouble: null };
  const ageMs = state.provedAt === null ? Infinity : now.getTime() - Date.parse(state.provedAt);
  return { ...state, isBad: state.trouble !== null || ageMs > OLD_MS };
}

function read(text: string): z.infer<typeof written> | undefined {
  try {
    return written.parse(JSON.parse(text));
  } catch {
    return undefined;
  }
}
