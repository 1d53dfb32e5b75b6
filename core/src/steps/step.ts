import { machineKind } from '../shop/machines.js';
import { NO_SITUATION, type Counting, type ReadyCheck, type Situation, type Traits } from './kind.js';
import type { Params, ParamValue } from './parameters.js';
import type { ReadingAsk } from './readings/index.js';
import { stepKind, type MethodStep } from './all-kinds.js';

/** A step as far as its kind is asked: its name and whatever parameters it has. */
export type StepLike = Pick<MethodStep, 'kind'>;

const HEAD = new Set(['key', 'kind', 'title', 'instruction', 'note', 'portion']);

/** The parameters of a step that its kind knows; anything else it carries is left out. */
export function paramsOf(step: StepLike): Params {
  const known = stepKind(step.kind).parameters;
  return Object.fromEntries(
    Object.entries(step).filter(([name, value]) => !HEAD.has(name) && name in known && value !== undefined),
  ) as Record<string, ParamValue>;
}

/** One parameter of a step where it is a number; undefined where the kind has none or it is open. */
export function numberOf(step: StepLike, name: string): number | undefined {
  const value = paramsOf(step)[name];
  return typeof value === 'number' ? value : undefined;
}

/** One parameter of a step where it is a word. */
export function wordOf(step: StepLike, name: string): string | undefined {
  const value = paramsOf(step)[name];
  return typeof value === 'string' ? value : undefined;
}

/** The plate or horn that a step is done with: which of its parameters says so, and how wide it is written, mm. */
export function sizeOf(
  step: StepLike,
): { parameter: string; one: string; writtenMm: number | undefined } | undefined {
  const { parameters, traits } = stepKind(step.kind);
  const words = traits.machine && machineKind(traits.machine).sizes;
  const [parameter] = Object.entries(parameters).find(([, s]) => s.type === 'number' && s.isSize) ?? [];
  if (!words || parameter === undefined) return undefined;
  return { parameter, one: words.one, writtenMm: numberOf(step, parameter) };
}

/** What is on the machine instead of what is written, as a sentence; undefined where it is as written. */
export function otherSize(
  step: StepLike & { title?: string | undefined },
  usedMm: number,
): string | undefined {
  const size = sizeOf(step);
  if (!size || size.writtenMm === usedMm) return undefined;
  const instead = size.writtenMm === undefined ? '' : ` instead of ${size.writtenMm} mm`;
  return `${stepTitle(step)}: a ${size.one} of ${usedMm} mm is on it${instead}.`;
}

export function traitsOf(step: StepLike): Traits {
  return stepKind(step.kind).traits;
}

/** Mass stands in this step. */
export function holdsMass(step: StepLike): boolean {
  return traitsOf(step).mass !== 'none';
}

/**
 * The title of a step: the recipe's own words, unless they hold a figure and the kind has figures too: then
 * what its parameters make it, so that no title can contradict them.
 */
export function stepTitle(step: StepLike & { title?: string | undefined }): string {
  const own = step.title?.trim();
  const kind = stepKind(step.kind);
  const hasFigures = Object.values(kind.parameters).some((spec) => spec.type === 'number');
  return own && !(hasFigures && /\d/.test(own)) ? own : kind.title(paramsOf(step));
}

/** What a bench hand is told, one sentence. */
export function stepInstruction(step: StepLike & { instruction?: string | undefined }): string {
  const own = step.instruction?.trim();
  return own ? own : stepKind(step.kind).instruction(paramsOf(step));
}

/** The readings without which a step does not close, in the order of the hand. */
export function asksOf(step: StepLike, situation: Situation = NO_SITUATION): ReadingAsk[] {
  return stepKind(step.kind).readings(paramsOf(step), situation);
}

/** Loads or lots a step is worked in. */
export function loadsOf(step: StepLike, situation: Situation): number {
  return stepKind(step.kind).loads?.(paramsOf(step), situation) ?? 1;
}

/** Hours that must pass at a step before it closes; undefined where time alone does nothing. */
export function hoursOf(step: StepLike): number | undefined {
  return stepKind(step.kind).takesHours?.(paramsOf(step));
}

/** Why what came out of a step so far is not done; undefined when it is. Masses mg. */
export function notDoneAt(step: StepLike, masses: { inMg: number; outMg: number }): string | undefined {
  return stepKind(step.kind).notDone?.(paramsOf(step), masses);
}

/** Whether it is done at a machine that moves, by hands; what a batch only stands in does not. */
export function isAtMachine(step: StepLike): boolean {
  const { machine } = traitsOf(step);
  return machine !== undefined && machineKind(machine).moves;
}

/** What must be ready at the machine of a step; nothing where it has none. */
export function readyChecks(step: StepLike, situation: Situation): ReadyCheck[] {
  return stepKind(step.kind).ready?.(paramsOf(step), situation) ?? [];
}

/** How the pieces of a step are counted; undefined where it makes none. */
export function countingAt(step: StepLike): Counting | undefined {
  return stepKind(step.kind).counting?.(paramsOf(step));
}

/** How it is to be done, beside the instruction; empty where the method leaves it open. */
export function stepRule(step: StepLike): string {
  return stepKind(step.kind).rule?.(paramsOf(step)) ?? '';
}

/** Points by which air and heat may take more than is written before somebody is asked; common practice. */
const BEYOND_WRITTEN = 5;
/** What air and heat take at most where a method does not say, percent; common practice. */
const UNWRITTEN_LOSS_PCT = 15;

/**
 * The most that may be booked as taken by air and heat at a step without a question, as a part of what came in.
 *
 * @param before steps before it that nobody weighed anything out of: what they take is first seen here
 */
export function mostTaken(step: StepLike, before: readonly StepLike[] = []): number {
  const ownPct = yieldPctOf(step) ?? 100 - UNWRITTEN_LOSS_PCT;
  return (100 - expectedYield(before) * ownPct + BEYOND_WRITTEN) / 100;
}

/**
 * The same of steps that nobody weighed anything out of, as a part of what went into the first; 0 where none of them
 * gives anything to air or heat.
 */
export function mostTakenBefore(before: readonly StepLike[]): number {
  if (!before.some((s) => traitsOf(s).remainder)) return 0;
  return (100 * (1 - expectedYield(before)) + BEYOND_WRITTEN) / 100;
}

/** What each of some steps in a row usually takes, as parts of what goes into the first; none is below 0. */
export function expectedLosses(steps: readonly StepLike[]): number[] {
  let left = 1;
  return steps.map((step) => {
    const taken = traitsOf(step).remainder ? Math.max(0, left * (1 - expectedYield([step]))) : 0;
    left *= expectedYield([step]);
    return taken;
  });
}

/** What usually comes out of what goes into the mixer, as a fraction, over all steps. */
export function expectedYield(steps: readonly StepLike[]): number {
  return steps.reduce((all, step) => all * ((yieldPctOf(step) ?? 100) / 100), 1);
}

/** What comes out of a step, percent, as it is written or by the loss that it waits for. */
function yieldPctOf(step: StepLike): number | undefined {
  const lossPct = numberOf(step, 'targetLossPct');
  return numberOf(step, 'expectedYieldPct') ?? (lossPct === undefined ? undefined : 100 - lossPct);
}

/** Titles of steps that cook, smoke or dry and do not say how much that takes: what is finished is not known. */
export function withoutYield(steps: readonly StepLike[]): string[] {
  const takes = (s: StepLike) => {
    const { heat, smokes, dries } = traitsOf(s);
    return heat === 'lethal' || smokes === true || dries === true;
  };
  return steps.filter((s) => takes(s) && yieldPctOf(s) === undefined).map(stepTitle);
}
