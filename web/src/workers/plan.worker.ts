import loadHighs from 'highs';
import wasmUrl from 'highs/runtime?url';
import { InputError, highsSolve, plan, type PlanAnswer, type PlanInput, type Solve } from '@zest/core';

export interface PlanRequest {
  id: number;
  input: PlanInput;
}

export type PlanReply =
  | { id: number; kind: 'answer'; answer: PlanAnswer; ms: number }
  | { id: number; kind: 'refused'; sentences: string[] };

let solver: Promise<Solve> | undefined;

self.addEventListener('message', (event: MessageEvent<PlanRequest>) => {
  void answer(event.data);
});

async function answer({ id, input }: PlanRequest): Promise<void> {
  solver ??= loadHighs({ locateFile: () => wasmUrl }).then((highs) => highsSolve(highs));
  const solve = await solver;
  const started = performance.now();
  try {
    post({ id, kind: 'answer', answer: plan(input, solve), ms: performance.now() - started });
  } catch (error) {
    const sentences =
      error instanceof InputError ? error.issues.map((i) => i.message) : ['The blend could not be computed.'];
    post({ id, kind: 'refused', sentences });
  }
}

function post(reply: PlanReply): void {
  self.postMessage(reply);
}
