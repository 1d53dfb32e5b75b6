import { mkdir, open, rm, statfs } from 'node:fs/promises';
import path from 'node:path';
import { quiet } from '../run.js';

/** A disk of its own that can be filled to the last byte and freed again. */
export interface SmallDisk {
  folder: string;
  /** Takes all the room there is left. */
  fill: () => Promise<void>;
  free: () => Promise<void>;
  /** The disk goes with all that is on it. */
  remove: () => Promise<void>;
}

/**
 * A disk in memory at a folder; undefined where this account may not make one.
 *
 * @param mb its size
 */
export async function smallDisk(folder: string, mb: number): Promise<SmallDisk | undefined> {
  await mkdir(folder, { recursive: true });
  const mounting = ['-t', 'tmpfs', '-o', `size=${mb}m,mode=0755`, 'tmpfs', folder];
  const isMade = await quiet('mount', mounting, 'Making a small disk').then(
    () => true,
    () => false,
  );
  if (!isMade) return undefined;
  const ballast = path.join(folder, 'ballast');
  return {
    folder,
    fill: () => fill(ballast),
    free: () => rm(ballast, { force: true }),
    remove: async () => {
      await quiet('umount', [folder], 'Taking the small disk away');
    },
  };
}

const CHUNK = 64 * 1024;

async function fill(file: string): Promise<void> {
  const { bavail, bsize } = await statfs(path.dirname(file));
  const handle = await open(file, 'w');
  const chunk = Buffer.alloc(CHUNK, 1);
  try {
    // Others write meanwhile: what is asked for is more than there is.
    for (let left = bavail * bsize + 64 * CHUNK; left > 0; left -= CHUNK) await handle.write(chunk);
  } catch (error) {
    if (!(error instanceof Error && 'code' in error && error.code === 'ENOSPC')) throw error;
  } finally {
    await handle.close();
  }
}
