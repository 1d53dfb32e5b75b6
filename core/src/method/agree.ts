import type { WorkingDocument } from '../recipe/document.js';
import type { ProductState } from '../recipe/product.js';
import type { Finding } from '../findings/finding.js';
import { finding } from '../steps/kind.js';
import { stepKind, type MethodStep } from '../steps/all-kinds.js';
import { holdsMass, numberOf, paramsOf, stepTitle, traitsOf } from '../steps/step.js';
import { openLimits } from './open-limits.js';
import { streamsAgree } from '../steps/streams.js';

type Method = Pick<WorkingDocument, 'state' | 'steps' | 'lines'>;

/** Within so many days nitrate has not turned into nitrite (common practice). */
const NITRATE_DAYS = 7;

/**
 * Whether a method can be carried out and agrees with the product's state and its cure. `cured` says
 * whether nitrite or nitrate comes in with any line, whatever it is called.
 */
export function checkMethod(document: Method, cured: Cured): Finding[] {
  return [
    ...order(document.steps),
    ...entering(document),
    ...parameters(document.steps),
    ...streamsAgree(document.steps),
    ...openLimits(document.steps),
    ...cooledAfterHeat(document.steps),
    ...stateAgrees(document),
    ...cureAgrees(document, cured),
  ];
}

/** What comes in with any line, whatever it is called; `nitrateAlone` where there is no nitrite beside it. */
interface Cured {
  nitrite: boolean;
  nitrate: boolean;
  nitrateAlone: boolean;
  /** Something helps the nitrite along. */
  accelerated: boolean;
}

const stop = (path: string, sentence: string): Finding => finding('stop', path, 'method', sentence);

function order(steps: readonly MethodStep[]): Finding[] {
  const found: Finding[] = [];
  const keys = new Set<string>();
  steps.forEach((step, i) => {
    if (keys.has(step.key))
      found.push(stop(`steps[${i}]`, `${stepTitle(step)} stands twice under one name; take one out.`));
    keys.add(step.key);
  });
  return [...found, ...meatIsWeighed(steps), ...succession(steps), ...isTasted(steps)];
}

function meatIsWeighed(steps: readonly MethodStep[]): Finding[] {
  const found: Finding[] = [];
  const weighed = steps.findIndex((s) => traitsOf(s).weighs === 'meat');
  if (weighed < 0) found.push(stop('steps', 'The method has no step at which the meat is weighed.'));
  const first = steps.findIndex(holdsMass);
  const holding = steps[first];
  if (!holding) {
    found.push(stop('steps', 'The method has no step that holds the meat, such as a grind or a mix.'));
  } else if (weighed > first) {
    found.push(
      stop(`steps[${weighed}]`, `The meat is weighed after ${stepTitle(holding)}; weigh it before.`),
    );
  }
  return found;
}

/** No kind stands before what it must come after. */
function succession(steps: readonly MethodStep[]): Finding[] {
  return steps.flatMap((step, i) => {
    if (steps.findIndex((s) => s.kind === step.kind) !== i) return [];
    return (stepKind(step.kind).after ?? []).flatMap(({ is, sentence }) =>
      steps.findIndex((s) => is(traitsOf(s))) > i ? [stop(`steps[${i}]`, sentence)] : [],
    );
  });
}

function isTasted(steps: readonly MethodStep[]): Finding[] {
  if (steps.some((s) => traitsOf(s).tastes)) return [];
  const sentence = 'Nobody tastes the mix before it is stuffed. Put a taste step in.';
  return [finding('warn', 'steps', 'taste', sentence)];
}

/** Every line is weighed before the step at which it goes in, and that step can hold it. */
function entering({ lines, steps }: Pick<Method, 'lines' | 'steps'>): Finding[] {
  return lines.flatMap((line, i) => {
    const at = steps.findIndex((s) => s.key === line.entersAt);
    const step = steps[at];
    const refuse = (sentence: string) => [stop(`lines[${i}].entersAt`, sentence)];
    if (!step) return refuse(`${line.name} goes in at a step that is no longer in the method. Choose one.`);
    if (!holdsMass(step))
      return refuse(`${line.name} cannot go in at “${stepTitle(step)}”: nothing stands there to take it.`);
    if (!steps.slice(0, at).some((s) => traitsOf(s).weighs === 'ingredients'))
      return refuse(`${line.name} goes in at “${stepTitle(step)}” before any ingredients are weighed.`);
    return [];
  });
}

function parameters(steps: readonly MethodStep[]): Finding[] {
  return steps.flatMap(
    (step, i) =>
      stepKind(step.kind).agrees?.(paramsOf(step), {
        title: stepTitle(step),
        path: (name) => (name === undefined ? `steps[${i}]` : `steps[${i}].${name}`),
      }) ?? [],
  );
}

function stateAgrees({ state, steps }: Pick<Method, 'state' | 'steps'>): Finding[] {
  const cooked = steps.some((s) => traitsOf(s).heat === 'lethal');
  const smoked = steps.some((s) => traitsOf(s).smokes);
  const hung = steps.some((s) => traitsOf(s).dries);
  const wrong = (sentence: string) => [finding('stop', 'state', 'state', sentence)];
  if (state === 'cooked' && !cooked)
    return wrong('The product is called cooked, but no step cooks it. Par-cooked is raw.');
  if (state === 'raw' && cooked) return wrong('The product is called raw, but the method cooks it.');
  if (state === 'raw' && smoked)
    return wrong('The product is called raw, but the method smokes it: it is raw smoked.');
  if (state === 'raw smoked (not cooked)' && !smoked)
    return wrong('The product is called raw smoked, but no step smokes it.');
  if (state === 'raw smoked (not cooked)' && cooked)
    return wrong('The product is called raw smoked, but the method cooks it.');
  if (state === 'dried' && !hung) return wrong('The product is called dried, but no step hangs it to dry.');
  return [];
}

/** The state that a product is called by with another method: its own where that still holds, else what the steps make. */
export function stateWith(state: ProductState, steps: readonly MethodStep[]): ProductState {
  return stateAgrees({ state, steps: [...steps] }).length === 0 ? state : stateByMethod(steps);
}

/** What steps make of raw meat, by what they are. */
export function stateByMethod(steps: readonly MethodStep[]): ProductState {
  const traits = steps.map(traitsOf);
  if (traits.some((t) => t.dries)) return 'dried';
  if (traits.some((t) => t.heat === 'lethal')) return 'cooked';
  return traits.some((t) => t.smokes) ? 'raw smoked (not cooked)' : 'raw';
}

function cureAgrees(
  { state, steps }: Method,
  { nitrite, nitrate, nitrateAlone, accelerated }: Cured,
): Finding[] {
  const cured = nitrite || nitrate;
  return [
    ...(cured ? [] : dangerWithoutCure(steps)),
    ...(cured && state === 'raw'
      ? [
          finding(
            'sign',
            'lines',
            'cure-in-fresh',
            'There is cure in a fresh product that is neither smoked nor cooked here. Take it out, or sign for why it is there.',
          ),
        ]
      : []),
    ...(nitrite ? waitsEnough(steps, accelerated) : []),
    ...(nitrate ? nitrateInTime(steps) : []),
    ...(nitrateAlone && state !== 'dried' ? [NITRATE_ALONE] : []),
  ];
}

const NITRATE_ALONE = finding(
  'stop',
  'lines',
  'nitrate',
  'Nitrate alone cures only what dries for weeks: nothing here turns it into nitrite. Use a nitrite cure.',
);

/** What was cooked is brought down before it is packed, frozen or leaves. */
function cooledAfterHeat(steps: readonly MethodStep[]): Finding[] {
  const at = steps.findLastIndex((s) => traitsOf(s).heat === 'lethal');
  const cooked = steps[at];
  if (!cooked) return [];
  const after = steps.slice(at + 1);
  const away = after.findIndex((s) => traitsOf(s).leaves === true);
  const cooled = after.findIndex((s) => traitsOf(s).coolsDown === true);
  if (cooled >= 0 && (away < 0 || cooled < away)) return [];
  const to = after[away];
  return [
    stop(
      `steps[${at}]`,
      `“${stepTitle(cooked)}” goes ${to ? `to “${stepTitle(to)}”` : 'to its end'} without being cooled: what is cooked passes quickly through the warm zone. Put a step between that cools it.`,
    ),
  ];
}

/** The first step that can let something grow in meat without cure. */
function dangerWithoutCure(steps: readonly MethodStep[]): Finding[] {
  for (const [i, step] of steps.entries()) {
    const danger = stepKind(step.kind).dangerWithoutCure?.(paramsOf(step));
    if (danger === undefined) continue;
    return [
      finding(
        'sign',
        `steps[${i}]`,
        'no-cure',
        `“${stepTitle(step)}” without cure: ${danger} without nitrite can let botulism grow. Put the cure in, take the step out, or sign for the plan that covers it.`,
      ),
    ];
  }
  return [];
}

/** Minutes that a nitrite cure has to work before the meat is cooked, where nothing helps it along; common practice. */
const CURE_MINUTES = 120;

/** Rested, dried and smoked, or helped along: what is cooked at once is cured on paper only. */
function waitsEnough(steps: readonly MethodStep[], accelerated: boolean): Finding[] {
  const at = steps.findIndex((s) => traitsOf(s).heat === 'lethal');
  const cooked = steps[at];
  if (!cooked || accelerated) return [];
  const minutes = steps
    .slice(0, at)
    .filter((s) => traitsOf(s).set)
    .reduce((sum, s) => sum + (numberOf(s, 'minutes') ?? 0) + 60 * (numberOf(s, 'hours') ?? 0), 0);
  if (minutes >= CURE_MINUTES) return [];
  return [
    {
      level: 'sign',
      path: `steps[${at}]`,
      guard: 'cure-wait',
      amount: CURE_MINUTES - minutes,
      sentence: `“${stepTitle(cooked)}” comes ${minutes} min after it is filled: without an accelerator the cure wants ${CURE_MINUTES} min to work. Rest it, add one, or sign for it.`,
    },
  ];
}

function nitrateInTime(steps: readonly MethodStep[]): Finding[] {
  const cooked = steps.some((s) => traitsOf(s).heat === 'lethal');
  const days = steps.reduce((sum, s) => sum + (numberOf(s, 'hours') ?? 0), 0) / 24;
  if (!cooked || days >= NITRATE_DAYS) return [];
  return [
    finding(
      'stop',
      'lines',
      'nitrate',
      'Nitrate needs weeks to turn into nitrite; in a product cooked within 7 days it stays nitrate. Use a nitrite cure.',
    ),
  ];
}
