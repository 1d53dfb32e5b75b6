import { stepTitle } from '@zest/core';
import { casingUse, massOut, newMark, newReading, weighing } from '@zest/contract';
import type { BatchChanged, LateDecision, LateEntry, Person, Recorded } from '@zest/contract';
import { changed, loadFacts } from '../../batches/index.js';
import type { AppContext } from '../../platform/app-context.js';
import { touchBatch } from '../../ledger/index.js';
import { once } from '../../platform/commands.js';
import { addNotice, addNoticeOnce } from '../../platform/notices.js';
import { conflict, notFound } from '../../platform/problem.js';
import {
  decide,
  findLate,
  keepLate,
  waitingEntries,
  type KeptLate,
  type LateKind,
} from '../store/late-entries.js';
import { ForTheLead, idReused } from './entry-rules.js';
import type { Maker } from './made-by.js';
import { recordMark } from './record-mark.js';
import { recordCasing, recordMassOut, recordReading, recordWeighing } from './record-entry.js';

/** What waits for the lead, each with the line or the step that it is about. */
export async function lateEntries(app: AppContext): Promise<LateEntry[]> {
  const waiting = await waitingEntries(app.db);
  const batches = await loadFacts(app.db, [...new Set(waiting.map((e) => e.batchId))]);
  return waiting.map((entry) => {
    const facts = batches.find((f) => f.batch.id === entry.batchId);
    const line = facts?.lines.find((l) => l.id === entry.figures.lineId);
    const step = facts?.steps.find((s) => s.id === entry.figures.stepId);
    return { ...entry, of: line?.name ?? (step ? stepTitle(step.document) : '') };
  });
}

/** Records an entry; one that waited on a device until its batch was finished is kept for the lead. */
export async function recordOrKeep(
  app: AppContext,
  maker: Maker,
  batchId: string,
  kind: LateKind,
  body: { id: string },
  record: () => Promise<Recorded>,
): Promise<Recorded> {
  try {
    return await record();
  } catch (error) {
    if (!(error instanceof ForTheLead)) throw error;
    const now = app.now();
    const entry = {
      id: body.id,
      batchId,
      kind,
      body,
      personId: maker.id,
      sentById: maker.sentBy?.id ?? null,
      proven: maker.proven === true,
      receivedAt: now,
    };
    const sentence = `Entries that ${maker.name} made without network came after the batch was finished: they wait for the lead.`;
    const isNew = await app.db.transaction(async (tx) => {
      if (!(await keepLate(tx, entry))) return false;
      await addNoticeOnce(tx, batchId, now, sentence);
      touchBatch(tx, now, batchId);
      return true;
    });
    const known = isNew ? undefined : await findLate(app.db, body.id);
    if (!isNew && (known?.batchId !== batchId || !isSame(known.body, body))) throw idReused();
    void app.hub.poll();
    return { id: body.id, how: 'typed', found: false, waits: true };
  }
}

function isSame(kept: unknown, sent: object): boolean {
  const sorted = (value: object) => JSON.stringify(Object.entries(value).sort());
  return typeof kept === 'object' && kept !== null && sorted(kept) === sorted(sent);
}

/**
 * The lead takes a late entry into its finished batch, or not, with a reason that is kept. Asked again it does
 * nothing; what was decided stays decided.
 *
 * @throws HttpProblem 404 for no such entry of the batch, 409 where it was decided before
 */
export async function decideLate(
  app: AppContext,
  lead: Person,
  batchId: string,
  body: LateDecision,
): Promise<BatchChanged> {
  const { id, entryId, taken, reason } = body;
  const now = app.now();
  const entry = await findLate(app.db, entryId);
  if (entry?.batchId !== batchId) throw notFound('This late entry of the batch');
  // Booked first: it is booked once however often this is tried, and until it is decided it can be tried again.
  if (taken && !entry.decided) await take(app, entry, lead);
  const head = { id, kind: 'decide-late', personId: lead.id, at: now, request: { batchId, ...body } };
  await once(app.db, head, async (tx) => {
    if (!(await decide(tx, { id: entryId, taken, reason, personId: lead.id, at: now })))
      throw conflict('decided', 'It was decided before; nothing was changed.');
    const did = taken ? 'took a late entry in' : 'did not take a late entry in';
    addNotice(tx, batchId, now, `${lead.name} ${did}: “${reason}”`);
    touchBatch(tx, now, batchId);
  });
  void app.hub.poll();
  return changed(app, batchId);
}

function take(app: AppContext, entry: KeptLate, lead: Person): Promise<Recorded> {
  const { batchId, body, person, personId, sentBy, sentById, proven, receivedAt } = entry;
  const maker: Maker = {
    id: personId,
    name: person,
    proven,
    approved: { receivedAt },
    ...(sentById === null ? {} : { sentBy: { id: sentById, name: sentBy ?? '' } }),
  };
  switch (entry.kind) {
    case 'weighing':
      return recordWeighing(app, maker, batchId, weighing.parse(body));
    case 'out':
      return recordMassOut(app, maker, batchId, massOut.parse(body), lead);
    case 'casing':
      return recordCasing(app, maker, batchId, casingUse.parse(body));
    case 'reading':
      return recordReading(app, maker, batchId, newReading.parse(body));
    case 'mark':
      return recordMark(app, maker, batchId, newMark.parse(body));
  }
}
