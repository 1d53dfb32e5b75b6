import { useQueryClient } from '@tanstack/react-query';
import { useCallback, useEffect, useRef, useState } from 'react';
import { ROUTES, type CasingUse, type MassOut, type NewReading, type Weighing } from '@zest/contract';
import { ApiProblem, call } from '../app/api.js';

/** An entry on its way to the server. It keeps its id, so sending it again never doubles it. */
export type Entry = { label: string; sentence?: string } & (
  | { kind: 'weighing'; body: Weighing }
  | { kind: 'out'; body: MassOut }
  | { kind: 'reading'; body: NewReading }
  | { kind: 'casing'; body: CasingUse }
);

const RETRY_MS = 3000;

function send(batchId: string, entry: Entry) {
  const params = { id: batchId };
  switch (entry.kind) {
    case 'weighing':
      return call(ROUTES.recordWeighing, { params, body: entry.body });
    case 'out':
      return call(ROUTES.recordMassOut, { params, body: entry.body });
    case 'reading':
      return call(ROUTES.recordReading, { params, body: entry.body });
    case 'casing':
      return call(ROUTES.recordCasing, { params, body: entry.body });
  }
}

export interface Pending {
  waiting: readonly Entry[];
  /** Entries that the server refused, with its sentence. */
  refused: readonly Entry[];
  /** Sends an entry; true when the server has confirmed it. */
  record: (entry: Entry) => Promise<boolean>;
  sendAgain: () => Promise<void>;
  dismiss: (id: string) => void;
}

/**
 * Records entries of a batch. What cannot be sent stays on the device, shown as waiting, and is sent
 * in order when the server answers again; a reload does not lose it.
 */
export function usePending(batchId: string): Pending {
  const client = useQueryClient();
  const key = `zest-waiting-${batchId}`;
  const [waiting, setWaiting] = useState<Entry[]>(() => read(key));
  const [refused, setRefused] = useState<Entry[]>([]);
  const sending = useRef(false);
  const queue = useRef(waiting);

  const keep = useCallback(
    (entries: Entry[]) => {
      queue.current = entries;
      setWaiting(entries);
      localStorage.setItem(key, JSON.stringify(entries));
    },
    [key],
  );

  const sendAgain = useCallback(async () => {
    if (sending.current) return;
    sending.current = true;
    try {
      for (let entry = queue.current[0]; entry; entry = queue.current[0]) {
        try {
          await send(batchId, entry);
        } catch (error) {
          if (!(error instanceof ApiProblem) || error.problem.status === 401) return;
          const sentence = error.message;
          setRefused((now) => [...now, { ...(entry as Entry), sentence }]);
        }
        keep(queue.current.slice(1));
      }
    } finally {
      sending.current = false;
      await client.invalidateQueries({ queryKey: ['batch', batchId] });
    }
  }, [batchId, client, keep]);

  const record = useCallback(
    async (entry: Entry) => {
      keep([...queue.current, entry]);
      await sendAgain();
      return !queue.current.some((e) => e.body.id === entry.body.id);
    },
    [keep, sendAgain],
  );

  useEffect(() => {
    if (waiting.length === 0) return;
    const timer = window.setInterval(() => void sendAgain(), RETRY_MS);
    return () => window.clearInterval(timer);
  }, [waiting.length, sendAgain]);

  const dismiss = (id: string) => setRefused((now) => now.filter((e) => e.body.id !== id));
  return { waiting, refused, record, sendAgain, dismiss };
}

function read(key: string): Entry[] {
  try {
    return JSON.parse(localStorage.getItem(key) ?? '[]') as Entry[];
  } catch {
    return [];
  }
}
