import { isDeepStrictEqual } from 'node:util';
import { bareMark, otherSize, saidBy } from '@zest/core';
import type { NewMark, Person, Recorded } from '@zest/contract';
import { mustMaySign } from '../../people/index.js';
import type { AppContext } from '../../platform/app-context.js';
import { UNNUMBERED } from '../../platform/database.js';
import { DUPLICATE_KEY, errnoOf } from '../../platform/database-errors.js';
import { addNotice } from '../../platform/notices.js';
import { invalid, notFound } from '../../platform/problem.js';
import { announceEntry, findMark, numberMark, writeMark, type EntryHead } from '../store/entries.js';
import { forgetFrame, frameOf } from '../store/frames.js';
import { headOf, idReused, mustTakeEntries, namesOf } from './entry-rules.js';
import type { Maker } from './made-by.js';

/** Somebody else who confirmed what is ticked, with a secret of their own. */
type Second = Maker | null;

/**
 * Whoever may sign does so at a step for what speaks against the batch there; nobody does for somebody else.
 * @throws HttpProblem 403 for everybody else, 422 without a reason
 */
export async function recordSignature(
  app: AppContext,
  person: Person,
  batchId: string,
  body: NewMark,
): Promise<Recorded> {
  mustMaySign(person, 'Something speaks against this step.');
  if (body.kind !== 'signed' || body.why.trim().length < 3)
    throw invalid([{ path: 'why', message: 'Give a reason of at least three letters.' }]);
  const { offline: _offline, madeBy: _madeBy, deviceTime: _deviceTime, ...now } = body;
  return recordMark(app, person, batchId, now);
}

/** Something said or ticked. It is never refused for the state of the step, only for that of the batch. */
export async function recordMark(
  app: AppContext,
  maker: Maker,
  batchId: string,
  body: NewMark,
  second: Second = null,
): Promise<Recorded> {
  await mustBeOfBatch(app, batchId, body.stepId);
  const now = app.now();
  const head = headOf(maker, batchId, body.deviceTime, now);
  const { id, stepId, kind } = body;
  const said = bareMark(body);
  const mark = { id, stepId, said };
  const card = await cardOf(app, batchId, body);
  try {
    await app.db.transaction((tx) => {
      numberMark(tx, head);
      writeMark(tx, head, { ...mark, secondPersonId: second?.id ?? null });
      if (card) addNotice(tx, batchId, now, card);
      const about = { at: head.at.toISOString(), ...namesOf(maker, head), second: second?.name ?? null };
      announceEntry(tx, head, { marks: [{ id, stepId, ...said, ...about }] }, []);
      return Promise.resolve();
    });
  } catch (error) {
    const written = errnoOf(error) === UNNUMBERED || errnoOf(error) === DUPLICATE_KEY;
    const known = written ? await findMark(app.db, id) : undefined;
    if (!known && errnoOf(error) === UNNUMBERED) await mustTakeMarks(app, head, body.offline);
    if (!known) throw error;
    if (known.batchId !== batchId || known.kind !== kind || !isDeepStrictEqual(known.said, saidBy(body)))
      throw idReused();
  }
  void app.hub.poll();
  return { id, how: 'typed', found: false };
}

/** What everybody is told of it: another plate or horn than the method has. */
async function cardOf(app: AppContext, batchId: string, body: NewMark): Promise<string | undefined> {
  if (body.kind !== 'ready' || body.sizeMm === undefined) return undefined;
  const { facts } = await frameOf(app.db, batchId, app.now());
  const step = facts.steps.find((s) => s.id === body.stepId);
  return step && otherSize(step.document, body.sizeMm);
}

/**
 * Why the batch took no mark.
 * @throws ForTheLead or HttpProblem by the state of the batch
 */
async function mustTakeMarks(app: AppContext, head: EntryHead, offline: boolean | undefined): Promise<void> {
  forgetFrame(head.batchId);
  mustTakeEntries((await frameOf(app.db, head.batchId, head.now)).facts, offline, head);
}

/** Steps come and go with the method: one that is not known is looked for once more. */
async function mustBeOfBatch(app: AppContext, batchId: string, stepId: string | null): Promise<void> {
  const isKnown = async () =>
    stepId === null || (await frameOf(app.db, batchId, app.now())).facts.steps.some((s) => s.id === stepId);
  if (await isKnown()) return;
  forgetFrame(batchId);
  if (!(await isKnown())) throw notFound('This step of the batch');
}
