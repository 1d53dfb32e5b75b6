import { bestChance, centredBlend } from '../best-chance.js';
import { buildModel, massesOf } from '../build-model.js';
import { boundaryPoint, judge, tangentCut } from '../chance.js';
import { relaxed, withCosts, withRows, type Effort, type Model, type Row, type Solve } from '../model.js';
import { objectiveCosts } from '../objective.js';
import type { PlanTrim } from '../types.js';
import { dayCosts, dayModel, dayRow, termsOf, valuesOf, type Member } from './day-model.js';

const EFFORT: Effort = { seconds: 0.4, gap: 1e-4 };
/** Rounds of cutting without whole numbers, and with them. */
const ROUNDS = 10;
const ROUNDS_FROM_OUTSIDE = 24;
const WHOLE_ROUNDS = 3;
/** Stop when the sure blends cost no more than this over the proven least, relative. */
const GAP = 1e-3;
/** Chance asked for beyond the wanted where no sure blends are known, so that cutting ends inside. */
const MARGIN = 5e-3;

/** Kilograms of every trim of every member's own list, by the member's index. */
export type DayKg = ReadonlyMap<number, readonly number[]>;

interface Aim {
  wanted: number;
  inside: number[];
}

/**
 * Cheaper blends of all batches together, each with its wanted chance.
 *
 * Every batch's set of sure blends is convex and touched by tangents: the joint optimum of an outer
 * approximation is cut wherever a batch falls short. Blends known to be sure together – those of one
 * batch after the other – are drawn towards each optimum as far as every batch stays sure. A batch
 * that cannot reach its chance even alone aims at the best it can.
 *
 * @param sure kilograms that already serve every batch with its chance, if any are known
 * @returns undefined when the batches cannot all be made
 */
export function jointBlend(
  members: readonly Member[],
  stock: readonly PlanTrim[],
  solve: Solve,
  sure: DayKg | undefined,
): DayKg | undefined {
  const model = dayModel(members, stock, false);
  const base = withCosts(useFirst(model, members, stock, solve) ?? model, dayCosts(members));
  const aims = new Map(members.flatMap((m) => aimOf(m, solve, sure ? 0 : MARGIN) ?? []));
  const cuts: Row[] = [];
  const rounds = sure ? ROUNDS : ROUNDS_FROM_OUTSIDE;
  const loose = cutRounds(members, relaxed(base), aims, cuts, solve, rounds, sure);
  if (!loose || !base.columns.some((c) => c.whole)) return loose;
  return cutRounds(members, base, aims, cuts, solve, WHOLE_ROUNDS, undefined) ?? undefined;
}

/** Solves and cuts until every batch is sure, the gap is closed, or the rounds are used up. */
function cutRounds(
  members: readonly Member[],
  base: Model,
  aims: ReadonlyMap<number, Aim>,
  cuts: Row[],
  solve: Solve,
  rounds: number,
  sure: DayKg | undefined,
): DayKg | undefined {
  let best = sure;
  let last: DayKg | undefined;
  for (let round = 0; round < rounds; round += 1) {
    const answer = solve(withRows(base, cuts), EFFORT);
    if (answer.status === 'infeasible') return best ?? last;
    const outside: DayKg = new Map(
      members.map((m) => [m.index, massesOf(m.input.trims, valuesOf(m, answer.values))]),
    );
    last = outside;
    const short = members.filter((m) => chanceGap(m, outside, aims) > 1e-6);
    if (short.length === 0) return outside;
    if (best) {
      const edge = towards(members, aims, best, outside);
      if (price(members, edge) < price(members, best)) best = edge;
      const gap = price(members, best) - price(members, outside);
      if (gap <= GAP * Math.abs(price(members, best))) return best;
    }
    for (const member of short) cuts.push(...cutsFor(member, outside, aims, cuts.length));
  }
  return best ?? last;
}

function chanceGap(member: Member, kg: DayKg, aims: ReadonlyMap<number, Aim>): number {
  const aim = aims.get(member.index);
  return aim ? aim.wanted - judge(member.input, kg.get(member.index) ?? []).chance : 0;
}

/** The farthest point from `from` towards `to` at which every batch is still sure. */
function towards(members: readonly Member[], aims: ReadonlyMap<number, Aim>, from: DayKg, to: DayKg): DayKg {
  let low = 0;
  let high = 1;
  const at = (t: number): DayKg =>
    new Map(
      members.map((m) => {
        const end = to.get(m.index) ?? [];
        return [m.index, (from.get(m.index) ?? []).map((x, i) => x + t * ((end[i] ?? 0) - x))];
      }),
    );
  for (let i = 0; i < 30; i += 1) {
    const middle = (low + high) / 2;
    const kg = at(middle);
    if (members.every((m) => chanceGap(m, kg, aims) <= 1e-6)) low = middle;
    else high = middle;
  }
  return at(low);
}

function price(members: readonly Member[], kg: DayKg): number {
  return members.reduce((sum, member) => {
    const costs = objectiveCosts(member.input);
    const mine = kg.get(member.index) ?? [];
    return sum + mine.reduce((s, x, i) => s + x * (costs.get(`x${i}`) ?? 0), 0);
  }, 0);
}

function cutsFor(member: Member, kg: DayKg, aims: ReadonlyMap<number, Aim>, n: number): Row[] {
  const aim = aims.get(member.index);
  if (!aim) return [];
  const outside = [...(kg.get(member.index) ?? [])];
  const edge = boundaryPoint(member.input, aim.wanted, aim.inside, outside);
  return [edge, outside].map((point, i) =>
    dayRow(member, tangentCut(member.input, aim.wanted, point, `chance_${n + i}`)),
  );
}

/** The chance a batch aims at, and a blend well inside it that ignores the other batches. */
function aimOf(member: Member, solve: Solve, margin: number): [number, Aim][] | undefined {
  const confidence = member.input.confidence ?? 0;
  if (confidence <= 0) return undefined;
  const wanted = Math.min(confidence + margin, (1 + confidence) / 2);
  const model = buildModel(member.input);
  const centred = centredBlend(member.input, model, 0.3, solve);
  if (centred && judge(member.input, centred).chance > wanted) {
    return [[member.index, { wanted, inside: centred }]];
  }
  const best = bestChance(member.input, model, solve);
  if (!best || best.chance < 0.5) return undefined;
  return [[member.index, { wanted: Math.min(wanted, best.chance - MARGIN), inside: best.kg }]];
}

/** As much as possible of what goes first, rank by rank. */
function useFirst(
  model: Model,
  members: readonly Member[],
  stock: readonly PlanTrim[],
  solve: Solve,
): Model | undefined {
  const rankOf = (trim: PlanTrim) => (trim.useFirst === true ? 1 : Number(trim.useFirst || 0));
  const ranks = [...new Set(stock.map(rankOf))].filter((r) => r > 0).sort((a, b) => a - b);
  let ranked = model;
  for (const rank of ranks) {
    const terms = stock
      .filter((t) => rankOf(t) === rank)
      .flatMap((t) => members.flatMap((m) => termsOf(m, t.id)));
    const answer = solve(withCosts(ranked, new Map(terms.map((t) => [t.column, -t.factor]))), EFFORT);
    if (answer.status === 'infeasible') return undefined;
    const most = terms.reduce((sum, t) => sum + t.factor * (answer.values.get(t.column) ?? 0), 0);
    ranked = withRows(ranked, [{ name: `first_${rank}`, terms, sense: '>=', bound: most - 1e-6 }]);
  }
  return ranked;
}
