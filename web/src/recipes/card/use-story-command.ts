import { useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';

/** Sends one command about a recipe and has its story read again. */
export function useStoryCommand(onDone: () => void = () => undefined) {
  const client = useQueryClient();
  const [error, setError] = useState<unknown>();
  const [busy, setBusy] = useState(false);
  const run = async (work: () => Promise<unknown>) => {
    setBusy(true);
    setError(undefined);
    try {
      await work();
      await client.invalidateQueries({ queryKey: ['recipe'] });
      onDone();
    } catch (problem) {
      setError(problem);
    } finally {
      setBusy(false);
    }
  };
  return { run, error, busy };
}
