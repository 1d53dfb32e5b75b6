import { LIMIT_RULES } from '../rules/limits.js';

/** The most of nitrite or nitrate that any book lets into any food, ppm. */
const MOST_IN_FOOD_PPM = Math.max(
  ...LIMIT_RULES.flatMap((r) => (r.substance === 'nitrite' || r.substance === 'nitrate' ? [r.limit] : [])),
);

/**
 * Whether something is a cure by what is in it, whatever it is called and whatever else it is for: it holds more nitrite
 * or nitrate than any food may. Bacon is no cure; a packet, a pre-blend and a pickle are where they cure.
 */
export function isCure({ nitritePct, nitratePct }: { nitritePct: number; nitratePct: number }): boolean {
  return Math.max(nitritePct, nitratePct) * 1e4 > MOST_IN_FOOD_PPM;
}
