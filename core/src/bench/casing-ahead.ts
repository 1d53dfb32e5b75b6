import { inputError } from '../errors/index.js';

export interface CasingAhead {
  /** Metres the mass already stuffed has taken, per kg; what was planned until enough is stuffed. */
  mPerKg: number;
  /** Metres that what is left to stuff will take. */
  needM: number;
  /** Metres that will be missing; 0 when it suffices. */
  shortM: number;
  /** Kilograms that the casing at hand still takes. */
  reachesKg: number;
}

/** From this part of the batch on, what was used tells more than what was planned. */
const TELLING_PART = 0.15;

/**
 * Whether the casing lasts for what is left to stuff, from the metres that what is stuffed already took.
 * @throws InputError unless masses and lengths are 0 or more and the plan is above 0
 */
export function casingAhead(input: {
  stuffedKg: number;
  leftKg: number;
  usedM: number;
  atHandM: number;
  plannedM: number;
}): CasingAhead {
  const { stuffedKg, leftKg, usedM, atHandM, plannedM } = input;
  for (const name of ['stuffedKg', 'leftKg', 'usedM', 'atHandM'] as const) {
    if (!(input[name] >= 0)) throw inputError(name, 'Masses and lengths of casing are 0 or more.');
  }
  const totalKg = stuffedKg + leftKg;
  if (!(plannedM > 0 && totalKg > 0))
    throw inputError('plannedM', 'The casing planned for the mix must be above 0 m.');
  const telling = stuffedKg >= totalKg * TELLING_PART && usedM > 0;
  const mPerKg = telling ? usedM / stuffedKg : plannedM / totalKg;
  const needM = mPerKg * leftKg;
  return { mPerKg, needM, shortM: Math.max(0, needM - atHandM), reachesKg: atHandM / mPerKg };
}
