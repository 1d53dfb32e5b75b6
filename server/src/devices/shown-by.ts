import { readingKind, type ReadingHow, type TransferHow } from '@zest/core';
import type { AppContext } from '../platform/app-context.js';
import { offsetOf } from './store/calibrations.js';

/** What is written down of how a figure became known. */
export interface Source<How> {
  how: How;
  /** The device that showed it, and which of its readings was believed. */
  deviceId: string | null;
  readingId: string | null;
}

/** An entry that says which reading of a device it took. */
interface Claim {
  /** Id of the entry. */
  id: string;
  readingId?: string | undefined;
}

const TYPED = { how: 'typed' as const, deviceId: null, readingId: null };
/** In the air of a chamber nothing is known of what hangs there. */
const OF_THE_AIR = 'chamber';

/**
 * A weight as a scale of this process has really shown it in the last seconds; else it counts as typed. A
 * reading is one weight: a second entry that claims it is typed.
 */
export function shownBy(
  app: AppContext,
  { id, readingId }: Claim,
  massMg: number,
): Source<Exclude<TransferHow, 'derived'>> {
  if (readingId === undefined || massMg <= 0 || !app.scales.believes(readingId, massMg)) return TYPED;
  if (!isFirst(app, readingId, id)) return TYPED;
  return { how: 'scale', deviceId: app.scales.deviceOf(readingId) ?? null, readingId };
}

/**
 * A figure as a device of its own kind has really shown it: a temperature by a probe with its offset of
 * today – a core by none that hangs in the air –, a weight by a scale. Else it counts as typed.
 */
export async function readBy(
  app: AppContext,
  claim: Claim,
  { kind, value, inCore }: { kind: string; value: number; inCore: boolean },
): Promise<Source<ReadingHow>> {
  const { given } = readingKind(kind);
  if (given === 'scale' || given === 'load scale') return shownBy(app, claim, value);
  const { id, readingId } = claim;
  const probe = readingId === undefined ? undefined : app.probes.deviceOf(readingId);
  if (given !== 'probe' || probe === undefined || readingId === undefined) return TYPED;
  if (probe === OF_THE_AIR && inCore) return TYPED;
  const offsetC = await offsetOf(app, `probe-${probe}`);
  if (!app.probes.believes(readingId, value - offsetC) || !isFirst(app, readingId, id)) return TYPED;
  return { how: 'probe', deviceId: probe, readingId };
}

/** Devices count their readings anew when they are switched on, so that a number comes again later. */
const REMEMBERED_MS = 60_000;
const taken = new WeakMap<AppContext, Map<string, { by: string; atMs: number }>>();

/** Whether no other entry has taken this reading. */
function isFirst(app: AppContext, readingId: string, by: string): boolean {
  const known = taken.get(app) ?? new Map<string, { by: string; atMs: number }>();
  taken.set(app, known);
  const now = app.now().getTime();
  for (const [key, { atMs }] of known) if (now - atMs > REMEMBERED_MS) known.delete(key);
  const before = known.get(readingId);
  if (before) return before.by === by;
  known.set(readingId, { by, atMs: now });
  return true;
}
