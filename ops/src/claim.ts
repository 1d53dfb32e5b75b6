import { readFile, rm, writeFile } from 'node:fs/promises';
import path from 'node:path';
import { Failure } from './say.js';

const FILE = 'running.pid';

/** One launcher a folder: two would fight over the same data. */
export async function claim(folder: string): Promise<void> {
  await mustBeIdle(folder);
  await writeFile(path.join(folder, FILE), `${process.pid} ${(await startOf(process.pid)) ?? ''}`);
}

/** @throws Failure when another launcher runs on this folder */
export async function mustBeIdle(folder: string): Promise<void> {
  const pid = await runningPid(folder);
  if (pid !== undefined && pid !== process.pid)
    throw new Failure(`Already running as process ${pid}; stop that one first.`);
}

/**
 * The process that runs on a folder. A number that was left behind and belongs to another process by now is none:
 * the time at which it began is written beside it.
 */
export async function runningPid(folder: string): Promise<number | undefined> {
  const text = await readFile(path.join(folder, FILE), 'utf8').catch(() => '');
  const [pid = NaN, begun = NaN] = text.trim().split(' ').map(Number);
  if (!(pid > 0)) return undefined;
  const now = await startOf(pid);
  return now !== undefined && (Number.isNaN(begun) || begun === now) ? pid : undefined;
}

export async function release(folder: string): Promise<void> {
  for (const name of [FILE, 'reach.json']) await rm(path.join(folder, name), { force: true });
}

/** When a process began, in ticks since the machine did; undefined where there is none. */
async function startOf(pid: number): Promise<number | undefined> {
  const stat = await readFile(`/proc/${pid}/stat`, 'utf8').catch(() => undefined);
  // The name of the program, in brackets, may hold spaces; the start is the 22nd field.
  return stat === undefined ? undefined : Number(stat.slice(stat.lastIndexOf(')') + 2).split(' ')[19]);
}
