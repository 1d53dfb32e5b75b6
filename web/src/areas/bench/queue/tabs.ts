/** What the tabs of one device have between them. */
export interface Tabs {
  /** Does something while no other tab does; waits for its turn. */
  alone: <T>(work: () => Promise<T>) => Promise<T>;
  /** Tells the other tabs that what lies on the device has changed. */
  tell: () => void;
  listen: (listener: () => void) => void;
}

const NAME = 'zest-entries';

/** The tabs of this browser, by its locks and its channel; a browser without either is one tab. */
export function browserTabs(): Tabs {
  const channel = 'BroadcastChannel' in globalThis ? new BroadcastChannel(NAME) : undefined;
  return {
    alone: async (work) => {
      if (!('locks' in navigator)) return work();
      return navigator.locks.request(NAME, work) as Promise<Awaited<ReturnType<typeof work>>>;
    },
    tell: () => channel?.postMessage('changed'),
    listen: (listener) => channel?.addEventListener('message', listener),
  };
}
