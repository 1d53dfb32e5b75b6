import type { StepKind } from './kind.js';
import { bloom } from './kinds/bloom.js';
import { chill } from './kinds/chill.js';
import { cook } from './kinds/cook.js';
import { cool } from './kinds/cool.js';
import { cut } from './kinds/cut.js';
import { drySkin } from './kinds/dry-skin.js';
import { emulsify } from './kinds/emulsify.js';
import { form } from './kinds/form.js';
import { freeze } from './kinds/freeze.js';
import { grind } from './kinds/grind.js';
import { hang } from './kinds/hang.js';
import { include } from './kinds/include.js';
import { link } from './kinds/link.js';
import { mix } from './kinds/mix.js';
import { pack } from './kinds/pack.js';
import { regrind } from './kinds/regrind.js';
import { remix } from './kinds/remix.js';
import { rest } from './kinds/rest.js';
import { season } from './kinds/season.js';
import { smoke } from './kinds/smoke.js';
import { stuff } from './kinds/stuff.js';
import { taste } from './kinds/taste.js';
import { waterCook } from './kinds/water-cook.js';
import { weighIngredients } from './kinds/weigh-ingredients.js';
import { weighMeat } from './kinds/weigh-meat.js';
import type { ParamsOf } from './parameters.js';

/** Every kind of step, in the order in which they usually stand. A new one is a file of its own and a line here. */
const ALL = [
  chill,
  weighMeat,
  grind,
  regrind,
  weighIngredients,
  season,
  mix,
  remix,
  emulsify,
  include,
  taste,
  stuff,
  link,
  form,
  rest,
  drySkin,
  smoke,
  cook,
  waterCook,
  cool,
  bloom,
  hang,
  cut,
  pack,
  freeze,
] as const;

type AnyKind = (typeof ALL)[number];
export type StepName = AnyKind['name'];

/** What every step of a method has, whatever its kind. */
interface StepHead {
  key: string;
  /** In the recipe's own words; the kind's own title where absent. */
  title?: string | undefined;
  /** What a bench hand is told, where the recipe says it otherwise than the kind does. */
  instruction?: string | undefined;
  note?: string | undefined;
  /** Key of the portion that it is done to; what nothing parted off where absent. */
  portion?: string | undefined;
}

type StepOf<K> = K extends StepKind<infer N, infer T> ? StepHead & { kind: N } & ParamsOf<T> : never;

/** A step of a method: its kind decides which parameters it has. Temperatures °C, lengths mm. */
export type MethodStep = { [N in StepName]: StepOf<Extract<AnyKind, { name: N }>> }[StepName];

export const STEP_KINDS: readonly StepKind<StepName>[] = ALL as readonly StepKind<StepName>[];
export const STEP_NAMES = ALL.map((kind) => kind.name);

/** The kinds that a method may be written with; the others come only as corrections. */
export const METHOD_KINDS: readonly StepKind<StepName>[] = STEP_KINDS.filter((k) => !k.traits.onlyCorrects);

const BY_NAME = new Map<string, StepKind<StepName>>(STEP_KINDS.map((kind) => [kind.name, kind]));

/**
 * The kind of a step.
 * @throws Error for a name that is in no room: the database holds only what the registry knows
 */
export function stepKind(name: string): StepKind<StepName> {
  const kind = BY_NAME.get(name);
  if (!kind) throw new Error(`There is no kind of step called "${name}".`);
  return kind;
}
