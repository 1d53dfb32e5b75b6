import { v7 as uuid } from 'uuid';
import { InputError, massToken, movesOf } from '@zest/core';
import type { CasingUse, MassOut, NewReading, Person, Recorded, Weighing } from '@zest/contract';
import { shopScales } from '../../devices/index.js';
import type { AppContext } from '../../platform/app-context.js';
import { DUPLICATE_KEY, errnoOf } from '../../platform/database-errors.js';
import { HttpProblem, fromInputError, invalid } from '../../platform/problem.js';
import { findReading, findTransfer } from '../store/entries.js';
import { frameOf } from '../store/frames.js';
import { asBenchEntry, type Entered, type Moving } from './decide.js';
import { ForTheLead, headOf, idReused } from './entry-rules.js';
import type { Maker } from './made-by.js';
import { writeEntry } from './write-entry.js';

/** Weighs a line in: from its lot to the place where the line goes. */
export async function recordWeighing(
  app: AppContext,
  maker: Maker,
  batchId: string,
  body: Weighing,
): Promise<Recorded> {
  const scales = await shopScales(app.db);
  // More than the largest holds is no weight of one line.
  if (body.massMg > Math.max(...scales.map((s) => s.capacityMg))) {
    const message = `No scale here shows ${massToken(body.massMg)} at once; weigh it in parts.`;
    throw invalid([{ path: 'massMg', message }]);
  }
  return record(app, maker, batchId, { kind: 'weighing', body });
}

/** Weighs mass out of a step: on to the next, into a named loss, or kept as rework. */
export function recordMassOut(
  app: AppContext,
  maker: Maker,
  batchId: string,
  body: MassOut,
  by: Person,
): Promise<Recorded> {
  return record(app, maker, batchId, { kind: 'out', body, by });
}

/** Books casing metres from their lot, and the casing's own mass into the step. */
export function recordCasing(
  app: AppContext,
  maker: Maker,
  batchId: string,
  body: CasingUse,
): Promise<Recorded> {
  return record(app, maker, batchId, { kind: 'casing', body });
}

/** A temperature, minutes, tack test, count or sample weight. */
export async function recordReading(
  app: AppContext,
  maker: Maker,
  batchId: string,
  body: NewReading,
): Promise<Recorded> {
  // A reading under a known id is answered whatever has become of its step.
  const entry: Entered = { kind: 'reading', body };
  return (await repeated(app, batchId, entry)) ?? record(app, maker, batchId, entry);
}

/**
 * Writes an entry once. A repeat under the same id answers as the first did, even when the step has
 * been closed since; other content under a known id is refused.
 */
async function record(app: AppContext, maker: Maker, batchId: string, entry: Entered): Promise<Recorded> {
  const asked = headOf(maker, batchId, entry.body.deviceTime, app.now());
  try {
    const { how, found } = await writeEntry(app, asked, maker, entry);
    void app.hub.poll();
    return { id: entry.body.id, how, found };
  } catch (error) {
    const sent = mayBeRepeat(error, entry) ? await repeated(app, batchId, entry) : undefined;
    if (sent) return sent;
    throw error instanceof InputError ? fromInputError(error) : error;
  }
}

/** Whether it may have been refused because it was written before. */
function mayBeRepeat(error: unknown, { kind }: Entered): boolean {
  if (errnoOf(error) === DUPLICATE_KEY) return true;
  const isRefusal =
    error instanceof HttpProblem || error instanceof ForTheLead || error instanceof InputError;
  return isRefusal && kind !== 'reading';
}

/** The first answer, when the entry has been written before; undefined when it has not. */
function repeated(app: AppContext, batchId: string, entry: Entered): Promise<Recorded | undefined> {
  return entry.kind === 'reading' ? readBefore(app, entry.body) : movedBefore(app, batchId, entry);
}

async function readBefore(app: AppContext, body: NewReading): Promise<Recorded | undefined> {
  const known = await findReading(app.db, body.id);
  if (!known) return undefined;
  const isOther = known.how === 'clock' ? body.clock !== true : known.value !== body.value;
  if (known.stepId !== body.stepId || known.kind !== body.kind || isOther) throw idReused();
  return { id: body.id, how: known.how, found: false };
}

async function movedBefore(app: AppContext, batchId: string, entry: Moving): Promise<Recorded | undefined> {
  const written = await findTransfer(app.db, entry.body.id);
  if (!written) return undefined;
  const { facts } = await frameOf(app.db, batchId, app.now());
  const sent = movesOf(facts, asBenchEntry(entry), uuid)?.moves[0];
  const same =
    sent !== undefined &&
    written.from === sent.from &&
    written.to === sent.to &&
    written.amount === sent.amount &&
    written.lineId === sent.lineId;
  if (!same) throw idReused();
  return { id: entry.body.id, how: written.how, found: false };
}
