import { useState } from 'react';
import { ROUTES, type BatchChanged, type OpenBatchInput } from '@zest/contract';
import { guardsOf, type Guard } from '../../data/api.js';
import { command } from '../../data/command.js';
import { useShopTime } from '../../ui/shop-time.js';

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
