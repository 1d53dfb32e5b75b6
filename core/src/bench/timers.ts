/** The timers of a batch, and what they are called. */
export const TIMERS = {
  soak: 'Soak the casing',
  chill: 'Chill the meat',
  machine: 'Rest of the machine',
} as const;
export type TimerId = keyof typeof TIMERS;

/** A timer somebody started for a batch, or stopped; ms. */
export interface TimerEvent {
  id: TimerId;
  kind: 'start' | 'stop';
  atMs: number;
  minutes: number;
}

export interface Timer {
  id: TimerId;
  startedMs: number;
  dueMs: number;
}

/** The timers of a batch that nobody has stopped, the one due first at the front. A new start replaces the old. */
export function runningTimers(events: readonly TimerEvent[]): Timer[] {
  const timers = new Map<TimerId, Timer>();
  for (const event of [...events].sort((a, b) => a.atMs - b.atMs)) {
    if (event.kind === 'stop') timers.delete(event.id);
    else {
      timers.set(event.id, {
        id: event.id,
        startedMs: event.atMs,
        dueMs: event.atMs + event.minutes * 60_000,
      });
    }
  }
  return [...timers.values()].sort((a, b) => a.dueMs - b.dueMs);
}

/** Minutes and seconds left, counted up again with a plus once it is due: `4:05`, `+0:30`. */
export function timerWords(timer: Timer, nowMs: number): { text: string; ringing: boolean } {
  const ringing = nowMs >= timer.dueMs;
  const seconds = ringing
    ? Math.floor((nowMs - timer.dueMs) / 1000)
    : Math.ceil((timer.dueMs - nowMs) / 1000);
  const hours = Math.floor(seconds / 3600);
  const minutes = Math.floor((seconds % 3600) / 60);
  const two = (n: number) => String(n).padStart(2, '0');
  const clock =
    hours > 0 ? `${hours}:${two(minutes)}:${two(seconds % 60)}` : `${minutes}:${two(seconds % 60)}`;
  return { text: ringing ? `+${clock}` : clock, ringing };
}
