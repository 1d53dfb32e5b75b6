import { useEffect, useRef, useState } from 'react';
import type { ChancePrice, LimitSaving, PlanInput, PlanOptimal } from '@zest/core';
import type { PlanReply } from '../../workers/plan.worker.js';
import { newPlanWorker } from './new-plan-worker.js';

/** The plan must stand this long before its reasons are worked out. */
const REST_MS = 250;

export interface Why {
  prices: ChancePrice[] | undefined;
  savings: LimitSaving[] | undefined;
  others: PlanOptimal[] | undefined;
}

const NOTHING: Why = { prices: undefined, savings: undefined, others: undefined };

/** Reasons and other blends, after the answer; a new answer stops the work on the old one. */
export function useWhy(input: PlanInput | undefined, answer: PlanOptimal | undefined): Why {
  const worker = useRef<{ worker: Worker; busy: boolean } | undefined>(undefined);
  const newest = useRef(0);
  const [why, setWhy] = useState<Why>(NOTHING);
  useEffect(() => () => worker.current?.worker.terminate(), []);
  useEffect(() => {
    if (!input || !answer) return;
    newest.current += 1;
    const id = newest.current;
    setWhy(NOTHING);
    const timer = window.setTimeout(() => {
      if (worker.current?.busy) {
        worker.current.worker.terminate();
        worker.current = undefined;
      }
      worker.current ??= { worker: newPlanWorker(), busy: false };
      const mine = worker.current;
      mine.busy = true;
      mine.worker.onmessage = (event: MessageEvent<PlanReply>) => {
        const reply = event.data;
        if (reply.id !== newest.current) return;
        if (reply.kind === 'prices') setWhy((now) => ({ ...now, prices: reply.prices }));
        if (reply.kind === 'savings') setWhy((now) => ({ ...now, savings: reply.savings }));
        if (reply.kind === 'others') setWhy((now) => ({ ...now, others: reply.others }));
        if (reply.kind === 'others' || reply.kind === 'refused') mine.busy = false;
      };
      mine.worker.postMessage({ kind: 'why', id, input, answer });
    }, REST_MS);
    return () => window.clearTimeout(timer);
  }, [input, answer]);
  return why;
}
