import { useQueryClient } from '@tanstack/react-query';
import type { BatchSheet } from '@zest/contract';
import { useCommand } from '../../app/use-command.js';

/** Runs a command that answers the sheet, shows the sheet, and keeps what went wrong. */
export function useBatchCommand(batchId: string, onDone: () => void) {
  const client = useQueryClient();
  const { run, error, busy } = useCommand(['batch-lots'], onDone);
  const runOnBatch = (work: () => Promise<BatchSheet>) =>
    run(async () => client.setQueryData(['batch', batchId], await work()));
  return { run: runOnBatch, error, busy };
}
