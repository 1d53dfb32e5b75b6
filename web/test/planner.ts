import {
  InputError,
  alternatives,
  chancePrices,
  plan,
  planDay,
  savingsOfLimits,
  type Solve,
} from '@zest/core';
import type { PlanReply, PlanRequest } from '../src/workers/plan.worker.js';

/** The planner’s thread without a thread: it works the same, and answers a moment later. */
export class PlannerStandIn extends EventTarget {
  onmessage: ((event: MessageEvent<PlanReply>) => void) | null = null;
  #ended = false;

  constructor(readonly solve: Solve) {
    super();
  }

  postMessage(request: PlanRequest): void {
    queueMicrotask(() => {
      if (!this.#ended) this.#work(request);
    });
  }

  terminate(): void {
    this.#ended = true;
  }

  #work(request: PlanRequest): void {
    const { id } = request;
    try {
      if (request.kind === 'plan') {
        this.#post({ id, kind: 'answer', answer: plan(request.input, this.solve), ms: 1 });
      } else if (request.kind === 'why') {
        this.#post({ id, kind: 'prices', prices: chancePrices(request.input, this.solve) });
        this.#post({
          id,
          kind: 'savings',
          savings: savingsOfLimits(request.input, request.answer, this.solve),
        });
        this.#post({ id, kind: 'others', others: alternatives(request.input, request.answer, this.solve) });
      } else {
        this.#post({ id, kind: 'day', answer: planDay(request.input, this.solve, () => undefined), ms: 1 });
      }
    } catch (error) {
      if (!(error instanceof InputError)) throw error;
      this.#post({ id, kind: 'refused', sentences: error.issues.map((i) => i.message) });
    }
  }

  #post(reply: PlanReply): void {
    const event = new MessageEvent('message', { data: reply });
    this.dispatchEvent(event);
    this.onmessage?.(event);
  }
}
