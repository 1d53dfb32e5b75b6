import { useCallback, useEffect, useRef, useState } from 'react';
import type { DayAnswer, DayInput } from '@zest/core';
import type { PlanReply } from '../../workers/plan.worker.js';
import { newPlanWorker } from './new-plan-worker.js';

export interface DayState {
  answer: DayAnswer | undefined;
  ms: number | undefined;
  /** Set while it is being worked out. */
  progress: { part: number; what: string } | undefined;
  refused: string[];
}

const IDLE: DayState = { answer: undefined, ms: undefined, progress: undefined, refused: [] };

/** The whole day's plan in a worker, with progress; it can be stopped at any moment. */
export function useDay(): DayState & { ask: (input: DayInput) => void; stop: () => void } {
  const worker = useRef<Worker | undefined>(undefined);
  const newest = useRef(0);
  const [state, setState] = useState<DayState>(IDLE);
  const stop = useCallback(() => {
    worker.current?.terminate();
    worker.current = undefined;
    setState((now) => ({ ...now, progress: undefined }));
  }, []);
  useEffect(() => stop, [stop]);
  const ask = useCallback((input: DayInput) => {
    worker.current?.terminate();
    const created = newPlanWorker();
    worker.current = created;
    newest.current += 1;
    const id = newest.current;
    setState((now) => ({ ...now, refused: [], progress: { part: 0, what: 'starting' } }));
    created.onmessage = (event: MessageEvent<PlanReply>) => {
      const reply = event.data;
      if (reply.id !== newest.current) return;
      if (reply.kind === 'day-step') {
        setState((now) => ({ ...now, progress: { part: reply.done / reply.of, what: reply.what } }));
      }
      if (reply.kind === 'day') {
        setState({ answer: reply.answer, ms: reply.ms, progress: undefined, refused: [] });
      }
      if (reply.kind === 'refused') {
        setState((now) => ({ ...now, progress: undefined, refused: reply.sentences }));
      }
    };
    created.postMessage({ kind: 'day', id, input });
  }, []);
  return { ...state, ask, stop };
}
