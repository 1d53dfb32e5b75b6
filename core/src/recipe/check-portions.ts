import { holdsMass, partsFrom, portionAt, stepTitle, streamAt, traitsOf } from '../steps/index.js';
import type { MethodStep } from '../steps/index.js';
import type { WorkingDocument } from './document.js';
import type { Finding } from '../findings/finding.js';
import type { Portion } from './product.js';

/** Whether the portions of a method can be parted off: each has a name, a step that it leaves, and a way of its own. */
export function checkPortions(name: string, document: WorkingDocument): Finding[] {
  const { portions = [] } = document;
  return [
    ...portions.flatMap((portion, i) => [
      ...named(name, portions, i),
      ...leaves(document, portion, `portions[${i}]`),
      ...meant(document, portion, `portions[${i}].plan`),
    ]),
    ...homeless(document),
    ...goesInBefore(document),
  ];
}

const stop = (path: string, sentence: string): Finding => ({
  level: 'stop',
  path,
  guard: 'portion',
  sentence,
});

function named(name: string, portions: readonly Portion[], i: number): Finding[] {
  const portion = portions[i];
  if (!portion) return [];
  const path = `portions[${i}].name`;
  const same = (a: string) => a.trim().toLowerCase() === portion.name.trim().toLowerCase();
  if (portion.name.trim().length < 2) return [stop(path, 'A portion needs the name of its product.')];
  if (portions.some((p, j) => j < i && p.key === portion.key))
    return [stop(path, `“${portion.name}” stands twice; take one out.`)];
  return same(name) || portions.some((p, j) => j < i && same(p.name))
    ? [stop(path, `“${portion.name}” is the name of another product of this recipe. Name it apart.`)]
    : [];
}

/** It leaves a step that holds mass and stands before everything that is done to it. */
function leaves({ steps, portions = [] }: WorkingDocument, portion: Portion, path: string): Finding[] {
  const refuse = (sentence: string) => [stop(`${path}.partsAfter`, sentence)];
  const at = steps.findIndex((s) => s.key === portion.partsAfter);
  const step = steps[at];
  if (!step)
    return refuse(`“${portion.name}” parts after a step that is not in the method. Choose where it parts.`);
  if (!holdsMass(step))
    return refuse(`“${portion.name}” cannot part after “${stepTitle(step)}”: nothing stands there.`);
  if (streamAt(step) !== 'all')
    return refuse(
      `“${portion.name}” cannot part after “${stepTitle(step)}”: lean and fat are not together yet.`,
    );
  if (comesFromItself(steps, portions, portion))
    return refuse(`“${portion.name}” would part from itself. Choose a step before it.`);
  const early = steps.find((s, i) => i < at && portionAt(s) === portion.key);
  return early
    ? refuse(`“${stepTitle(early)}” is done to “${portion.name}” and stands before “${stepTitle(step)}”.`)
    : [];
}

function comesFromItself(
  steps: readonly MethodStep[],
  portions: readonly Portion[],
  portion: Portion,
): boolean {
  const seen = new Set<string>();
  for (let at: Portion | undefined = portion; at;) {
    if (seen.has(at.key)) return true;
    seen.add(at.key);
    const from = partsFrom(steps, at);
    at = portions.find((p) => p.key === from);
  }
  return false;
}

/** What is meant for it is part of what there is, and pieces are counted where there are some. */
function meant({ steps, portions = [] }: WorkingDocument, portion: Portion, path: string): Finding[] {
  const { plan } = portion;
  if (plan.by === 'pieces') {
    const at = steps.find((s) => s.key === portion.partsAfter);
    return at && !traitsOf(at).pieces
      ? [stop(path, `“${portion.name}” is parted by pieces after “${stepTitle(at)}”, which makes none.`)]
      : [];
  }
  if (plan.by !== 'share') return [];
  const sum = portions.reduce(
    (all, p) => all + (p.partsAfter === portion.partsAfter && p.plan.by === 'share' ? p.plan.pct : 0),
    0,
  );
  return sum > 100
    ? [stop(path, `${sum} % of what comes out is meant for portions; at most 100 % can be.`)]
    : [];
}

/** Steps of a portion that is not there any more, and those that only all of the meat can go through. */
function homeless({ steps, portions = [] }: WorkingDocument): Finding[] {
  return steps.flatMap((step, i) => {
    const portion = portionAt(step);
    if (portion === null) return [];
    if (!portions.some((p) => p.key === portion))
      return [
        stop(`steps[${i}]`, `“${stepTitle(step)}” is done to a portion that is not there. Say to which.`),
      ];
    const { weighs, seasons } = traitsOf(step);
    return weighs || seasons || streamAt(step) !== 'all'
      ? [stop(`steps[${i}]`, `“${stepTitle(step)}” is done to all of the meat, before anything parts.`)]
      : [];
  });
}

/** A dose is reckoned on all of the meat: what goes in goes in before anything parts off. */
function goesInBefore({ lines, steps, portions = [] }: WorkingDocument): Finding[] {
  const firstAt = Math.min(
    ...portions.map((p) => steps.findIndex((s) => s.key === p.partsAfter)).filter((at) => at >= 0),
  );
  return lines.flatMap((line, i) => {
    const at = steps.findIndex((s) => s.key === line.entersAt);
    const step = steps[at];
    return step && (at > firstAt || portionAt(step) !== null)
      ? [
          stop(
            `lines[${i}].entersAt`,
            `${line.name} goes in at “${stepTitle(step)}”, when a portion has parted off already: its dose is reckoned on all of the meat. Let it go in before.`,
          ),
        ]
      : [];
  });
}
