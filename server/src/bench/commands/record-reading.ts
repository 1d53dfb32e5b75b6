import { traitsOf, type StepFact } from '@zest/core';
import type { NewReading, Recorded } from '@zest/contract';
import { readBy } from '../../devices/index.js';
import type { AppContext } from '../../platform/app-context.js';
import { DUPLICATE_KEY, errnoOf } from '../../platform/database-errors.js';
import { announceEntry, findReading, writeReading, type KnownReading } from '../store/entries.js';
import { headOf, idReused, namesOf } from './entry-rules.js';
import type { Maker } from './made-by.js';
import { writeEntry } from './write-entry.js';

/** A temperature, minutes, tack test, count or sample weight; written once. */
export async function recordReading(
  app: AppContext,
  maker: Maker,
  batchId: string,
  body: NewReading,
): Promise<Recorded> {
  const known = await findReading(app.db, body.id);
  if (known) return repeated(known, body);
  const now = app.now();
  const head = headOf(maker, batchId, body.deviceTime, now);
  const { id, stepId, kind, value, load = 0 } = body;
  const reading = { id, stepId, kind, value, load, transferId: null };
  try {
    const source = await writeEntry(app, head, body.offline, {
      named: 'step',
      stepId: () => stepId,
      plan: (_facts, { document }) => readBy(app, body, { kind, value, inCore: isInCore(kind, document) }),
      write: (tx, source) => {
        writeReading(tx, head, { ...reading, ...source });
        const fact = { ...reading, at: head.at.toISOString(), ...namesOf(maker, head), how: source.how };
        announceEntry(tx, head, { readings: [fact] }, []);
      },
    });
    void app.hub.poll();
    return { id, how: source.how, found: false };
  } catch (error) {
    const written = errnoOf(error) === DUPLICATE_KEY ? await findReading(app.db, id) : undefined;
    if (!written) throw error;
    return repeated(written, body);
  }
}

/** A patty's core, or a temperature that cooks: read in the piece, not beside it. */
function isInCore(kind: string, document: StepFact['document']): boolean {
  return kind === 'core' || traitsOf(document).heat === 'lethal';
}

function repeated(known: KnownReading, body: NewReading): Recorded {
  if (known.stepId !== body.stepId || known.kind !== body.kind || known.value !== body.value)
    throw idReused();
  return { id: body.id, how: known.how, found: false };
}
