import type { Solve } from './model.js';
import { plan } from './plan.js';
import type { PlanInput, PlanOptimal } from './types.js';

/** Part of the batch that must have moved for two blends of the same trims to count as different. */
const MOVED = 0.15;

/** Two blends are really different with another set of trims, or with 15 % of the mass moved. */
export function reallyDifferent(a: PlanOptimal, b: PlanOptimal): boolean {
  const massOf = (plan: PlanOptimal) => new Map(plan.uses.map((u) => [u.id, u.massMg]));
  const [first, second] = [massOf(a), massOf(b)];
  const ids = new Set([...first.keys(), ...second.keys()]);
  if (ids.size > first.size || ids.size > second.size) return true;
  const total = a.uses.reduce((sum, u) => sum + u.massMg, 0);
  const moved = [...ids].reduce((sum, id) => sum + Math.abs((first.get(id) ?? 0) - (second.get(id) ?? 0)), 0);
  return moved / 2 >= MOVED * total;
}

/**
 * The next best blends that really differ from the plan and from each other, cheapest first: each is
 * the best blend without one of the trims that another one uses.
 *
 * @param first the plan that the others are set beside
 * @param most how many are wanted
 */
export function alternatives(input: PlanInput, first: PlanOptimal, solve: Solve, most = 3): PlanOptimal[] {
  const found: PlanOptimal[] = [];
  const tried = new Set<string>();
  const without = (banned: readonly string[]) => {
    const name = [...banned].sort().join('|');
    if (tried.has(name)) return;
    tried.add(name);
    const rest = input.trims.filter((t) => !banned.includes(t.id));
    if (rest.length === 0) return;
    const answer = plan({ ...input, trims: rest }, solve);
    if (answer.status === 'optimal') found.push(answer);
  };
  const bannable = (plan: PlanOptimal) =>
    plan.uses.filter((u) => input.trims.find((t) => t.id === u.id)?.lockedKg === undefined).map((u) => u.id);
  for (const id of bannable(first)) without([id]);
  let chosen = choose(found, first, most);
  if (chosen.length < most) {
    for (const other of chosen.slice(0, 1)) {
      for (const id of bannable(first))
        for (const next of bannable(other)) if (id !== next) without([id, next]);
    }
    chosen = choose(found, first, most);
  }
  return chosen;
}

/** Blends that reach the wanted chance come before those that do not, then the cheaper ones. */
function choose(found: readonly PlanOptimal[], first: PlanOptimal, most: number): PlanOptimal[] {
  const chosen: PlanOptimal[] = [];
  const byMerit = [...found].sort(
    (a, b) => Number(b.confidenceMet) - Number(a.confidenceMet) || a.cost - b.cost,
  );
  for (const candidate of byMerit) {
    if (chosen.length === most) break;
    if ([first, ...chosen].every((other) => reallyDifferent(candidate, other))) chosen.push(candidate);
  }
  return chosen;
}
