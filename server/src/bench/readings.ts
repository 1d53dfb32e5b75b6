import type { NewMark, NewReading, Recorded } from '@zest/contract';
import { offsetOf } from '../devices/index.js';
import type { AppContext } from '../platform/app-context.js';
import { DUPLICATE_KEY, errnoOf } from '../platform/database.js';
import { announce } from '../platform/live.js';
import { notFound } from '../platform/problem.js';
import { eventTime, idReused, isLate, noticeLate, sourceOf } from './entry-rules.js';
import type { Hand } from './made-by.js';
import * as store from './store.js';

/** A temperature, minutes, tack test, count or sample weight. */
export async function recordReading(
  app: AppContext,
  person: Hand,
  batchId: string,
  body: NewReading,
): Promise<Recorded> {
  const known = await store.findReading(app.db, body.id);
  if (known) return repeatedReading(known, body);
  const step = await store.stepContext(app.db, batchId, body.stepId);
  if (!step) throw notFound('This step of the batch');
  const late = isLate(step, body.offline);
  const how = await readingSource(app, body);
  const now = app.now();
  try {
    await app.db.transaction(async (tx) => {
      store.addReading(tx, {
        id: body.id,
        batchId,
        stepId: body.stepId,
        kind: body.kind,
        value: body.value,
        load: body.load ?? 0,
        at: eventTime(body.deviceTime, now),
        now,
        personId: person.id,
        deviceId: how === 'scale' ? (body.readingId ?? null) : null,
        how,
      });
      if (late) noticeLate(tx, batchId, step, eventTime(body.deviceTime, now), now);
      announce(tx, now, { topic: 'batch', batchId });
    });
  } catch (error) {
    const written = errnoOf(error) === DUPLICATE_KEY ? await store.findReading(app.db, body.id) : undefined;
    if (!written) throw error;
    return repeatedReading(written, body);
  }
  void app.hub.poll();
  return { id: body.id, how, found: false };
}

/** Something said or ticked. It is never refused for the state of the step. */
export async function recordMark(
  app: AppContext,
  person: Hand,
  batchId: string,
  body: NewMark,
  secondPersonId: string | null = null,
): Promise<Recorded> {
  const now = app.now();
  if (body.stepId !== null && !(await store.stepContext(app.db, batchId, body.stepId))) {
    throw notFound('This step of the batch');
  }
  if (!(await store.batchExists(app.db, batchId))) throw notFound('This batch');
  const mark = {
    id: body.id,
    batchId,
    stepId: body.stepId,
    kind: body.kind,
    subject: body.subject ?? '',
    note: body.note ?? '',
    value: body.value ?? null,
  };
  try {
    await app.db.transaction(async (tx) => {
      store.addMark(tx, {
        ...mark,
        at: eventTime(body.deviceTime, now),
        now,
        personId: person.id,
        secondPersonId,
      });
      announce(tx, now, { topic: 'batch', batchId });
    });
  } catch (error) {
    const known = errnoOf(error) === DUPLICATE_KEY ? await store.findMark(app.db, body.id) : undefined;
    if (!known) throw error;
    if (known.batchId !== batchId || known.kind !== mark.kind || known.subject !== mark.subject)
      throw idReused();
  }
  void app.hub.poll();
  return { id: body.id, how: 'typed', found: false };
}

/** Whether a scale or a probe of this process has really shown this, its offset taken off. */
async function readingSource(app: AppContext, body: NewReading): Promise<'scale' | 'typed'> {
  const probe = /^(probe-\w+)-/.exec(body.readingId ?? '')?.[1];
  if (probe === undefined || body.readingId === undefined) return sourceOf(app, body.readingId, body.value);
  const offset = await offsetOf(app, probe);
  return app.probes.believes(body.readingId, body.value - offset) ? 'scale' : 'typed';
}

function repeatedReading(known: store.KnownReading, body: NewReading): Recorded {
  if (known.stepId !== body.stepId || known.kind !== body.kind || known.value !== body.value)
    throw idReused();
  return { id: body.id, how: known.how, found: false };
}
