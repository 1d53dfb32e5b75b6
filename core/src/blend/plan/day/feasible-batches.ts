import { relaxed, withCosts, withRows, type Effort, type Model, type Row, type Solve } from '../model.js';
import type { PlanTrim } from '../types.js';
import { dayModel, madeColumn, type Member } from './day-model.js';

const EFFORT: Effort = { seconds: 2 };

/** A batch with its priority; lower numbers give way last. */
export interface Ranked extends Member {
  priority: number;
}

/**
 * Which batches are made when the stock does not serve all of them: priority by priority, the
 * kilograms that give way are as few as can be.
 */
export function feasibleBatches(
  members: readonly Ranked[],
  stock: readonly PlanTrim[],
  solve: Solve,
): Ranked[] {
  if (solve(dayModel(members, stock, false), EFFORT).status === 'optimal') return [...members];
  let model: Model = dayModel(members, stock, true);
  let made: Ranked[] = [];
  for (const priority of [...new Set(members.map((m) => m.priority))].sort((a, b) => a - b)) {
    const terms = members
      .filter((m) => m.priority === priority)
      .map((m) => ({ column: madeColumn(m), factor: m.input.batchKg }));
    const answer = solve(withCosts(model, new Map(terms.map((t) => [t.column, -t.factor]))), EFFORT);
    if (answer.status === 'infeasible') return [];
    made = members.filter((m) => (answer.values.get(madeColumn(m)) ?? 0) > 0.5);
    const most = terms.reduce((sum, t) => sum + t.factor * Math.round(answer.values.get(t.column) ?? 0), 0);
    const row: Row = { name: `keep_${priority}`, terms, sense: '>=', bound: most - 1e-6 };
    model = withRows(model, [row]);
  }
  return made;
}

/** The largest size at which a batch that gave way could still be made beside the others, kg. */
export function sizeThatFits(
  member: Member,
  made: readonly Member[],
  stock: readonly PlanTrim[],
  solve: Solve,
): number {
  const model = relaxed(dayModel([...made, member], stock, false));
  const own = madeColumn(member);
  const loosened = {
    ...model,
    columns: model.columns.map((c) => (c.name === own ? { ...c, lower: 0 } : c)),
  };
  const answer = solve(withCosts(loosened, new Map([[own, -1]])), EFFORT);
  return answer.status === 'optimal' ? (answer.values.get(own) ?? 0) * member.input.batchKg : 0;
}
