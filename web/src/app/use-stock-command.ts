import { useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';

/** Sends one command about stock and has everything that shows stock read again. */
export function useStockCommand(onDone: () => void) {
  const client = useQueryClient();
  const [error, setError] = useState<unknown>();
  const [busy, setBusy] = useState(false);
  const run = async (work: () => Promise<unknown>) => {
    setBusy(true);
    setError(undefined);
    try {
      await work();
      await Promise.all(
        ['lot', 'lots', 'outlook', 'goods', 'customers', 'preparations', 'batch'].map((key) =>
          client.invalidateQueries({ queryKey: [key] }),
        ),
      );
      onDone();
    } catch (problem) {
      setError(problem);
    } finally {
      setBusy(false);
    }
  };
  return { run, error, busy };
}
