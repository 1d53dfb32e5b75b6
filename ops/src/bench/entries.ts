import { randomUUID } from 'node:crypto';
import { setTimeout as pause } from 'node:timers/promises';
import mysql from 'mysql2/promise';
import type { BatchProcess, BatchWeighing } from '@zest/core';
import type { Client, OpenBatch } from './client.js';

/** An entry that was accepted. */
export interface Sent {
  id: string;
  kind: 'weighing' | 'reading';
  massMg: number;
}

/** How benches are getting on. */
export interface Going {
  repeats: number;
  cuts: number;
  /** The longest that one entry had to wait from its first sending to its acceptance, ms. */
  longestMs: number;
  done: boolean;
}

/** One entry in so many has its line cut within so many milliseconds. */
const CUT = { part: 0.02, mostMs: 12 };

export interface Target {
  batchId: string;
  lineIds: string[];
  stepId: string;
}

/** Batches that are still at their weigh-up, so that entries on their lines are taken. */
export async function openTargets(lead: Client): Promise<Target[]> {
  const batches = (await lead.get<OpenBatch[]>('/batches')).filter((b) => b.state === 'open');
  const targets: Target[] = [];
  for (const batch of batches) {
    const { steps } = await lead.get<Pick<BatchProcess, 'steps'>>(`/batches/${batch.id}/process`);
    const { lines } = await lead.get<Pick<BatchWeighing, 'lines'>>(`/batches/${batch.id}/weighing`);
    const closed = new Set(steps.filter((s) => s.state === 'closed').map((s) => s.id));
    const lineIds = lines.filter((l) => !closed.has(l.stepId)).map((l) => l.id);
    const stepId = steps.find((s) => s.state === 'open')?.id;
    if (lineIds.length > 0 && stepId) targets.push({ batchId: batch.id, lineIds, stepId });
  }
  if (targets.length === 0) throw new Error('The demonstration has no batch to weigh into.');
  return targets;
}

/**
 * One bench: each entry is sent until it is accepted, by one way and then by another where there are several.
 * @param ways the same person signed in at each application that may be asked
 * @param cutPart how many of the requests have their line cut
 */
export async function work(
  ways: readonly Client[],
  targets: readonly Target[],
  random: () => number,
  accepted: Sent[],
  state: Going,
  cutPart = CUT.part,
): Promise<void> {
  let at = 0;
  while (!state.done) {
    const target = targets[Math.floor(random() * targets.length)];
    const lineId = target?.lineIds[Math.floor(random() * target.lineIds.length)];
    if (!target || !lineId) return;
    const id = randomUUID();
    const massMg = 1 + Math.floor(random() * 500);
    const isReading = random() < 0.1;
    const [address, body] = isReading
      ? [`/batches/${target.batchId}/readings`, { id, stepId: target.stepId, kind: 'minutes', value: massMg }]
      : [`/batches/${target.batchId}/weighings`, { id, lineId, massMg }];
    const begun = performance.now();
    for (;;) {
      const client = ways[at % ways.length];
      if (!client) return;
      const isCut = random() < cutPart;
      if (isCut) state.cuts += 1;
      const status = await client.post(address, body, isCut ? 1 + CUT.mostMs * random() : undefined);
      if (status === 200) break;
      if (status !== 0 && status !== 503) throw new Error(`An entry was refused with ${status}.`);
      state.repeats += 1;
      at += 1;
      await pause(60 + 120 * random());
    }
    state.longestMs = Math.max(state.longestMs, performance.now() - begun);
    accepted.push({ id, kind: isReading ? 'reading' : 'weighing', massMg });
  }
}

/** What the ledger holds of entries. */
export interface Rows {
  weighings: number;
  readings: number;
  massMg: number;
}

export async function countRows(url: string): Promise<Rows> {
  const connection = await mysql.createConnection({ uri: url });
  const [rows] = await connection.query<mysql.RowDataPacket[]>(
    `SELECT (SELECT COUNT(*) FROM transfer WHERE line_id IS NOT NULL) AS weighings,
       (SELECT COUNT(*) FROM reading) AS readings,
       (SELECT CAST(COALESCE(SUM(amount), 0) AS SIGNED) FROM transfer WHERE line_id IS NOT NULL) AS massMg`,
  );
  await connection.end();
  return rows[0] as Rows;
}

/** The ledger of a server against what was accepted. */
export async function compare(url: string, accepted: readonly Sent[], before: Rows) {
  const connection = await mysql.createConnection({ uri: url });
  let present = 0;
  for (let i = 0; i < accepted.length; i += 500) {
    const part = accepted.slice(i, i + 500);
    for (const [table, kind] of [
      ['transfer', 'weighing'],
      ['reading', 'reading'],
    ] as const) {
      const ids = part.filter((s) => s.kind === kind).map((s) => s.id);
      if (ids.length === 0) continue;
      const [rows] = await connection.query<mysql.RowDataPacket[]>(
        `SELECT COUNT(*) AS n FROM ${table} WHERE id IN (?)`,
        [ids],
      );
      present += Number(rows[0]?.['n']);
    }
  }
  await connection.end();
  const after = await countRows(url);
  const written = after.weighings - before.weighings + (after.readings - before.readings);
  const massMg = accepted.reduce((sum, s) => (s.kind === 'weighing' ? sum + s.massMg : sum), 0);
  return {
    lost: accepted.length - present,
    doubled: written - accepted.length,
    massDifferenceMg: after.massMg - before.massMg - massMg,
  };
}

/** Numbers from 0 to 1 that are the same for the same seed. */
export function seeded(seed: number): () => number {
  let state = (seed * 2_654_435_761) >>> 0 || 1;
  return () => {
    state = (Math.imul(state, 1_664_525) + 1_013_904_223) >>> 0;
    return state / 2 ** 32;
  };
}
