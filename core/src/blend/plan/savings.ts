import type { Solve } from './model.js';
import { plan } from './plan.js';
import type { PlanInput, PlanOptimal } from './types.js';

/** Money below which a saving is not worth a word. */
const LEAST_SAVING = 0.005;
/** A lot counts as used up within this, kg. */
const USED_UP_KG = 0.02;

/** A limit of a blend: an end of its window, a lot that is used up, a lock, a share, the number of trims, whole boxes. */
export type BlendLimit =
  | { kind: 'window'; end: 'min' | 'max' }
  | { kind: 'stock' | 'lock'; lotId: string }
  | { kind: 'species'; species: string }
  | { kind: 'maxTrims' | 'boxes' };

export interface LimitSaving {
  /** What binds. */
  limit: BlendLimit;
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
  const questions: [BlendLimit, PlanInput][] = [
    ...windowMoved(input),
    ...stockMoved(input, answer),
    ...locksReleased(input),
    ...speciesMoved(input),
    ...countMoved(input),
    ...boxesOpened(input),
  ];
  return questions
    .flatMap(([limit, changed]) => {
      const then = plan(changed, solve);
      if (then.status !== 'optimal' || then.confidenceMet !== answer.confidenceMet) return [];
      const saves = answer.cost - then.cost;
      return saves > LEAST_SAVING ? [{ limit, saves }] : [];
    })
    .sort((a, b) => b.saves - a.saves);
}

function windowMoved(input: PlanInput): [BlendLimit, PlanInput][] {
  const { minPct, maxPct } = input.window;
  return [
    [
      { kind: 'window', end: 'max' },
      { ...input, window: { minPct, maxPct: Math.min(100, maxPct + 1) } },
    ],
    [
      { kind: 'window', end: 'min' },
      { ...input, window: { minPct: Math.max(0, minPct - 1), maxPct } },
    ],
  ];
}

function stockMoved(input: PlanInput, answer: PlanOptimal): [BlendLimit, PlanInput][] {
  return input.trims.flatMap((trim): [BlendLimit, PlanInput][] => {
    const used = (answer.uses.find((u) => u.id === trim.id)?.massMg ?? 0) / 1e6;
    if (trim.lockedKg !== undefined || used === 0 || used < trim.availableKg - USED_UP_KG) return [];
    return [
      [{ kind: 'stock', lotId: trim.id }, withTrim(input, trim.id, { availableKg: trim.availableKg + 1 })],
    ];
  });
}

function locksReleased(input: PlanInput): [BlendLimit, PlanInput][] {
  return input.trims
    .filter((trim) => trim.lockedKg !== undefined)
    .map((trim) => [{ kind: 'lock', lotId: trim.id }, withTrim(input, trim.id, { lockedKg: undefined })]);
}

function speciesMoved(input: PlanInput): [BlendLimit, PlanInput][] {
  const rules = input.speciesRules ?? [];
  return rules.map((rule, i) => {
    const looser = {
      ...rule,
      ...(rule.minPct === undefined ? {} : { minPct: Math.max(0, rule.minPct - 1) }),
      ...(rule.maxPct === undefined || rule.maxPct === 0 ? {} : { maxPct: Math.min(100, rule.maxPct + 1) }),
    };
    return [
      { kind: 'species', species: rule.species },
      { ...input, speciesRules: rules.map((r, j) => (i === j ? looser : r)) },
    ];
  });
}

function countMoved(input: PlanInput): [BlendLimit, PlanInput][] {
  return input.maxTrims === undefined
    ? []
    : [[{ kind: 'maxTrims' }, { ...input, maxTrims: input.maxTrims + 1 }]];
}

function boxesOpened(input: PlanInput): [BlendLimit, PlanInput][] {
  if (!input.trims.some((t) => t.boxKg !== undefined)) return [];
  return [[{ kind: 'boxes' }, { ...input, trims: input.trims.map((t) => ({ ...t, boxKg: undefined })) }]];
}

function withTrim(input: PlanInput, id: string, change: Partial<PlanInput['trims'][number]>): PlanInput {
  return { ...input, trims: input.trims.map((t) => (t.id === id ? { ...t, ...change } : t)) };
}
