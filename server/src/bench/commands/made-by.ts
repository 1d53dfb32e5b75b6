import type { Person } from '@zest/contract';
import type { AppContext } from '../../platform/app-context.js';
import { addNoticeOnce } from '../../platform/notices.js';
import { findMaker } from '../store/people.js';

/** Who an entry is kept under. */
export interface Maker extends Pick<Person, 'id' | 'name'> {
  /** Who sends it, where that is another: then the maker is only said to have made it. */
  sentBy?: Pick<Person, 'id' | 'name'>;
}

/**
 * Whose entry it is: the person who is signed in, but for one that waited on a device whoever made
 * it, even when somebody else is signed in there by now. The lead is told, once for the batch.
 */
export async function makerOf(
  app: AppContext,
  person: Person,
  batchId: string,
  body: { offline?: boolean | undefined; madeBy?: string | undefined },
): Promise<Maker> {
  const { offline, madeBy } = body;
  if (!offline || madeBy === undefined || madeBy === person.id) return person;
  const maker = await findMaker(app.db, madeBy);
  if (!maker) return person;
  const sentence = `Entries that ${maker.name} made without network were sent while ${person.name} was signed in.`;
  await addNoticeOnce(app.db, batchId, app.now(), sentence);
  return { ...maker, sentBy: { id: person.id, name: person.name } };
}
