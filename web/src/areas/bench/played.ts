import { playEntry, type BatchFacts } from '@zest/core';
import type { KeptEntry } from './queue/entry.js';

/**
 * The facts of a batch with what waits on this device counted in, so that the bench goes on while the
 * line is down, judged by the same fold as the server's. What the server already has is known by its id.
 */
export function withWaiting(facts: BatchFacts, waiting: readonly KeptEntry[]): BatchFacts {
  return waiting
    .filter((k) => k.batchId === facts.batch.id && k.refused === null && k.offline)
    .reduce((now, { id, entry, madeBy, makerName, madeAt }) => {
      let n = 0;
      const newId = () => `${id}-${(n += 1)}`;
      return playEntry(now, entry, { person: makerName ?? madeBy, at: madeAt, newId });
    }, facts);
}
