import { useQuery } from '@tanstack/react-query';
import { useMemo } from 'react';
import { fold, type BatchFacts, type BatchView } from '@zest/core';
import { batchFactsQuery } from '../../data/batch-facts.js';
import { deviceTime } from '../../data/device-time.js';

/**
 * One batch, folded here from its facts; live events add to them.
 *
 * @param played what else is to be counted in, such as entries that wait on this device
 */
export function useBatch(id: string, played: (facts: BatchFacts) => BatchFacts = sameFacts) {
  const { data, error, refetch } = useQuery(batchFactsQuery(id));
  const view = useMemo(
    (): BatchView | undefined => data && fold(played(data.facts), { ...data.shop, now: deviceTime() }),
    [data, played],
  );
  return { data: view, error, refetch };
}

function sameFacts(facts: BatchFacts): BatchFacts {
  return facts;
}
