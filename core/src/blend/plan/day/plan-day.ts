import { InputError } from '../../../errors/index.js';
import { checkPlanInput } from '../check-input.js';
import { describe } from '../describe.js';
import { SolverGaveUp, type Solve } from '../model.js';
import type { plan } from '../plan.js';
import { toDivisions } from '../to-divisions.js';
import type { PlanInput, PlanOptimal, PlanTrim } from '../types.js';
import { jointBlend, type DayKg } from './joint.js';
import { oneByOne } from './one-by-one.js';
import type { DayAnswer, DayBatch, DayBatchAnswer, DayInput, DayProgress } from './types.js';
import { sizeThatFits, feasibleBatches, type Ranked } from './feasible-batches.js';

/**
 * Plans all batches of a day on one stock, at the least total cost, each in its window with its
 * wanted chance. Never dearer than planning them one by one.
 *
 * Where the stock does not serve all, batches give way by the lead's priority, then so that the
 * fewest kilograms give way; their answers say why and what size would still fit.
 *
 * @throws InputError at `batches[i]…` or `stock…`
 */
export function planDay(input: DayInput, solve: Solve, tell: DayProgress = () => undefined): DayAnswer {
  const members = readBatches(input);
  const steps = members.length + 3;
  tell({ done: 0, of: steps, what: 'each batch alone' });
  const alone = oneByOne(members, input.stock, solve, (done) =>
    tell({ done, of: steps, what: `batch ${done} of ${members.length} alone` }),
  );
  const possible = members.filter((m) => alone.possible.has(m.index));
  tell({ done: members.length, of: steps, what: 'what the stock serves' });
  const made = feasibleBatches(possible, input.stock, solve);
  tell({ done: members.length + 1, of: steps, what: 'all batches together' });
  const joint = together(made, input, solve, alone.answers);
  tell({ done: steps, of: steps, what: 'done' });
  const complete = alone.answers.size === members.length;
  const costOneByOne = complete ? total([...alone.answers.values()]) : null;
  const takeAlone = complete && isBetter(alone.answers, joint);
  const answers = takeAlone ? alone.answers : joint;
  const kept = members.filter((m) => answers.has(m.index));
  return {
    status: kept.length === members.length ? 'optimal' : 'partial',
    batches: members.map((member): DayBatchAnswer => {
      const { id } = input.batches[member.index] ?? { id: '' };
      const answer = answers.get(member.index);
      if (answer) return { id, ...answer };
      const impossible = alone.impossible.get(member.index);
      return impossible ? { id, ...impossible } : { id, ...gaveWay(member, kept, input.stock, solve) };
    }),
    cost: total([...answers.values()]),
    costOneByOne,
  };
}

function readBatches(input: DayInput): Ranked[] {
  const seen = new Set<string>();
  return input.batches.map((batch, index) => {
    if (seen.has(batch.id)) {
      throw new InputError([
        { path: `batches[${index}].id`, message: `The batch "${batch.id}" stands twice.` },
      ]);
    }
    seen.add(batch.id);
    const member = { index, input: batchInput(input, batch), begun: (batch.weighed ?? []).length > 0 };
    try {
      checkPlanInput(member.input);
    } catch (error) {
      throw error instanceof InputError ? error.within(`batches[${index}]`) : error;
    }
    return { ...member, priority: batch.priority ?? Number.MAX_SAFE_INTEGER };
  });
}

/** A batch as a plan of its own: the stock it may draw on and what is already in it. */
function batchInput(day: DayInput, batch: DayBatch): PlanInput {
  const weighed = (batch.weighed ?? []).map(({ massKg, ...trim }): PlanTrim => ({
    ...trim,
    id: `${trim.id} (weighed)`,
    lot: trim.id,
    owner: batch.owner,
    availableKg: massKg,
    lockedKg: massKg,
  }));
  return {
    batchKg: batch.batchKg,
    window: batch.window,
    speciesRules: batch.speciesRules,
    maxTrims: batch.maxTrims,
    confidence: batch.confidence,
    objective: day.objective,
    divisionKg: day.divisionKg,
    dropBelowKg: day.dropBelowKg,
    owner: batch.owner,
    trims: [...day.stock.filter((t) => t.owner === batch.owner), ...weighed],
  };
}

function together(
  made: readonly Ranked[],
  input: DayInput,
  solve: Solve,
  alone: ReadonlyMap<number, PlanOptimal>,
): Map<number, PlanOptimal> {
  if (made.length === 0) return new Map();
  try {
    const joint = withoutCrumbs(made, input, solve, alone);
    return joint ? settled(joint.members, joint.kg, input.stock) : new Map();
  } catch (error) {
    if (error instanceof SolverGaveUp) return new Map();
    throw error;
  }
}

/** Solves again without uses too small to be worth fetching, as long as that can be done. */
function withoutCrumbs(
  made: readonly Ranked[],
  input: DayInput,
  solve: Solve,
  alone: ReadonlyMap<number, PlanOptimal>,
) {
  let members: Ranked[] = [...made];
  let kg = jointBlend(members, input.stock, solve, sureTogether(members, alone));
  for (let round = 0; kg && round < 3; round += 1) {
    const now = kg;
    const fewer = members.map((member) => leaveOutCrumbs(member, now.get(member.index) ?? []));
    if (fewer.every((member, i) => member === members[i])) break;
    const again = jointBlend(fewer, input.stock, solve, sureTogether(fewer, alone));
    if (!again) break;
    members = fewer;
    kg = again;
  }
  return kg && { members, kg };
}

/** The blends of one after the other as kilograms, when each of them is sure and uses only these trims. */
function sureTogether(
  members: readonly Ranked[],
  alone: ReadonlyMap<number, PlanOptimal>,
): DayKg | undefined {
  const kg = new Map<number, number[]>();
  for (const member of members) {
    const answer = alone.get(member.index);
    const mine = member.input.trims.map((t) => (answer?.uses.find((u) => u.id === t.id)?.massMg ?? 0) / 1e6);
    const total = mine.reduce((a, b) => a + b, 0);
    if (!answer?.confidenceMet || Math.abs(total - member.input.batchKg) > 1e-6) return undefined;
    kg.set(member.index, mine);
  }
  return kg;
}

/** Keeps the trims that are used in earnest, and those that are fixed. */
function leaveOutCrumbs(member: Ranked, kg: readonly number[]): Ranked {
  const least = member.input.dropBelowKg ?? 0;
  const isCrumb = (mass: number) => mass > 1e-6 && mass < least;
  if (!member.input.trims.some((t, i) => t.lockedKg === undefined && isCrumb(kg[i] ?? 0))) return member;
  const trims = member.input.trims.filter((t, i) => t.lockedKg !== undefined || (kg[i] ?? 0) >= least);
  return trims.length === 0 ? member : { ...member, input: { ...member.input, trims } };
}

/** Rounds batch by batch to the scale, keeping what the later ones need out of reach. */
function settled(
  members: readonly Ranked[],
  dayKg: DayKg,
  stock: readonly PlanTrim[],
): Map<number, PlanOptimal> {
  const left = new Map(stock.map((t) => [t.id, t.availableKg]));
  const answers = new Map<number, PlanOptimal>();
  members.forEach((member, at) => {
    const kg = dayKg.get(member.index) ?? [];
    const later = (id: string) =>
      members.slice(at + 1).reduce((sum, other) => {
        const i = other.input.trims.findIndex((t) => t.id === id);
        return sum + (i < 0 ? 0 : (dayKg.get(other.index)?.[i] ?? 0));
      }, 0);
    const input: PlanInput = {
      ...member.input,
      trims: member.input.trims.map((t) =>
        left.has(t.id) ? { ...t, availableKg: Math.max(0, (left.get(t.id) ?? 0) - later(t.id)) } : t,
      ),
    };
    const wanted = member.input.confidence ?? 0;
    const masses = toDivisions(input, kg, wanted);
    const answer = describe(member.input, masses, kg, { met: true, bareCost: NaN, solves: 0 });
    answers.set(member.index, {
      ...answer,
      bareCost: answer.cost,
      confidenceMet: answer.inWindow >= wanted - 5e-4,
    });
    for (const use of answer.uses) {
      const rest = left.get(use.id);
      if (rest !== undefined) left.set(use.id, rest - use.massMg / 1e6);
    }
  });
  return answers;
}

function isBetter(alone: ReadonlyMap<number, PlanOptimal>, joint: ReadonlyMap<number, PlanOptimal>): boolean {
  if (joint.size < alone.size) return true;
  const unmet = (answers: ReadonlyMap<number, PlanOptimal>) =>
    [...answers.values()].filter((a) => !a.confidenceMet).length;
  if (unmet(alone) !== unmet(joint)) return unmet(alone) < unmet(joint);
  return total([...alone.values()]) < total([...joint.values()]);
}

function gaveWay(
  member: Ranked,
  kept: readonly Ranked[],
  stock: readonly PlanTrim[],
  solve: Solve,
): Extract<ReturnType<typeof plan>, { status: 'infeasible' }> {
  const fits = Math.floor(sizeThatFits(member, kept, stock, solve) * 10) / 10;
  return {
    status: 'infeasible',
    reasons: [
      {
        rule: 'day',
        message: `Gives way: beside the batches before it, too little fitting meat is left for ${member.input.batchKg} kg.`,
        mend:
          fits >= 1
            ? `Make ${fits} kg of it, bring more meat, or put it before another batch.`
            : 'Bring more meat, or put it before another batch.',
      },
    ],
  };
}

function total(answers: readonly PlanOptimal[]): number {
  return answers.reduce((sum, a) => sum + a.cost, 0);
}
