import { v7 as uuid } from 'uuid';
import type { Person } from '@zest/contract';
import type { AppContext } from '../platform/app-context.js';
import * as store from './store.js';

/** Who an entry is kept under. */
export type Hand = Pick<Person, 'id'>;

/**
 * Whose entry it is: the person who is signed in, but for one that waited on a device the hand that made
 * it, even when somebody else is signed in there by now. The lead is told, once for the batch.
 */
export async function makerOf(
  app: AppContext,
  person: Person,
  batchId: string,
  body: { offline?: boolean | undefined; madeBy?: string | undefined },
): Promise<Hand> {
  const { offline, madeBy } = body;
  if (!offline || madeBy === undefined || madeBy === person.id) return person;
  const maker = await store.findHand(app.db, madeBy);
  if (!maker) return person;
  const sentence = `Entries that ${maker.name} made without network were sent while ${person.name} was signed in.`;
  await store.addNoticeOnce(app.db, { id: uuid(), batchId, sentence, at: app.now() });
  return maker;
}
