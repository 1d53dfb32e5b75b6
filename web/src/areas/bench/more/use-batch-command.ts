import { useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { catchUp } from '../../../data/batch-facts.js';
import { useCommand } from '../../../data/use-command.js';

/** Reasons of the lead, by guard. */
type Signed = Readonly<Record<string, string>>;
type Work = (signed: Signed) => Promise<unknown>;

export interface BatchCommand {
  run: (work: Work) => Promise<void>;
  /** The same again, with the lead's reasons. */
  sign: (signed: Signed) => Promise<void>;
  error: unknown;
  busy: boolean;
}

/** Runs a command on a batch, takes what it changed, and keeps what went wrong for the lead to sign. */
export function useBatchCommand(batchId: string, onDone: () => void): BatchCommand {
  const client = useQueryClient();
  const { run, error, busy } = useCommand(['batch'], onDone);
  const [last, setLast] = useState<{ work: Work }>();
  const runOnBatch = (work: Work, signed: Signed) =>
    run(async () => {
      await work(signed);
      await catchUp(client, batchId);
    });
  return {
    run: (work) => {
      setLast({ work });
      return runOnBatch(work, {});
    },
    sign: (signed) => (last ? runOnBatch(last.work, signed) : Promise.resolve()),
    error,
    busy,
  };
}
