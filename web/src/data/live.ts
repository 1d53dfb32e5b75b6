import { useQueryClient } from '@tanstack/react-query';
import { useEffect, useSyncExternalStore } from 'react';
import { LIVE_PATH, type Change, type ProbeReadingMessage, type ScaleReadingMessage } from '@zest/contract';
import { takeChange } from './batch-facts.js';
import { refresh } from './queries.js';

type LiveMessage =
  | { kind: 'change'; data: Change }
  | { kind: 'scale'; data: ScaleReadingMessage }
  | { kind: 'probe'; data: ProbeReadingMessage }
  | { kind: 'state'; connected: boolean };

/**
 * One connection a browser: the tab that holds the lock listens to the server and tells the others.
 */
class LiveConnection {
  readonly #listeners = new Set<(message: LiveMessage) => void>();
  readonly #channel = 'BroadcastChannel' in globalThis ? new BroadcastChannel('zest-live') : undefined;
  #started = false;
  connected = false;
  readonly scales = new Map<string, ScaleReadingMessage>();
  readonly probes = new Map<string, ProbeReadingMessage>();

  listen(listener: (message: LiveMessage) => void): () => void {
    this.#listeners.add(listener);
    this.#start();
    return () => {
      this.#listeners.delete(listener);
    };
  }

  #start(): void {
    if (this.#started) return;
    this.#started = true;
    this.#channel?.addEventListener('message', (event: MessageEvent<LiveMessage>) => this.#take(event.data));
    if ('locks' in navigator) {
      void navigator.locks.request('zest-live', () => {
        this.#open();
        return new Promise<never>(() => undefined);
      });
    } else this.#open();
  }

  #open(): void {
    const source = new EventSource(LIVE_PATH);
    const tell = (message: LiveMessage) => {
      this.#channel?.postMessage(message);
      this.#take(message);
    };
    source.addEventListener('open', () => tell({ kind: 'state', connected: true }));
    source.addEventListener('error', () => tell({ kind: 'state', connected: false }));
    source.addEventListener('change', (e: MessageEvent<string>) =>
      tell({ kind: 'change', data: JSON.parse(e.data) as Change }),
    );
    source.addEventListener('scale', (e: MessageEvent<string>) =>
      tell({ kind: 'scale', data: JSON.parse(e.data) as ScaleReadingMessage }),
    );
    source.addEventListener('probe', (e: MessageEvent<string>) =>
      tell({ kind: 'probe', data: JSON.parse(e.data) as ProbeReadingMessage }),
    );
  }

  #take(message: LiveMessage): void {
    if (message.kind === 'state') this.connected = message.connected;
    else this.connected = true;
    if (message.kind === 'scale') this.scales.set(message.data.scaleId, message.data);
    if (message.kind === 'probe') this.probes.set(message.data.probeId, message.data);
    for (const listener of this.#listeners) listener(message);
  }
}

export const live = new LiveConnection();

/** Reads again what the server says has changed, and everything after a lost connection. */
export function useLiveQueries(): void {
  const client = useQueryClient();
  useEffect(() => {
    let wasConnected = true;
    return live.listen((message) => {
      if (message.kind === 'change') {
        const { data } = message;
        if (data.topic === 'batch') void takeChange(client, data).catch(() => undefined);
        void refresh(client, [data.topic], data.topic === 'batch' ? 'lists' : 'all').catch(() => undefined);
      }
      if (message.kind === 'state') {
        if (message.connected && !wasConnected) void client.invalidateQueries();
        wasConnected = message.connected;
      }
    });
  }, [client]);
}

export function useConnected(): boolean {
  return useSyncExternalStore(
    (notify) => live.listen((message) => (message.kind === 'state' ? notify() : undefined)),
    () => live.connected,
  );
}

/** The latest reading of a scale, as it comes. */
export function useScaleReading(scaleId: string): ScaleReadingMessage | undefined {
  return useSyncExternalStore(
    (notify) =>
      live.listen((message) =>
        message.kind === 'scale' && message.data.scaleId === scaleId ? notify() : undefined,
      ),
    () => live.scales.get(scaleId),
  );
}

/** What a channel of the thermometer shows, as it comes; before its offset. */
export function useProbeReading(probeId: string): ProbeReadingMessage | undefined {
  return useSyncExternalStore(
    (notify) =>
      live.listen((message) =>
        message.kind === 'probe' && message.data.probeId === probeId ? notify() : undefined,
      ),
    () => live.probes.get(probeId),
  );
}
