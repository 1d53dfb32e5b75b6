import { v7 as uuid } from 'uuid';
import { DEFAULT_FAT_SD, InputError, cookOut, fatStories, type FatStory } from '@zest/core';
import type { FatTestEntry, NewFatTest, Person } from '@zest/contract';
import { touchBatch, touchBatchesOfLot } from '../../ledger/index.js';
import type { AppContext } from '../../platform/app-context.js';
import { once } from '../../platform/commands.js';
import type { Db, Transaction } from '../../platform/database.js';
import { announce } from '../../platform/live.js';
import { conflict, fromInputError, invalid, notFound } from '../../platform/problem.js';
import { addEvent } from '../store/lot-writes.js';
import * as store from '../store/fat-tests.js';

/**
 * Writes down a measured fat and computes every lot it bears on again: its own lot, or all the lots
 * whose ground blend was measured. Past batches keep the figures they were opened with.
 */
export async function addFatTest(app: AppContext, person: Person, body: NewFatTest): Promise<void> {
  const now = app.now();
  const measured = measure(body);
  const head = { id: body.id, kind: 'fat-test', personId: person.id, at: now, request: body };
  await once(app.db, head, async (tx) => {
    const parts = await partsOf(tx, body);
    await store.insertTest(tx, {
      id: body.id,
      method: body.method,
      ...measured,
      document: body.samples ?? null,
      batchId: body.batchId ?? null,
      stream: streamOf(body),
      reversesId: null,
      reason: null,
      at: now,
      personId: person.id,
    });
    await store.insertParts(tx, body.id, parts);
    await recompute(
      tx,
      parts.map((p) => p.lotId),
    );
    for (const part of parts) {
      addEvent(tx, {
        lotId: part.lotId,
        kind: 'test',
        sentence:
          `Fat ${body.batchId ? 'of a ground blend it is part of' : ''} measured by ${body.method}: ${measured.fatPct.toFixed(1)} % ± ${measured.fatSd.toFixed(1)}.`.replace(
            '  ',
            ' ',
          ),
        at: now,
        personId: person.id,
      });
    }
    announce(tx, now, { topic: 'lots' });
    if (body.batchId) touchBatch(tx, now, body.batchId);
  });
}

/** Takes a test back; its lots become what they would be had it never been made. */
export async function reverseFatTest(
  app: AppContext,
  person: Person,
  testId: string,
  body: { id: string; reason: string },
): Promise<void> {
  const now = app.now();
  const head = {
    id: body.id,
    kind: 'reverse-fat-test',
    personId: person.id,
    at: now,
    request: { testId, ...body },
  };
  await once(app.db, head, async (tx) => {
    const test = await store.findTest(tx, testId);
    if (!test) throw notFound('This fat test');
    if (test.reversed) throw conflict('reversed', 'This fat test was already taken back.');
    await store.insertTest(tx, {
      id: uuid(),
      method: test.method,
      fatPct: null,
      fatSd: null,
      document: null,
      batchId: test.batchId,
      stream: null,
      reversesId: testId,
      reason: body.reason,
      at: now,
      personId: person.id,
    });
    const parts = await store.partsOfTests(tx, [testId]);
    await recompute(
      tx,
      parts.map((p) => p.lotId),
    );
    for (const part of parts) {
      addEvent(tx, {
        lotId: part.lotId,
        kind: 'test',
        sentence: `A fat test of ${test.fatPct.toFixed(1)} % was taken back: ${body.reason}.`,
        at: now,
        personId: person.id,
      });
    }
    announce(tx, now, { topic: 'lots' });
    if (test.batchId) touchBatch(tx, now, test.batchId);
  });
}

/** Stories of the given lots and of all that tests join them to. */
export async function storiesOf(
  db: Db,
  lotIds: readonly string[],
): Promise<{ stories: Map<string, FatStory>; tests: store.TestRow[] }> {
  const { tests, parts, lots } = await store.joinedTests(db, lotIds);
  const stories = fatStories(
    lots,
    tests
      .filter((t) => !t.reversed)
      .map((t) => ({
        id: t.id,
        fatPct: t.fatPct,
        fatSd: t.fatSd,
        parts: parts
          .filter((p) => p.testId === t.id)
          .map((p) => ({ lotId: p.lotId, massKg: p.massMg / 1e6 })),
      })),
  );
  return { stories, tests };
}

/** The latest hundred tests with how each moved its lots. */
export async function listFatTests(db: Db): Promise<FatTestEntry[]> {
  return entriesOf(db, await store.latestTests(db, 100));
}

export async function readFatTest(db: Db, id: string): Promise<FatTestEntry> {
  const test = await store.findTest(db, id);
  const [entry] = test ? await entriesOf(db, [test]) : [];
  if (!entry) throw notFound('This fat test');
  return entry;
}

async function entriesOf(db: Db, tests: readonly store.TestRow[]): Promise<FatTestEntry[]> {
  const parts = await store.partsOfTests(
    db,
    tests.map((t) => t.id),
  );
  const { stories } = await storiesOf(
    db,
    parts.map((p) => p.lotId),
  );
  return tests.map((test) => ({
    id: test.id,
    method: test.method,
    fatPct: test.fatPct,
    fatSd: test.fatSd,
    at: test.at.toISOString(),
    person: test.person,
    batchId: test.batchId,
    reversed: test.reversed,
    lots: parts
      .filter((p) => p.testId === test.id)
      .map((part) => {
        const change = stories.get(part.lotId)?.changes.find((c) => c.testId === test.id);
        return {
          lotId: part.lotId,
          code: part.code,
          name: part.name,
          before: change?.before ?? null,
          after: change?.after ?? null,
        };
      }),
  }));
}

function measure(body: NewFatTest): { fatPct: number; fatSd: number } {
  if (body.method === 'cook-out') {
    try {
      const { fatPct, fatSd } = cookOut(body.samples ?? []);
      return { fatPct, fatSd: body.fatSd ?? fatSd };
    } catch (error) {
      throw error instanceof InputError ? fromInputError(error) : error;
    }
  }
  if (body.fatPct === undefined)
    throw invalid([{ path: 'fatPct', message: 'Enter the measured fat in percent.' }]);
  return { fatPct: body.fatPct, fatSd: body.fatSd ?? DEFAULT_FAT_SD[body.method] };
}

async function partsOf(tx: Db, body: NewFatTest): Promise<{ lotId: string; massMg: number }[]> {
  if ((body.lotId === undefined) === (body.batchId === undefined)) {
    throw invalid([
      { path: 'lotId', message: 'Name the lot that was tested, or the batch whose ground meat was.' },
    ]);
  }
  if (body.lotId !== undefined) {
    if (!(await store.isTrimLot(tx, body.lotId))) throw notFound('This lot');
    return [{ lotId: body.lotId, massMg: 1_000_000 }];
  }
  if (body.stream === undefined && (await store.hasStreams(tx, body.batchId ?? ''))) {
    const message =
      'Its lean and its fat are ground apart: say whether the test is of the lean, of the fat or of all.';
    throw invalid([{ path: 'stream', message }]);
  }
  const parts = await store.meatsOfBatch(tx, body.batchId ?? '', streamOf(body));
  if (parts.length === 0) {
    throw conflict('no-meat', 'No meat has been weighed into this batch yet; there is nothing to test.');
  }
  return parts;
}

function streamOf({ stream }: NewFatTest): 'lean' | 'fat' | null {
  return stream === 'lean' || stream === 'fat' ? stream : null;
}

async function recompute(tx: Transaction, lotIds: readonly string[]): Promise<void> {
  const { stories, tests } = await storiesOf(tx, lotIds);
  for (const [lotId, story] of stories) {
    const direct = [...tests]
      .reverse()
      .find((t) => !t.reversed && t.batchId === null && t.lotIds.includes(lotId));
    await store.setFat(tx, lotId, story, direct ? (direct.method === 'lab' ? 'lab' : 'instrument') : null);
    touchBatchesOfLot(tx, lotId);
  }
}
