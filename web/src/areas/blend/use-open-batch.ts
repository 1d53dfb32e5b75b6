import { useState } from 'react';
import { ROUTES, type BatchChanged, type OpenBatchInput } from '@zest/contract';
import { ApiProblem } from '../../data/api.js';
import { command } from '../../data/command.js';
import { useShopTime } from '../../ui/shop-time.js';

export interface Guard {
  /** Name under which the lead's reason is kept. */
  name: string;
  sentence: string;
}

/**
 * Opens batches. When all that speaks against one can be signed past, the guards are handed back
 * for the lead's reasons instead of an error.
 */
export function useOpenBatch() {
  const time = useShopTime();
  const [error, setError] = useState<unknown>();
  const [toSign, setToSign] = useState<Guard[]>([]);
  const [busy, setBusy] = useState(false);
  const open = async (body: Omit<OpenBatchInput, 'id' | 'plannedFor'>): Promise<BatchChanged | undefined> => {
    setBusy(true);
    setError(undefined);
    setToSign([]);
    try {
      return await command(ROUTES.openBatch, {
        body: { plannedFor: time.today(), ...body },
      });
    } catch (problem) {
      const guards = guardsOf(problem);
      if (guards.length > 0) setToSign(guards);
      else setError(problem);
      return undefined;
    } finally {
      setBusy(false);
    }
  };
  return { open, error, toSign, busy, forget: () => setToSign([]) };
}

function guardsOf(problem: unknown): Guard[] {
  const issues = problem instanceof ApiProblem ? (problem.problem.errors ?? []) : [];
  const signable = issues.filter((i) => i.path.startsWith('signed.'));
  return signable.length === issues.length
    ? signable.map((i) => ({ name: i.path.slice('signed.'.length), sentence: i.message }))
    : [];
}
