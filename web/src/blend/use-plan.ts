import { useEffect, useRef, useState } from 'react';
import type { PlanAnswer, PlanInput } from '@zest/core';
import type { PlanReply, PlanRequest } from '../workers/plan.worker.js';

/** How long the hand must rest before the plan is asked again. */
const REST_MS = 30;

export interface PlanState {
  answer: PlanAnswer | undefined;
  refused: string[];
  busy: boolean;
  ms: number | undefined;
}

/** Plans in a worker, off the main thread; only the newest question is answered. */
export function usePlan(input: PlanInput | undefined): PlanState {
  const worker = useRef<Worker | undefined>(undefined);
  const newest = useRef(0);
  const [state, setState] = useState<PlanState>({
    answer: undefined,
    refused: [],
    busy: true,
    ms: undefined,
  });
  useEffect(() => {
    const created = new Worker(new URL('../workers/plan.worker.ts', import.meta.url), { type: 'module' });
    worker.current = created;
    created.addEventListener('message', (event: MessageEvent<PlanReply>) => {
      const reply = event.data;
      if (reply.id !== newest.current) return;
      setState(
        reply.kind === 'answer'
          ? { answer: reply.answer, refused: [], busy: false, ms: reply.ms }
          : { answer: undefined, refused: reply.sentences, busy: false, ms: undefined },
      );
    });
    return () => created.terminate();
  }, []);
  useEffect(() => {
    if (!input) return;
    newest.current += 1;
    const request: PlanRequest = { id: newest.current, input };
    const timer = window.setTimeout(() => {
      setState((now) => ({ ...now, busy: true }));
      worker.current?.postMessage(request);
    }, REST_MS);
    return () => window.clearTimeout(timer);
  }, [input]);
  return state;
}
