import { massToken, minutesToMixIn, mixAgain, traitsOf, weighMoreIngredients } from '@zest/core';
import type { BatchChanged, LateLine, Person } from '@zest/contract';
import { reserve } from '../../ledger/index.js';
import type { AppContext } from '../../platform/app-context.js';
import { announce } from '../../platform/live.js';
import { conflict, invalid, notFound } from '../../platform/problem.js';
import { changeOfBatch, lastLinePosition, mustHavePlace, mustStandAt } from './on-batch.js';
import { addLine } from '../store/lines.js';
import { correctionNo, insertCorrection } from './insert-steps.js';
import { addNotice } from '../../platform/notices.js';

/**
 * A forgotten line, or what it is short of, goes in late: due for what is left of the mix, weighed and mixed in as steps before
 * the current one. What has left already has none of it, which is said to the lead.
 */
export async function addLateLine(
  app: AppContext,
  person: Person,
  batchId: string,
  body: LateLine,
): Promise<BatchChanged> {
  return changeOfBatch(app, person, batchId, 'late-line', { ...body }, async ({ tx, now, facts, view }) => {
    const current = mustStandAt(facts, body.stepId);
    const sheet = view();
    const line = sheet.lines.find((l) => l.id === body.lineId);
    const row = facts.lines.find((l) => l.id === body.lineId);
    if (!line || !row || line.kind !== 'ingredient') throw notFound('This line of an ingredient');
    const at = facts.steps.find((s) => s.id === row.stepId);
    if (line.weighedMg >= line.lowMg || at?.closedAt === null) {
      throw conflict(
        'not-forgotten',
        `${line.name} has not been left out: its step is open, or its weight is in its band.`,
      );
    }
    const asked = facts.lines.some((l) => l.id !== row.id && l.document?.key === row.document?.key);
    if (asked) throw conflict('asked-already', `${line.name} is already being put in late.`);
    if (traitsOf(current.document).set) {
      throw conflict(
        'too-late',
        `${line.name} cannot be mixed into what is already in casings. Cook it through at once, or bin it; the lead decides.`,
      );
    }
    const method = facts.steps.map((s) => s.document);
    const least = minutesToMixIn(method);
    if (body.minutes < least) {
      const message = `${line.name} is worked in for at least ${least} minutes, as long as its method mixes.`;
      throw invalid([{ path: 'minutes', message }]);
    }
    const place = mustHavePlace(facts, body.stepId);
    const leftMg = sheet.ribbon.find((r) => r.accountId === place)?.balanceMg ?? 0;
    const share = sheet.mixMg > 0 ? Math.min(1, leftMg / (sheet.mixMg - line.dueMg + line.weighedMg)) : 0;
    const dueMg = Math.max(1, Math.round((line.dueMg - line.weighedMg) * share));
    await reserve(tx, batchId, row.lotAccountId, dueMg);
    const n = correctionNo(facts, 'late');
    const added = await insertCorrection(tx, facts, current.position, 'late', [
      weighMoreIngredients({
        key: `late-${n}`,
        title: `Weigh the ${line.name.toLowerCase()}`,
        instruction: `It was left out. Weigh it for the ${(leftMg / 1e6).toFixed(2)} kg that are left and spread it over.`,
      }),
      mixAgain(`late-mix-${n}`, method, body.minutes),
    ]);
    await addLine(tx, {
      ...row,
      batchId,
      stepId: added[0] ?? '',
      position: lastLinePosition(facts) + 1,
      placeAccountId: place,
      plannedMg: dueMg,
    });
    const goneMg = Math.max(0, sheet.mixMg - line.dueMg + line.weighedMg - leftMg);
    if (goneMg > sheet.mixMg * 0.02) {
      addNotice(
        tx,
        batchId,
        now,
        `${massToken(goneMg)} of the mix had left without ${line.name}; the lead decides what becomes of it.`,
      );
    }
    announce(tx, now, { topic: 'lots' });
  });
}
