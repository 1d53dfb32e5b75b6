import type { Finding } from '../findings/finding.js';
import { temperatureToken } from '../quantity/tokens.js';
import { numberOf, stepTitle, traitsOf, type MethodStep } from '../steps/index.js';

/** Raw meat that is worked on is stopped above this, °C; common practice. */
const WORKED_STOP_C = 7;
/** Above this nobody works raw meat, °C; common practice. */
const WORKED_MOST_C = 15;
/** A fine emulsion ends warmer: above the first it is signed for, above the second it breaks, °C; common practice. */
const EMULSION_STOP_C = 12;
const EMULSION_MOST_C = 18;

/**
 * Limits that a method leaves open or sets where meat is not safe: what is cooled, rested, smoked or worked without a
 * figure is done by guess.
 */
export function openLimits(steps: readonly MethodStep[]): Finding[] {
  return steps.flatMap((step, i) => [
    ...cooling(step, i),
    ...resting(step, i),
    ...smoking(step, i),
    ...working(step, i),
  ]);
}

const open = (step: MethodStep, i: number, name: string, sentence: string): Finding => ({
  level: 'sign',
  path: `steps[${i}].${name}`,
  guard: 'open-limit',
  about: `${step.key} ${name}`,
  sentence: `${stepTitle(step)}: ${sentence} Give the figure, or sign for why there is none.`,
});

/** Through the warm zone nobody goes without knowing where to. */
function cooling(step: MethodStep, i: number): Finding[] {
  if (!traitsOf(step).coolsDown || numberOf(step, 'stopAboveC') !== undefined) return [];
  return [
    {
      level: 'stop',
      path: `steps[${i}].stopAboveC`,
      guard: 'method',
      sentence: `${stepTitle(step)}: name the temperature that it comes down to, such as ${temperatureToken(7)}.`,
    },
  ];
}

function resting(step: MethodStep, i: number): Finding[] {
  if (!traitsOf(step).rests) return [];
  return [
    ...(numberOf(step, 'hours') === undefined
      ? [open(step, i, 'hours', 'nobody says how long, and the cure works by hours.')]
      : []),
    ...(numberOf(step, 'stopAboveC') === undefined
      ? [open(step, i, 'stopAboveC', 'nobody says how cold it stands.')]
      : []),
  ];
}

function smoking(step: MethodStep, i: number): Finding[] {
  if (!traitsOf(step).smokes) return [];
  return [
    ...(numberOf(step, 'chamberC') === undefined
      ? [open(step, i, 'chamberC', 'cold or hot smoke? The chamber has no temperature.')]
      : []),
    ...(numberOf(step, 'minutes') === undefined ? [open(step, i, 'minutes', 'nobody says how long.')] : []),
  ];
}

/** Raw meat under knives, paddles and pistons warms up. */
function working(step: MethodStep, i: number): Finding[] {
  const { machine } = traitsOf(step);
  if (machine !== 'grinder' && machine !== 'mixer' && machine !== 'stuffer' && machine !== 'cutter')
    return [];
  const limit = numberOf(step, 'stopAboveC');
  if (limit === undefined) {
    // A cutter's is asked by its own kind.
    if (machine === 'cutter') return [];
    return [open(step, i, 'stopAboveC', 'nobody reads how warm the meat gets.')];
  }
  const [stopC, mostC] =
    machine === 'cutter' ? [EMULSION_STOP_C, EMULSION_MOST_C] : [WORKED_STOP_C, WORKED_MOST_C];
  if (limit <= stopC) return [];
  const usual = `raw meat is stopped at ${temperatureToken(stopC)} here`;
  return [
    {
      level: limit > mostC ? 'stop' : 'sign',
      path: `steps[${i}].stopAboveC`,
      guard: 'high-limit',
      about: step.key,
      amount: limit - stopC,
      sentence: `${stepTitle(step)} up to ${temperatureToken(limit)}: ${usual}${limit > mostC ? `, and above ${temperatureToken(mostC)} by nobody. Lower it.` : '. Lower it, or sign for the plan that covers it.'}`,
    },
  ];
}
