import { useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import type { BatchSheet } from '@zest/contract';

/** Runs a command that answers the sheet, shows the sheet, and keeps what went wrong. */
export function useBatchCommand(batchId: string, onDone: () => void) {
  const client = useQueryClient();
  const [error, setError] = useState<unknown>();
  const [busy, setBusy] = useState(false);
  const run = async (work: () => Promise<BatchSheet>) => {
    setBusy(true);
    setError(undefined);
    try {
      client.setQueryData(['batch', batchId], await work());
      void client.invalidateQueries({ queryKey: ['batch-lots', batchId] });
      onDone();
    } catch (problem) {
      setError(problem);
    } finally {
      setBusy(false);
    }
  };
  return { run, error, busy };
}
