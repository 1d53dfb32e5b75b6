import type { OutOfChill } from '../rules/house.js';

export interface ChillEvent {
  /** Milliseconds since the epoch. */
  at: number;
  /** Taken out, put back, or read cold: only the last says that the time out is over. */
  kind: 'out' | 'in' | 'cold';
}

export interface ChillClock {
  minutes: number;
  isOut: boolean;
  level: 'fine' | 'warn' | 'stop';
}

/** Time out of the chill: what is over, ms, and since when it is out now; null while it is in. */
export interface TimeOut {
  beforeMs: number;
  sinceMs: number | null;
}

/**
 * Adds up all times out since it was last read cold while it was in. A second `out` while it is out, an `in` while it is
 * in, and a reading while it is out change nothing.
 */
export function timeOut(events: readonly ChillEvent[]): TimeOut {
  let beforeMs = 0;
  let sinceMs: number | null = null;
  for (const { kind, at } of [...events].sort((a, b) => a.at - b.at)) {
    if (kind === 'out') sinceMs ??= at;
    else if (kind === 'cold') beforeMs = sinceMs === null ? 0 : beforeMs;
    else if (sinceMs !== null) {
      beforeMs += at - sinceMs;
      sinceMs = null;
    }
  }
  return { beforeMs, sinceMs };
}

/**
 * Minutes a lot or tub has stood out of the chill, and what they mean.
 *
 * @param now milliseconds; what is still out counts up to now
 * @param limits what the shop allows
 */
export function clockOf({ beforeMs, sinceMs }: TimeOut, now: number, limits: OutOfChill): ChillClock {
  const minutes = (beforeMs + (sinceMs === null ? 0 : Math.max(0, now - sinceMs))) / 60_000;
  const { warnMinutes, stopMinutes } = limits;
  return {
    minutes,
    isOut: sinceMs !== null,
    level: minutes >= stopMinutes ? 'stop' : minutes >= warnMinutes ? 'warn' : 'fine',
  };
}

/**
 * {@link clockOf} from what happened to it.
 *
 * @param events in any order
 */
export function chillClock(events: readonly ChillEvent[], now: number, limits: OutOfChill): ChillClock {
  return clockOf(timeOut(events), now, limits);
}
