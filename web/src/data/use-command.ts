import { useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { refresh, type Topic } from './queries.js';

/** Sends one command at a time, then has everything read again that a change about these may have touched. */
export function useCommand(topics: readonly Topic[], onDone: () => void = () => undefined) {
  const client = useQueryClient();
  const [error, setError] = useState<unknown>();
  const [busy, setBusy] = useState(false);
  const run = async (work: () => Promise<unknown>) => {
    setBusy(true);
    setError(undefined);
    try {
      await work();
      await refresh(client, topics);
      onDone();
    } catch (problem) {
      setError(problem);
    } finally {
      setBusy(false);
    }
  };
  return { run, error, busy };
}
