import type { Person } from '@zest/contract';
import type { AppContext } from '../platform/app-context.js';
import { conflict, notFound } from '../platform/problem.js';
import { commandOnBatch } from './command.js';
import { sheetContext } from './sheet-context.js';
import { buildSheet } from './sheet.js';

/**
 * Takes responsibility for a weight outside its band. It holds for that weight only: another entry
 * on the line asks again. A cure above its limit cannot be accepted.
 */
export async function acceptLine(
  app: AppContext,
  person: Person,
  batchId: string,
  body: { id: string; lineId: string; reason: string },
): Promise<void> {
  await commandOnBatch(app, person, batchId, 'accept', body, async ({ tx, now, record }) => {
    const sheet = buildSheet(record, await sheetContext(tx, now));
    const line = sheet.lines.find((l) => l.id === body.lineId);
    if (!line) throw notFound('This line');
    if (line.weighedMg === 0) throw conflict('no-weight', `${line.name} has no weight to accept.`);
    if (line.cure && !line.cure.withinLimit) {
      throw conflict(
        'over-limit',
        `${line.name} is above its limit: take out or grow the batch; it cannot be accepted.`,
      );
    }
    await tx.write(
      'INSERT INTO acceptance (id, line_id, weighed_mg, reason, person_id, at) VALUES (:id, :lineId, :weighedMg, :reason, :personId, :now)',
      { ...body, weighedMg: line.weighedMg, personId: person.id, now },
    );
  });
}
