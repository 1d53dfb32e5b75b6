import loadHighs from 'highs';
import wasmUrl from 'highs/runtime?url';
import {
  InputError,
  alternatives,
  chancePrices,
  highsSolve,
  plan,
  planDay,
  worthOfLimits,
  type ChancePrice,
  type DayAnswer,
  type DayInput,
  type LimitWorth,
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
  | { id: number; kind: 'worth'; worth: LimitWorth[] }
  | { id: number; kind: 'others'; others: PlanOptimal[] }
  | { id: number; kind: 'day-step'; done: number; of: number; what: string }
  | { id: number; kind: 'day'; answer: DayAnswer; ms: number }
  | { id: number; kind: 'refused'; sentences: string[] };

let solver: Promise<Solve> | undefined;

self.addEventListener('message', (event: MessageEvent<PlanRequest>) => {
  void answer(event.data);
});

async function answer(request: PlanRequest): Promise<void> {
  solver ??= loadHighs({ locateFile: () => wasmUrl }).then((highs) => highsSolve(highs));
  const solve = await solver;
  try {
    work(request, solve);
  } catch (error) {
    const sentences =
      error instanceof InputError ? error.issues.map((i) => i.message) : ['The blend could not be computed.'];
    post({ id: request.id, kind: 'refused', sentences });
  }
}

function work(request: PlanRequest, solve: Solve): void {
  const { id } = request;
  const started = performance.now();
  if (request.kind === 'plan') {
    post({ id, kind: 'answer', answer: plan(request.input, solve), ms: performance.now() - started });
  } else if (request.kind === 'why') {
    post({ id, kind: 'prices', prices: chancePrices(request.input, solve) });
    post({ id, kind: 'worth', worth: worthOfLimits(request.input, request.answer, solve) });
    post({ id, kind: 'others', others: alternatives(request.input, request.answer, solve) });
  } else {
    const answer = planDay(request.input, solve, (step) => post({ id, kind: 'day-step', ...step }));
    post({ id, kind: 'day', answer, ms: performance.now() - started });
  }
}

function post(reply: PlanReply): void {
  self.postMessage(reply);
}
