import { plan } from '../plan.js';
import type { Solve } from '../model.js';
import type { PlanInfeasible, PlanInput, PlanOptimal, PlanTrim } from '../types.js';
import type { Ranked } from './feasible-batches.js';

export interface OneByOne {
  /** Batches that could be made with the whole stock to themselves. */
  possible: Set<number>;
  impossible: Map<number, PlanInfeasible>;
  /** Plans of those that found enough left, in the order of their priority. */
  answers: Map<number, PlanOptimal>;
}

/** Plans the batches one after the other, each on what the ones before it left. */
export function oneByOne(
  members: readonly Ranked[],
  stock: readonly PlanTrim[],
  solve: Solve,
  tell: (done: number) => void,
): OneByOne {
  const left = new Map(stock.map((t) => [t.id, t.availableKg]));
  const result: OneByOne = { possible: new Set(), impossible: new Map(), answers: new Map() };
  const order = [...members].sort((a, b) => a.priority - b.priority || a.index - b.index);
  order.forEach((member, i) => {
    const answer = plan(onWhatIsLeft(member.input, left), solve);
    if (answer.status === 'optimal') {
      result.answers.set(member.index, answer);
      result.possible.add(member.index);
      for (const use of answer.uses) {
        const rest = left.get(use.id);
        if (rest !== undefined) left.set(use.id, rest - use.massMg / 1e6);
      }
    } else {
      const alone = plan({ ...member.input, confidence: 0 }, solve);
      if (alone.status === 'optimal') result.possible.add(member.index);
      else result.impossible.set(member.index, alone);
    }
    tell(i + 1);
  });
  return result;
}

function onWhatIsLeft(input: PlanInput, left: ReadonlyMap<string, number>): PlanInput {
  return {
    ...input,
    trims: input.trims.map((t) => ({ ...t, availableKg: Math.max(0, left.get(t.id) ?? t.availableKg) })),
  };
}
