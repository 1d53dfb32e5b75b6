import { STEP_KINDS, massToken, type StepKind } from '@zest/core';
import type { LateLine, Person } from '@zest/contract';
import { reserve } from '../../ledger/index.js';
import type { AppContext } from '../../platform/app-context.js';
import { announce } from '../../platform/live.js';
import { conflict, notFound } from '../../platform/problem.js';
import { commandOnBatch } from '../command.js';
import { addLine } from '../open-store.js';
import { sheetContext } from '../sheet-context.js';
import { buildSheet } from '../sheet.js';
import { insertBefore, lastLinePosition, mustHavePlace, mustStandAt, nextNumber } from './add-work.js';
import { addNotice } from './notice.js';

/** What stands in casings or has been through heat cannot be mixed again; patties can. */
function isTooLate(kind: StepKind): boolean {
  return STEP_KINDS.indexOf(kind) > STEP_KINDS.indexOf('stuff') && kind !== 'form';
}

/**
 * A forgotten line goes in late: due for what is left of the mix, weighed and mixed in as steps before
 * the current one. What has left already has none of it, which is said to the lead.
 */
export async function addLateLine(
  app: AppContext,
  person: Person,
  batchId: string,
  body: LateLine,
): Promise<void> {
  await commandOnBatch(app, person, batchId, 'late-line', { ...body }, async ({ tx, now, record }) => {
    const current = mustStandAt(record);
    const sheet = buildSheet(record, await sheetContext(tx, now));
    const line = sheet.lines.find((l) => l.id === body.lineId);
    const row = record.lines.find((l) => l.id === body.lineId);
    if (!line || !row || line.kind !== 'dry') throw notFound('This line of dry goods');
    const at = record.steps.find((s) => s.id === row.stepId);
    if (line.weighedMg > 0 || at?.closedAt === null) {
      throw conflict(
        'not-forgotten',
        `${line.name} has not been left out: its step is open or it has a weight.`,
      );
    }
    const asked = record.lines.some((l) => l.id !== row.id && l.document?.key === row.document?.key);
    if (asked) throw conflict('asked-already', `${line.name} is already being put in late.`);
    if (isTooLate(current.document.kind)) {
      throw conflict(
        'too-late',
        `${line.name} cannot be mixed into what is already in casings. Cook it through at once, or bin it; the lead decides.`,
      );
    }
    const place = mustHavePlace(record);
    const leftMg = sheet.ribbon.find((r) => r.accountId === place)?.balanceMg ?? 0;
    const share = sheet.mixMg > 0 ? Math.min(1, leftMg / (sheet.mixMg - line.dueMg)) : 0;
    const dueMg = Math.max(1, Math.round(line.dueMg * share));
    await reserve(tx, batchId, row.lotAccountId, dueMg);
    const n = nextNumber(record, 'late-');
    const added = await insertBefore(tx, batchId, current.position, [
      {
        key: `late-${n}`,
        kind: 'weigh-dry',
        title: `Weigh the ${line.name.toLowerCase()}`,
        say: `It was left out. Weigh it for the ${(leftMg / 1e6).toFixed(2)} kg that are left and spread it over.`,
      },
      {
        key: `late-mix-${n}`,
        kind: 'chill',
        title: 'Mix it in cold',
        say: `Mix again for ${body.minutes} minutes so that it is everywhere, then read the mix.`,
        stopAboveC: 4.4,
      },
    ]);
    await addLine(tx, {
      ...row,
      stepId: added[0] ?? '',
      position: lastLinePosition(record) + 1,
      placeAccountId: place,
      plannedMg: dueMg,
    });
    const goneMg = Math.max(0, sheet.mixMg - line.dueMg - leftMg);
    if (goneMg > sheet.mixMg * 0.02) {
      await addNotice(
        tx,
        batchId,
        now,
        `${massToken(goneMg)} of the mix had left without ${line.name}; the lead decides what becomes of it.`,
      );
    }
    announce(tx, now, { topic: 'lots' });
  });
}
