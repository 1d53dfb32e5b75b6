import { v7 as uuid } from 'uuid';
import type { Mark, ReadingName } from '@zest/core';
import { deviceTime } from '../../data/device-time.js';
import type { Entry } from './queue/entry.js';

/** A reading of a step as an entry of this device. */
export function readingEntry(
  stepId: string,
  kind: string,
  value: number,
  label: string,
  more: { readingId?: string | undefined; load?: number; sure?: boolean; clock?: boolean } = {},
): Entry {
  return {
    kind: 'reading',
    label,
    body: {
      id: uuid(),
      stepId,
      kind: kind as ReadingName,
      value,
      load: more.load ?? 0,
      deviceTime: deviceTime(),
      ...(more.readingId ? { readingId: more.readingId } : {}),
      ...(more.sure ? { sure: true } : {}),
      ...(more.clock ? { clock: true } : {}),
    },
  };
}

/** Something said or ticked as an entry of this device. */
export function markEntry(stepId: string | null, mark: Mark, label: string): Entry {
  return { kind: 'mark', label, body: { id: uuid(), stepId, deviceTime: deviceTime(), ...mark } };
}
