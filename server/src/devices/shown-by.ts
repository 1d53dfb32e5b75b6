import type { ReadingHow, TransferHow } from '@zest/core';
import type { AppContext } from '../platform/app-context.js';
import { offsetOf } from './store/calibrations.js';

/** What is written down of how a figure became known. */
export interface Source<How> {
  how: How;
  /** The device that showed it, and which of its readings was believed. */
  deviceId: string | null;
  readingId: string | null;
}

const TYPED = { how: 'typed' as const, deviceId: null, readingId: null };

/** A weight as a scale of this process has really shown it in the last seconds; else it counts as typed. */
export function shownBy(
  app: AppContext,
  readingId: string | undefined,
  massMg: number,
): Source<Exclude<TransferHow, 'derived'>> {
  if (readingId === undefined || !app.scales.believes(readingId, massMg)) return TYPED;
  return { how: 'scale', deviceId: app.scales.deviceOf(readingId) ?? null, readingId };
}

/** A figure as a probe, with its offset of today, or a scale has really shown it; else it counts as typed. */
export async function readBy(
  app: AppContext,
  readingId: string | undefined,
  value: number,
): Promise<Source<ReadingHow>> {
  const probe = readingId === undefined ? undefined : app.probes.deviceOf(readingId);
  if (probe === undefined || readingId === undefined) return shownBy(app, readingId, value);
  const offsetC = await offsetOf(app, `probe-${probe}`);
  return app.probes.believes(readingId, value - offsetC)
    ? { how: 'probe', deviceId: probe, readingId }
    : TYPED;
}
