import type { Person } from '@zest/contract';
import { wasSignedIn } from '../../people/index.js';
import type { AppContext } from '../../platform/app-context.js';
import { addNoticeOnce } from '../../platform/notices.js';
import { findMaker } from '../store/people.js';
import { eventTime } from './entry-time.js';

/** Who an entry is kept under. */
export interface Maker extends Pick<Person, 'id' | 'name'> {
  /** Who sends it, where that is another. */
  sentBy?: Pick<Person, 'id' | 'name'>;
  /** The device it comes from had the maker's session then; else the maker is only said to have made it. */
  proven?: boolean;
  /** What the device says of its time is not believed. */
  retimed?: boolean;
  /** The lead has taken it into a finished batch; when it came. */
  approved?: { receivedAt: Date };
}

interface Sent {
  offline?: boolean | undefined;
  madeBy?: string | undefined;
  deviceTime?: string | undefined;
}

/**
 * Whose entry it is: the person who is signed in, but for one that waited on a device whoever made
 * it, even when somebody else is signed in there by now. The lead is told, once for the batch.
 *
 * @param device the secret of the device it comes from: who was signed in there when it was made is believed
 */
export async function makerOf(
  app: AppContext,
  person: Person,
  batchId: string,
  body: Sent,
  device: string | undefined,
): Promise<Maker> {
  const { offline, madeBy, deviceTime } = body;
  if (!offline || madeBy === undefined || madeBy === person.id) return person;
  const maker = await findMaker(app.db, madeBy);
  if (!maker) return person;
  const { at } = eventTime(deviceTime, app.now());
  const proven = await wasSignedIn(app, device, maker.id, at);
  const sentence = proven
    ? `Entries that ${maker.name} made without network were sent while ${person.name} was signed in.`
    : `${person.name} sent entries as made by ${maker.name}, who was not signed in at that device then.`;
  await addNoticeOnce(app.db, batchId, app.now(), sentence);
  return { ...maker, sentBy: { id: person.id, name: person.name }, proven };
}
