import { useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';

/** Sends one command at a time, then has everything read again that it may have changed. */
export function useCommand(readAgain: readonly string[], onDone: () => void = () => undefined) {
  const client = useQueryClient();
  const [error, setError] = useState<unknown>();
  const [busy, setBusy] = useState(false);
  const run = async (work: () => Promise<unknown>) => {
    setBusy(true);
    setError(undefined);
    try {
      await work();
      await Promise.all(readAgain.map((key) => client.invalidateQueries({ queryKey: [key] })));
      onDone();
    } catch (problem) {
      setError(problem);
    } finally {
      setBusy(false);
    }
  };
  return { run, error, busy };
}
