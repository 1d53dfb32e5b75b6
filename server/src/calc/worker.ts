import { parentPort } from 'node:worker_threads';
import { ZodError } from 'zod';
import { issuesOf } from '@zest/contract';
import { InputError } from '@zest/core';
import { CALCULATIONS } from './calculations.js';
import type { Asked, Answered } from './pool.js';
import { solver } from './solver.js';

/** One calculation after the other, off the thread that answers the benches. */
parentPort?.on('message', ({ name, body }: Asked) => {
  // The time that it takes to begin is nobody's fault.
  parentPort?.postMessage({ kind: 'begun' } satisfies Answered);
  void answer(name, body).then((answered) => parentPort?.postMessage(answered));
});

async function answer(name: string, body: unknown): Promise<Answered> {
  try {
    const calculation = CALCULATIONS[name];
    if (!calculation) throw new Error(`There is no calculation called "${name}".`);
    return { kind: 'answer', answer: { ...(await calculation.run(body, { solver })) } };
  } catch (error) {
    if (error instanceof ZodError) return { kind: 'refused', issues: issuesOf(error) };
    if (error instanceof InputError) return { kind: 'refused', issues: error.issues };
    return { kind: 'broken', message: error instanceof Error ? error.message : String(error) };
  }
}
