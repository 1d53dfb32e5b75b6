import { shutDoors, type BatchFacts, type Missing } from '@zest/core';
import { mustLoad, numbersOf, shopFacts } from '../../batches/index.js';
import type { Db } from '../../platform/database.js';
import { notFound } from '../../platform/problem.js';

/** Everything of a batch that entries do not change, with the number at which it last did. */
export interface Frame {
  frameN: number;
  facts: BatchFacts;
  /** Steps at which nothing is entered before the lead has signed, as they stood when it was read. */
  shut: ReadonlyMap<string, Missing>;
}

const KEPT = 200;
const known = new Map<string, Frame>();
const coming = new Map<string, Promise<Frame>>();

/**
 * The frame of a batch as this process last read it. It may be behind: whoever writes by it says so in
 * the write, which then touches nothing. All who ask while it is being read wait for the one reading: when a process
 * starts, every bench asks at once.
 * @throws HttpProblem 404 when there is no such batch
 */
export async function frameOf(db: Db, batchId: string, now: Date): Promise<Frame> {
  const frame = known.get(batchId);
  if (frame) return frame;
  const begun = coming.get(batchId);
  if (begun) return begun;
  const reading = read(db, batchId, now);
  coming.set(batchId, reading);
  try {
    const fresh = await reading;
    if (coming.get(batchId) === reading) keep(batchId, fresh);
    return fresh;
  } finally {
    if (coming.get(batchId) === reading) coming.delete(batchId);
  }
}

async function read(db: Db, batchId: string, now: Date): Promise<Frame> {
  // The number first: what changes in between only makes the frame newer than it says.
  const numbers = await numbersOf(db, batchId);
  if (!numbers) throw notFound('This batch');
  const facts = await mustLoad(db, batchId);
  const shut = shutDoors(facts, await shopFacts(db, now));
  return { frameN: numbers.frameN, facts, shut };
}

function keep(batchId: string, frame: Frame): void {
  if (known.size >= KEPT) known.clear();
  known.set(batchId, frame);
}

/** Reads the frame anew the next time; what is being read already may be behind, and is kept by nobody. */
export function forgetFrame(batchId: string): void {
  known.delete(batchId);
  coming.delete(batchId);
}
