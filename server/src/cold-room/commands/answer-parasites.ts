import { parasiteWords, parasitesWrong, type ParasiteRecord } from '@zest/core';
import type { LotParasites, Person } from '@zest/contract';
import type { AppContext } from '../../platform/app-context.js';
import { conflict, invalid } from '../../platform/problem.js';
import { addEvent } from '../store/lot-writes.js';
import { writeParasites } from '../store/status.js';
import { commandOnLot } from './status.js';

/**
 * Writes down how the parasites of a lot were answered for: what is made of it and not cooked through rests on that.
 * @throws HttpProblem 422 where the record answers for nothing, 409 for what was never frozen
 */
export async function answerParasites(
  app: AppContext,
  person: Person,
  lotId: string,
  body: LotParasites,
): Promise<void> {
  await commandOnLot(app, person, lotId, 'lot-parasites', body, async ({ tx, now, lot }) => {
    const { record } = body;
    const wrong = parasitesWrong(record, { wild: Boolean(lot.wild) });
    if (wrong) throw invalid([{ path: `record.${wrong.path}`, message: wrong.message }]);
    if (record.kind === 'frozen' && lot.state === 'fresh')
      throw conflict('never-frozen', `${lot.code} came fresh and was never frozen.`);
    await writeParasites(tx, lot.id, record);
    addEvent(tx, { lotId, kind: 'checked', sentence: sentenceOf(record), at: now, personId: person.id });
  });
}

function sentenceOf(record: ParasiteRecord): string {
  const words = parasiteWords(record);
  return `${words.charAt(0).toUpperCase()}${words.slice(1)}.`;
}
