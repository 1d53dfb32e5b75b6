import { stat, writeFile } from 'node:fs/promises';
import path from 'node:path';

/** Debian's library that shows a program another time of day than the machine's. */
export const FAKETIME = { name: 'faketime', program: 'faketime' };

const LIBRARY = ['x86_64-linux-gnu', 'aarch64-linux-gnu', 'arm-linux-gnueabihf'].map(
  (machine) => `/usr/lib/${machine}/faketime/libfaketimeMT.so.1`,
);

/** The time of day of programs started with `env`, set forward and back while they run. */
export interface SteppedClock {
  env: NodeJS.ProcessEnv;
  /** @param seconds ahead of the machine's clock; below nought, behind it */
  step: (seconds: number) => Promise<void>;
}

/** @param folder that every account may enter; undefined where the library is not installed */
export async function steppedClock(folder: string): Promise<SteppedClock | undefined> {
  const library = await firstThere(LIBRARY);
  if (!library) return undefined;
  const file = path.join(folder, 'clock');
  const step = (seconds: number) =>
    writeFile(file, `${seconds < 0 ? '-' : '+'}${Math.abs(seconds)}s\n`, { mode: 0o644 });
  await step(0);
  return {
    step,
    env: {
      LD_PRELOAD: library,
      FAKETIME_TIMESTAMP_FILE: file,
      FAKETIME_NO_CACHE: '1',
      // A clock that is set does not make a wait longer or shorter.
      DONT_FAKE_MONOTONIC: '1',
    },
  };
}

async function firstThere(files: readonly string[]): Promise<string | undefined> {
  for (const file of files) {
    if (await stat(file).catch(() => undefined)) return file;
  }
  return undefined;
}
