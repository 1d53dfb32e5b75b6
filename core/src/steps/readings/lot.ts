import { massToken, temperatureToken } from '../../quantity/tokens.js';
import { defineReading, lastOf } from './kind.js';
import { TEMPERATURE, withinLimits } from './limits.js';

/** A lot may be so much heavier than it is meant to be: what the hand adds to the last scoop (common practice). */
const OVER = 1.05;

/** What goes into the bowl at once. */
export const lotWeight = defineReading({
  name: 'lot-weight',
  title: 'Weighed',
  given: 'load scale',
  range: { min: 1, max: 1_000_000_000, whole: true, subject: 'The weight of a lot', hint: ' mg' },
  perLoad: true,
  sharesOut: true,
  asked: 'The lot has not been weighed.',
  askedOfLoad: 'it has not been weighed, or is more than the bowl takes.',
  judge: ({ mostMg }, values) =>
    mostMg !== undefined && lastOf(values) > mostMg * OVER
      ? `A lot of ${massToken(lastOf(values))} is more than the ${massToken(mostMg)} that the bowl takes: take some out and weigh it again.`
      : null,
  words: (value) => `lot of ${massToken(value)}`,
  passing: ({ aimMg }) => [Math.max(1, Math.round(aimMg ?? 1_000_000))],
});

/** Bowl and meat are cold before the knives turn: what follows counts only from here on. */
export const lotStart = defineReading({
  ...TEMPERATURE,
  name: 'lot-start',
  title: 'Cold at the start',
  perLoad: true,
  opens: true,
  asked: 'The temperature before the knives turn has not been read.',
  askedOfLoad: 'it is shut until it was read cold.',
  judge: withinLimits,
  words: (value) => `${temperatureToken(value)} at the start`,
});
