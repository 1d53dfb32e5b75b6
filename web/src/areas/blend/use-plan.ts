import { useEffect, useRef, useState } from 'react';
import type { PlanAnswer, PlanInput } from '@zest/core';
import type { PlanReply } from '../../workers/plan.worker.js';
import { newPlanWorker } from './new-plan-worker.js';

/** How long the hand must rest before the plan is asked again. */
const REST_MS = 20;

export interface PlanState {
  answer: PlanAnswer | undefined;
  /** The question that the answer is to. */
  asked: PlanInput | undefined;
  refused: string[];
  busy: boolean;
  ms: number | undefined;
}

const WAITING: PlanState = { answer: undefined, asked: undefined, refused: [], busy: true, ms: undefined };

/** Plans in a worker, off the main thread; only the newest question is answered. */
export function usePlan(input: PlanInput | undefined): PlanState {
  const worker = useRef<Worker | undefined>(undefined);
  const newest = useRef<{ id: number; input: PlanInput | undefined }>({ id: 0, input: undefined });
  const [state, setState] = useState<PlanState>(WAITING);
  useEffect(() => {
    const created = newPlanWorker();
    worker.current = created;
    created.addEventListener('message', (event: MessageEvent<PlanReply>) => {
      const reply = event.data;
      if (reply.id !== newest.current.id) return;
      const asked = newest.current.input;
      if (reply.kind === 'answer') {
        setState({ answer: reply.answer, asked, refused: [], busy: false, ms: reply.ms });
      } else if (reply.kind === 'refused') {
        setState({ answer: undefined, asked, refused: reply.sentences, busy: false, ms: undefined });
      }
    });
    return () => created.terminate();
  }, []);
  useEffect(() => {
    if (!input) return;
    newest.current = { id: newest.current.id + 1, input };
    const { id } = newest.current;
    const timer = window.setTimeout(() => {
      setState((now) => ({ ...now, busy: true }));
      worker.current?.postMessage({ kind: 'plan', id, input });
    }, REST_MS);
    return () => window.clearTimeout(timer);
  }, [input]);
  return state;
}
