import { STEP_SHAPES, usualLoss, type StepKind, type UsualLoss } from '@zest/core';
import type { BatchSheet } from '@zest/contract';
import type { Database } from '../platform/database.js';
import { massFigures, sumWhere } from './figures.js';
import { loadRecords, type BatchRecord } from './record.js';

/** What the machines and hands of the shop have shown in the batches before. */
export interface History {
  usual: ReadonlyMap<StepKind, UsualLoss>;
  learned: BatchSheet['learned'];
}
export const NO_HISTORY: History = { usual: new Map(), learned: [] };

/** So many batches back. */
const LAST = 12;
/** Machines whose own losses are learned. */
const MACHINES: readonly StepKind[] = ['grind', 'mix', 'emulsify', 'stuff', 'link', 'form'];

let remembered: { newest: string; history: History } | undefined;

/** What the last closed batches of the shop teach; read again only when another has closed. */
export async function readHistory(db: Database): Promise<History> {
  const rows = await db.rows<{ id: string }>(
    `SELECT id FROM batch WHERE state = 'closed' ORDER BY closed_at DESC LIMIT ${LAST}`,
  );
  const newest = rows.map((r) => r.id).join(' ');
  if (remembered?.newest === newest) return remembered.history;
  const records = await loadRecords(
    db,
    rows.map((r) => r.id),
  );
  const history = historyOf(records);
  remembered = { newest, history };
  return history;
}

function historyOf(records: readonly BatchRecord[]): History {
  const parts = new Map<StepKind, number[]>();
  const add = (kind: StepKind, part: number) => parts.set(kind, [...(parts.get(kind) ?? []), part]);
  const gPerM: number[] = [];
  const perKg: number[] = [];
  const minutesPerKg: number[] = [];
  for (const record of records) {
    const figures = massFigures(record);
    for (const step of record.steps) {
      const station = figures.ribbon.find((r) => r.accountId === step.placeAccountId);
      if (!station || station.inMg <= 0) continue;
      const { kind } = step.document;
      if (MACHINES.includes(kind) && station.outMg > 0 && !STEP_SHAPES[kind].remainder) {
        add(kind, Math.max(0, station.inMg - station.outMg) / station.inMg);
      }
      const values = (of: string) => record.readings.filter((r) => r.stepId === step.id && r.kind === of);
      const minutes = values('minutes').reduce((sum, r) => sum + r.value, 0);
      if (kind === 'mix' && minutes > 0) minutesPerKg.push(minutes / (station.inMg / 1e6));
      const count = values('count').at(-1)?.value;
      if (kind === 'link' && count && station.outMg > 0) perKg.push(count / (station.outMg / 1e6));
      const usedMm = sumWhere(
        record.transfers,
        (t) => t.stepId === step.id && t.from === record.casing?.accountId,
      );
      if (kind === 'stuff' && usedMm > 0) gPerM.push(station.outMg / usedMm);
    }
  }
  const usual = new Map<StepKind, UsualLoss>();
  for (const [kind, list] of parts) {
    const loss = usualLoss(list);
    if (loss) usual.set(kind, loss);
  }
  const learned: BatchSheet['learned'] = [];
  const say = (name: string, unit: string, list: readonly number[]) => {
    if (list.length > 0) {
      learned.push({ name, unit, value: list.reduce((a, b) => a + b, 0) / list.length, runs: list.length });
    }
  };
  const percent = (kind: StepKind) => (parts.get(kind) ?? []).map((p) => p * 100);
  say('kept by the grinder', '%', percent('grind'));
  say('kept in bowl and on hands', '%', percent('mix'));
  say('kept by the stuffer', '%', percent('stuff'));
  say('stuffed per metre of casing', 'g/m', gPerM);
  say('links per kilogram', 'per kg', perKg);
  say('minutes of mixing per kilogram', 'min/kg', minutesPerKg);
  return { usual, learned };
}
