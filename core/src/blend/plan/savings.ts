import type { Solve } from './model.js';
import { plan } from './plan.js';
import type { PlanInput, PlanOptimal } from './types.js';

/** Money below which a saving is not worth a word. */
const LEAST_SAVING = 0.005;
/** A lot counts as used up within this, kg. */
const USED_UP_KG = 0.02;

export interface LimitSaving {
  /** What binds: `window.maxPct`, `stock:<id>`, `lock:<id>`, `species:<name>`, `maxTrims`, `boxes`. */
  rule: string;
  /** What moving it by one unit, or releasing it, would save on the batch, money. */
  saves: number;
}

/**
 * What limits a blend and what a little more of it would be savings: the plan made again with each
 * limit moved by one unit – a point of fat, a kilogram of a lot that is used up, a point of a species
 * share, one more trim – and with each lock released. Only what saves something is named, the
 * greatest first.
 */
export function savingsOfLimits(input: PlanInput, answer: PlanOptimal, solve: Solve): LimitSaving[] {
  const questions: [string, PlanInput][] = [
    ...windowMoved(input),
    ...stockMoved(input, answer),
    ...locksReleased(input),
    ...speciesMoved(input),
    ...countMoved(input),
    ...boxesOpened(input),
  ];
  return questions
    .flatMap(([rule, changed]) => {
      const then = plan(changed, solve);
      if (then.status !== 'optimal' || then.confidenceMet !== answer.confidenceMet) return [];
      const saves = answer.cost - then.cost;
      return saves > LEAST_SAVING ? [{ rule, saves }] : [];
    })
    .sort((a, b) => b.saves - a.saves);
}

function windowMoved(input: PlanInput): [string, PlanInput][] {
  const { minPct, maxPct } = input.window;
  return [
    ['window.maxPct', { ...input, window: { minPct, maxPct: Math.min(100, maxPct + 1) } }],
    ['window.minPct', { ...input, window: { minPct: Math.max(0, minPct - 1), maxPct } }],
  ];
}

function stockMoved(input: PlanInput, answer: PlanOptimal): [string, PlanInput][] {
  return input.trims.flatMap((trim): [string, PlanInput][] => {
    const used = (answer.uses.find((u) => u.id === trim.id)?.massMg ?? 0) / 1e6;
    if (trim.lockedKg !== undefined || used === 0 || used < trim.availableKg - USED_UP_KG) return [];
    return [[`stock:${trim.id}`, withTrim(input, trim.id, { availableKg: trim.availableKg + 1 })]];
  });
}

function locksReleased(input: PlanInput): [string, PlanInput][] {
  return input.trims
    .filter((trim) => trim.lockedKg !== undefined)
    .map((trim) => [`lock:${trim.id}`, withTrim(input, trim.id, { lockedKg: undefined })]);
}

function speciesMoved(input: PlanInput): [string, PlanInput][] {
  const rules = input.speciesRules ?? [];
  return rules.map((rule, i) => {
    const looser = {
      ...rule,
      ...(rule.minPct === undefined ? {} : { minPct: Math.max(0, rule.minPct - 1) }),
      ...(rule.maxPct === undefined || rule.maxPct === 0 ? {} : { maxPct: Math.min(100, rule.maxPct + 1) }),
    };
    return [
      `species:${rule.species}`,
      { ...input, speciesRules: rules.map((r, j) => (i === j ? looser : r)) },
    ];
  });
}

function countMoved(input: PlanInput): [string, PlanInput][] {
  return input.maxTrims === undefined ? [] : [['maxTrims', { ...input, maxTrims: input.maxTrims + 1 }]];
}

function boxesOpened(input: PlanInput): [string, PlanInput][] {
  if (!input.trims.some((t) => t.boxKg !== undefined)) return [];
  return [['boxes', { ...input, trims: input.trims.map((t) => ({ ...t, boxKg: undefined })) }]];
}

function withTrim(input: PlanInput, id: string, change: Partial<PlanInput['trims'][number]>): PlanInput {
  return { ...input, trims: input.trims.map((t) => (t.id === id ? { ...t, ...change } : t)) };
}
