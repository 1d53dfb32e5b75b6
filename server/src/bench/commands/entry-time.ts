import type { BatchFacts } from '@zest/core';
import type { EntryHead } from '../store/entries.js';

/** A device's clock may go so much ahead of ours and still be believed to mean now. */
const AHEAD_MS = 60_000;

/** The device's own time when it gives one that is not in the future, else the server's. */
export function eventTime(deviceTime: string | undefined, now: Date): Pick<EntryHead, 'at' | 'retimed'> {
  const claimed = deviceTime === undefined ? now : new Date(deviceTime);
  if (claimed <= now) return { at: claimed, retimed: false };
  return { at: now, retimed: claimed.getTime() - now.getTime() > AHEAD_MS };
}

/** An entry waits on a device for no longer than this. */
const MOST_WAITING_MS = 24 * 3_600_000;

/** A device's time that cannot be – before the batch was opened, or more than a day ago – is the server's, and marked. */
export function timeWithin(
  { batch }: BatchFacts,
  { at, retimed, receivedAt }: Pick<EntryHead, 'at' | 'retimed' | 'receivedAt'>,
): Pick<EntryHead, 'at' | 'retimed'> {
  const tooEarly = at < new Date(batch.openedAt) || receivedAt.getTime() - at.getTime() > MOST_WAITING_MS;
  return tooEarly ? { at: receivedAt, retimed: true } : { at, retimed };
}
