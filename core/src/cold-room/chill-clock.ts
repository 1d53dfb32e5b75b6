/** Minutes out of chill after which the screen warns, and after which the lot is held; settings, common practice. */
export const OUT_OF_CHILL = { warnMinutes: 30, stopMinutes: 120 } as const;

export interface ChillEvent {
  /** Milliseconds since the epoch. */
  at: number;
  kind: 'out' | 'in';
}

export interface ChillClock {
  minutes: number;
  isOut: boolean;
  level: 'fine' | 'warn' | 'stop';
}

/**
 * Minutes a lot or tub has stood out of the chill, added up over all its times out.
 * A second `out` while it is out, or an `in` while it is in, changes nothing.
 *
 * @param events in any order
 * @param now milliseconds; what is still out counts up to now
 */
export function chillClock(events: readonly ChillEvent[], now: number): ChillClock {
  let since: number | undefined;
  let total = 0;
  for (const event of [...events].sort((a, b) => a.at - b.at)) {
    if (event.kind === 'out') since ??= event.at;
    else if (since !== undefined) {
      total += event.at - since;
      since = undefined;
    }
  }
  const minutes = (total + (since === undefined ? 0 : Math.max(0, now - since))) / 60_000;
  const { warnMinutes, stopMinutes } = OUT_OF_CHILL;
  return {
    minutes,
    isOut: since !== undefined,
    level: minutes >= stopMinutes ? 'stop' : minutes >= warnMinutes ? 'warn' : 'fine',
  };
}
