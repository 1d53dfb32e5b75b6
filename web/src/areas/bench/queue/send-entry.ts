import { ROUTES } from '@zest/contract';
import { ApiProblem, call } from '../../../data/api.js';
import type { KeptEntry } from './entry.js';
import type { Sent } from './entry-queue.js';

/** What the hand is told of an entry that came after its batch was finished. */
const WAITS = 'The batch was finished before it came: it waits for the lead.';

/** Sends one entry of the device; one that could not be sent before says so, and then always stands. */
export async function sendEntry(kept: KeptEntry): Promise<Sent> {
  try {
    return isKeptForLead(await post(kept)) ? { kind: 'refused', sentence: WAITS } : { kind: 'taken' };
  } catch (error) {
    if (!(error instanceof ApiProblem)) return { kind: 'away' };
    const { status } = error.problem;
    if (status === 401 || status === 429 || status >= 500) return { kind: 'away' };
    return { kind: 'refused', sentence: error.message };
  }
}

function post({ batchId, entry, offline, madeBy }: KeptEntry): Promise<unknown> {
  const params = { id: batchId };
  const late = offline ? { offline: true, madeBy } : {};
  switch (entry.kind) {
    case 'weighing':
      return call(ROUTES.recordWeighing, { params, body: { ...entry.body, ...late } });
    case 'out':
      return call(ROUTES.recordMassOut, { params, body: { ...entry.body, ...late } });
    case 'reading':
      return call(ROUTES.recordReading, { params, body: { ...entry.body, ...late } });
    case 'casing':
      return call(ROUTES.recordCasing, { params, body: { ...entry.body, ...late } });
    case 'mark':
      return call(ROUTES.recordMark, { params, body: { ...entry.body, ...late } });
    case 'close': {
      const { id, stepId, version } = entry.body;
      return call(ROUTES.closeStep, {
        params: { id: batchId, stepId },
        body: { id, version, offline: true },
      });
    }
  }
}

/** The server has it, and books nothing before the lead has said so. */
function isKeptForLead(answer: unknown): boolean {
  return typeof answer === 'object' && answer !== null && 'waits' in answer && answer.waits === true;
}
