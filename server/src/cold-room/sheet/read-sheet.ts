import { fileURLToPath } from 'node:url';
import { Worker } from 'node:worker_threads';
import { inputError, type NumberStyle } from '@zest/core';

export type SheetRead = { kind: 'rows'; rows: string[][] } | { kind: 'refused'; sentence: string };

/** So long may reading a file take, ms, and so much memory its thread. */
const LIMIT_MS = 10_000;
const MOST_MB = 256;

/** Under the tests the sources run; a thread needs what was built of them. */
const FILE = fileURLToPath(new URL('./sheet-worker.js', import.meta.url)).replace('/src/', '/dist/');

let turn: Promise<unknown> = Promise.resolve();

/**
 * Cells of the first sheet of an XLSX file; dates as days. It is read in a thread of its own, one file after the
 * other: whatever the file is, no bench waits for it, and what takes too long or too much is given up.
 *
 * @throws InputError at `note` with what is wrong with the file
 */
export function readSheet(bytes: Uint8Array, mark: NumberStyle, limitMs = LIMIT_MS): Promise<string[][]> {
  const mine = turn.then(() => readOne(bytes, mark, limitMs));
  turn = mine.catch(() => undefined);
  return mine;
}

async function readOne(bytes: Uint8Array, mark: NumberStyle, limitMs: number): Promise<string[][]> {
  const worker = new Worker(FILE, {
    workerData: { bytes, mark },
    resourceLimits: { maxOldGenerationSizeMb: MOST_MB },
  });
  let timer: NodeJS.Timeout | undefined;
  try {
    const read = await new Promise<SheetRead>((resolve, reject) => {
      timer = setTimeout(() => reject(new Error('too long')), limitMs);
      worker.once('message', resolve);
      worker.once('error', reject);
    });
    if (read.kind === 'rows') return read.rows;
    throw inputError('note', read.sentence);
  } catch (error) {
    if (error instanceof Error && error.name === 'InputError') throw error;
    throw inputError('note', 'The file takes too long to read. Save the one sheet as CSV and try again.');
  } finally {
    clearTimeout(timer);
    await worker.terminate();
  }
}
