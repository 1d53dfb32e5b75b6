import { useQueryClient } from '@tanstack/react-query';
import { useCallback, useEffect, useMemo, useSyncExternalStore } from 'react';
import { catchUp } from '../../data/batch-facts.js';
import { deviceTime } from '../../data/device-time.js';
import { useConnected } from '../../data/live.js';
import { usePerson } from '../../data/session.js';
import { deviceQueue } from './queue/device-queue.js';
import type { Entry, KeptEntry } from './queue/entry.js';

const RETRY_MS = 3000;

export interface Pending {
  /** Entries of this batch that the server does not have yet, the oldest first. */
  waiting: readonly KeptEntry[];
  /** Entries that the server refused, with its sentence. */
  refused: readonly KeptEntry[];
  /** Writes an entry down and sends it; true when the server has confirmed it. */
  record: (entry: Entry) => Promise<boolean>;
  sendAgain: () => Promise<void>;
  dismiss: (id: string) => void;
}

/**
 * The entries of a batch on this device. What cannot be sent stays, shown as waiting, and is sent in
 * order when the server answers again; neither a reload nor a flat battery loses it.
 */
export function usePending(batchId: string): Pending {
  const client = useQueryClient();
  const connected = useConnected();
  const person = usePerson();
  const entries = useSyncExternalStore(
    (notify) => deviceQueue.listen(notify),
    () => deviceQueue.entries,
  );
  const mine = useMemo(() => entries.filter((k) => k.batchId === batchId), [entries, batchId]);
  const waiting = useMemo(() => mine.filter((k) => k.refused === null), [mine]);

  const sendAgain = useCallback(async () => {
    await deviceQueue.sendAll();
    await catchUp(client, batchId).catch(() => undefined);
  }, [batchId, client]);

  const record = useCallback(
    async (entry: Entry) => {
      const { id: madeBy, name: makerName } = person;
      const confirmed = await deviceQueue.record(batchId, entry, { madeBy, makerName, madeAt: deviceTime() });
      await catchUp(client, batchId).catch(() => undefined);
      return confirmed;
    },
    [batchId, client, person],
  );

  useEffect(() => {
    void sendAgain();
  }, [sendAgain, connected]);
  useEffect(() => {
    if (waiting.length === 0) return;
    const timer = window.setInterval(() => void sendAgain(), RETRY_MS);
    return () => window.clearInterval(timer);
  }, [waiting.length, sendAgain]);

  return {
    waiting,
    refused: mine.filter((k) => k.refused !== null),
    record,
    sendAgain,
    dismiss: (id) => void deviceQueue.dismiss(id),
  };
}
