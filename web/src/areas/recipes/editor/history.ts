/** What can be undone and redone of one value. */
export interface History<T> {
  past: T[];
  now: T;
  future: T[];
  /** What the last change was about; changes of one thing in a row are undone together. */
  topic: string | undefined;
}

export function begin<T>(value: T): History<T> {
  return { past: [], now: value, future: [], topic: undefined };
}

/** How far back one can go. */
const DEPTH = 200;

/** A change; typing on in the same field (`topic`) is one change. */
export function change<T>(history: History<T>, value: T, topic?: string): History<T> {
  if (value === history.now) return history;
  const together = topic !== undefined && topic === history.topic;
  return {
    past: together ? history.past : [...history.past, history.now].slice(-DEPTH),
    now: value,
    future: [],
    topic,
  };
}

export function undo<T>(history: History<T>): History<T> {
  const before = history.past[history.past.length - 1];
  if (before === undefined) return history;
  return {
    past: history.past.slice(0, -1),
    now: before,
    future: [history.now, ...history.future],
    topic: undefined,
  };
}

export function redo<T>(history: History<T>): History<T> {
  const [after, ...future] = history.future;
  if (after === undefined) return history;
  return { past: [...history.past, history.now], now: after, future, topic: undefined };
}
