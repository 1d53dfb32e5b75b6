import loadHighs from 'highs';
import wasmUrl from 'highs/runtime?url';
import {
  InputError,
  alternatives,
  chancePrices,
  highsSolve,
  plan,
  planDay,
  savingsOfLimits,
  type ChancePrice,
  type DayAnswer,
  type DayInput,
  type LimitSaving,
  type PlanAnswer,
  type PlanInput,
  type PlanOptimal,
  type Solve,
} from '@zest/core';

export type PlanRequest =
  | { kind: 'plan'; id: number; input: PlanInput }
  | { kind: 'why'; id: number; input: PlanInput; answer: PlanOptimal }
  | { kind: 'day'; id: number; input: DayInput };

export type PlanReply =
  | { id: number; kind: 'answer'; answer: PlanAnswer; ms: number }
  | { id: number; kind: 'prices'; prices: ChancePrice[] }
  | { id: number; kind: 'savings'; savings: LimitSaving[] }
  | { id: number; kind: 'others'; others: PlanOptimal[] }
  | { id: number; kind: 'day-step'; done: number; of: number; what: string }
  | { id: number; kind: 'day'; answer: DayAnswer; ms: number }
  | { id: number; kind: 'refused'; sentences: string[] };

let solver: Promise<Solve> | undefined;

self.addEventListener('message', (event: MessageEvent<PlanRequest>) => {
  void answer(event.data);
});

/** A solver that has failed once may be broken for good: the second attempt gets a new one. */
async function answer(request: PlanRequest, attempts = 2): Promise<void> {
  solver ??= loadHighs({ locateFile: () => wasmUrl }).then((highs) => highsSolve(highs));
  const solve = await solver;
  try {
    work(request, solve);
  } catch (error) {
    if (error instanceof InputError) {
      post({ id: request.id, kind: 'refused', sentences: error.issues.map((i) => i.message) });
    } else if (attempts > 1) {
      solver = undefined;
      await answer(request, attempts - 1);
    } else {
      post({ id: request.id, kind: 'refused', sentences: ['The blend could not be computed.'] });
    }
  }
}

function work(request: PlanRequest, solve: Solve): void {
  const { id } = request;
  const started = performance.now();
  if (request.kind === 'plan') {
    post({ id, kind: 'answer', answer: plan(request.input, solve), ms: performance.now() - started });
  } else if (request.kind === 'why') {
    post({ id, kind: 'prices', prices: chancePrices(request.input, solve) });
    post({ id, kind: 'savings', savings: savingsOfLimits(request.input, request.answer, solve) });
    post({ id, kind: 'others', others: alternatives(request.input, request.answer, solve) });
  } else {
    const answer = planDay(request.input, solve, (step) => post({ id, kind: 'day-step', ...step }));
    post({ id, kind: 'day', answer, ms: performance.now() - started });
  }
}

function post(reply: PlanReply): void {
  self.postMessage(reply);
}
