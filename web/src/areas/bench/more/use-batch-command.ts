import { useQueryClient } from '@tanstack/react-query';
import { catchUp } from '../../../data/batch-facts.js';
import { useCommand } from '../../../data/use-command.js';

/** Runs a command on a batch, takes what it changed, and keeps what went wrong. */
export function useBatchCommand(batchId: string, onDone: () => void) {
  const client = useQueryClient();
  const { run, error, busy } = useCommand(['batch'], onDone);
  const runOnBatch = (work: () => Promise<unknown>) =>
    run(async () => {
      await work();
      await catchUp(client, batchId);
    });
  return { run: runOnBatch, error, busy };
}
