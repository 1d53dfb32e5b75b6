import type { Finding } from '../findings/finding.js';
import type { Guard } from '../findings/guards.js';
import type { LossReason } from '../ledger/losses.js';
import type { MachineKind } from '../shop/machines.js';
import type { ParamTable, ParamsOf } from './parameters.js';
import type { ReadingAsk } from './readings/kind.js';

/** What other rooms may ask of a kind of step, instead of knowing its name. */
export interface Traits {
  /** `holds`: mass stands here and is weighed out; `passes on`: what is not weighed out moves on when it closes. */
  mass: 'none' | 'holds' | 'passes on';
  /** Where what is missing after weighing out goes when the step closes: heat and air take it. */
  remainder?: LossReason;
  /** Lines of the batch are weighed at it. */
  weighs?: 'meat' | 'ingredients';
  /** What one of its loads is called; a load where nothing is said. */
  loadName?: string;
  /** What of the shop's machines it is done with, or in. */
  machine?: MachineKind;
  /** Seasoning goes in here on its own. */
  seasons?: true;
  /** Inclusions go in here. */
  includes?: true;
  /** A patty of the mix is judged. */
  tastes?: true;
  /** Makes pieces and counts them. */
  pieces?: true;
  /** Not begun before the mix has been tasted. */
  tastedBefore?: true;
  /** What is left over must have a destination before it closes; good meat may be kept as rework. */
  closesEmpty?: true;
  /** Keeps meat that another owner must not get: confirmed clear between two of them. */
  clearedBetweenOwners?: true;
  /** Not part of a method: put into an open batch to correct it. */
  onlyCorrects?: true;
  /** What stands here cannot be mixed again. */
  set?: true;
  heat?: 'lethal' | 'warm' | 'slow';
  /** What goes through is back in the cold when it closes. */
  cold?: true;
  /** What was heated is brought down through the warm zone here. */
  coolsDown?: true;
  /** Finished here: packed, or frozen. */
  leaves?: true;
  smokes?: true;
  dries?: true;
  /** Stands still in the cold so that the cure works. */
  rests?: true;
  /** A batch whose cure was left out does not go through without a signature. */
  needsCure?: true;
  /** What a machine keeps of the mass: where to look for it, and how it is named when it is learned. */
  keeps?: { look: string; learned?: string };
  /** What is learned about the time it takes. */
  learnsMinutes?: string;
  /** One line where a hand is about to act. */
  caution?: string;
}

/** What is known of the batch around a step when somebody asks its kind. Masses mg, lengths mm, times ms. */
export interface Situation {
  /** The batch carries cure. */
  cured: boolean;
  inMg: number;
  /** Loads of the mixer that the batch makes. */
  mixerLoads: number;
  /** Meat of another owner went through the same machines on the same day. */
  mustBeCleared: boolean;
  /** Casing of the batch with its least soaking time, where it is soaked at all. */
  casing?: { name: string; calibreMm: number; soakMinutes: number } | undefined;
  /** When its soaking began; null when it has not. */
  soakingSinceMs?: number | null | undefined;
  nowMs: number;
}

/** Nothing is known yet: a recipe that is being written. */
export const NO_SITUATION: Situation = {
  cured: false,
  inMg: 0,
  mixerLoads: 1,
  mustBeCleared: false,
  nowMs: 0,
};

/** Something that must be ready at a machine before meat goes into it. */
export interface ReadyCheck {
  key: string;
  /** Weights in it are tokens. */
  words: string;
  /** Shown apart, above the others: where a hand can be hurt. */
  caution?: true;
}

/** How the pieces of a step are counted. */
export interface Counting {
  one: string;
  many: string;
  /** Few and large: every piece is weighed on, and its weight counts it. */
  weighedEach: boolean;
  /** Several come at once and are counted at once. */
  holder?: 'rod' | 'tray';
  /** Each is tied into a casing of its own: what is left over fills a shorter one. */
  ownCasing?: true;
}

/** Where in the recipe a finding of a step belongs. */
export interface StepPlace {
  title: string;
  /** `steps[3]`, or `steps[3].plateMm` for a parameter. */
  path: (parameter?: string) => string;
}

/**
 * Everything that is known of a kind of step. Nothing else in the product lists kinds or knows their
 * names; it asks.
 */
export interface StepKind<N extends string = string, T extends ParamTable = ParamTable> {
  /** What the database and the files hold. */
  readonly name: N;
  /** In the list of kinds, before it has parameters. */
  readonly listed: string;
  readonly traits: Traits;
  readonly parameters: T;
  /** Named losses offered when mass leaves here. */
  readonly losses: readonly LossReason[];
  /** Follows the parameters, so that it cannot contradict them. */
  title(parameters: ParamsOf<T>): string;
  /** One sentence for the hand. */
  instruction(parameters: ParamsOf<T>): string;
  /** Readings without which the step does not close, with their limits, in the order of the hand. */
  readings(parameters: ParamsOf<T>, situation: Situation): ReadingAsk[];
  /** Loads or lots it is worked in; one where absent. */
  loads?(parameters: ParamsOf<T>, situation: Situation): number;
  /** Hours that must pass from its beginning before it closes. */
  takesHours?(parameters: ParamsOf<T>): number | undefined;
  /** Why what came out so far is not done, as a sentence; undefined when it is. Masses mg. */
  notDone?(parameters: ParamsOf<T>, masses: { inMg: number; outMg: number }): string | undefined;
  ready?(parameters: ParamsOf<T>, situation: Situation): ReadyCheck[];
  counting?(parameters: ParamsOf<T>): Counting;
  /** How it is to be done, said beside the instruction. */
  rule?(parameters: ParamsOf<T>): string;
  /** Checked while the recipe is written. */
  agrees?(parameters: ParamsOf<T>, place: StepPlace): Finding[];
  /** It cannot stand before the first step with such traits. */
  readonly after?: readonly { is: (traits: Traits) => boolean; sentence: string }[];
  /** What can grow in it without cure; undefined where nothing can. */
  dangerWithoutCure?(parameters: ParamsOf<T>): string | undefined;
}

/** A kind with its name and its parameters known to the type system. */
export function defineKind<const N extends string, const T extends ParamTable>(
  kind: StepKind<N, T>,
): StepKind<N, T> {
  return kind;
}

/** A finding of the method. */
export function finding(level: Finding['level'], path: string, guard: Guard, sentence: string): Finding {
  return { level, path, guard, sentence };
}
