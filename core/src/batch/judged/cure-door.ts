import { stepTitle, traitsOf } from '../../steps/index.js';
import { marksOf } from '../../bench/marks.js';
import { massToken } from '../../quantity/tokens.js';
import { bringsCure, type BatchCure, type CurePart } from './cure.js';
import type { BatchFacts, ShopFacts, StepFact } from '../facts/facts.js';
import { factsAtStep } from '../facts/lanes.js';
import { batchLines } from './lines.js';
import { batchMasses } from '../facts/masses.js';
import type { Missing } from '../../findings/missing.js';

/** How the lead's signature for going on without cure is marked. */
export const UNCURED = 'uncured';

/**
 * What a step asks of the cure before anything is entered at it: where the mix is worked and filled, and
 * wherever it is warm, smoked, dried or cooked. Above its limit nobody signs; absent or under its floor
 * the lead does, once for the working of the mix and again for each step that cure is there for.
 */
export function cureDoor(facts: BatchFacts, step: StepFact, cure: BatchCure): Missing[] {
  if (!cure.meant || step.closedAt !== null || !isWeighedUp(facts, step)) return [];
  if (!works(step) && !keptByCure(step)) return [];
  const wrong = partsAt(facts, step, cure).filter((p) => p.state !== 'cured');
  const over = wrong.find((p) => p.state === 'over');
  if (over) return [{ what: 'cure-limit', sentence: overSentence(cure, over), final: true, door: true }];
  const [worst] = wrong;
  if (!worst || isSigned(facts, step)) return [];
  return [{ what: 'cure', sentence: sentenceOf(cure, worst, step), door: true }];
}

/**
 * Too much cure in a load, or in all of it, is mended where it is weighed: once it is mixed nobody can take it out.
 */
export function cureOverAtScale(facts: BatchFacts, step: StepFact, cure: BatchCure): Missing[] {
  if (step.closedAt !== null || !cureSteps(facts).some((s) => s.id === step.id)) return [];
  const over = cure.parts.find((p) => p.at === null && p.state === 'over');
  if (!over) return [];
  const way =
    over.load > 0
      ? 'take its weight back and weigh that load again'
      : 'take it back and weigh it again, or grow the batch';
  return [
    {
      what: 'cure-limit',
      sentence: `${partName(cure, over)} has ${both(cure, over)}, above the limit of ${ppm(cure.limitPpm)} of the ${cure.basis}: ${way}.`,
      final: true,
    },
  ];
}

/** What comes to a step: the mix, and of what has left it what stands there or on the way there. */
function partsAt(facts: BatchFacts, step: StepFact, { parts }: BatchCure): CurePart[] {
  const before = new Set(
    facts.steps.flatMap((s) => (s.position <= step.position && s.placeAccountId ? [s.placeAccountId] : [])),
  );
  return parts.filter((p) => p.at === null || before.has(p.at.accountId));
}

/** The mix is worked or filled here. */
function works({ document }: StepFact): boolean {
  const { machine } = traitsOf(document);
  return machine === 'mixer' || machine === 'cutter' || machine === 'stuffer';
}

/** What cure is there for: warm, smoked, dried or cooked. */
function keptByCure({ document }: StepFact): boolean {
  const t = traitsOf(document);
  return t.needsCure === true || t.heat !== undefined || t.dries === true;
}

/** Every step at which cure is due before this one is closed: what is not in by now is not in it. */
function isWeighedUp(facts: BatchFacts, step: StepFact): boolean {
  const at = cureSteps(facts).filter((s) => s.position < step.position);
  return at.length > 0 && at.every((s) => s.closedAt !== null);
}

function cureSteps({ steps, lines }: BatchFacts): StepFact[] {
  const due = lines.filter(bringsCure).map((l) => l.stepId);
  return steps.filter((s) => due.includes(s.id));
}

function isSigned(facts: BatchFacts, step: StepFact): boolean {
  const { marks } = facts;
  const signed = marksOf(marks, 'signed').filter((m) => m.guard === UNCURED);
  if (signed.some((m) => m.stepId === step.id)) return true;
  if (keptByCure(step)) return false;
  return signed.length > 0;
}

function partName({ parts }: BatchCure, part: CurePart): string {
  if (part.at) return `${massToken(part.at.massMg)} at ${part.at.name}, which had left before,`;
  return parts.filter((p) => p.at === null).length > 1 ? `Load ${part.load}` : 'This mix';
}

function overSentence(cure: BatchCure, part: CurePart): string {
  return `${partName(cure, part)} has ${both(cure, part)}, above the limit of ${ppm(cure.limitPpm)} of the ${cure.basis}: nobody can sign for that. Take cure out, or grow the batch.`;
}

function sentenceOf(cure: BatchCure, part: CurePart, step: StepFact): string {
  const has =
    part.state === 'none'
      ? `${partName(cure, part)} has no cure`
      : `${partName(cure, part)} has ${both(cure, part)}, under the floor of ${ppm(cure.floorPpm)} of the ${cure.basis}`;
  const rest =
    traitsOf(step.document).heat === 'lethal'
      ? 'it is an uncured product: cooked through at once, kept and named as fresh.'
      : works(step)
        ? 'it is UNCURED. Weigh the cure first, or the lead signs that it stays so.'
        : 'no cold smoke, no low and slow programme, no drying. Cook it through at once, or the lead signs.';
  return `${stepTitle(step.document)}: ${has}; ${rest}`;
}

function both({ substance }: BatchCure, part: CurePart): string {
  return `${ppm(part.ppmOnMeat)} ${substance} on the meat (${ppm(part.ppmOnMix)} on the mix)`;
}

function ppm(value: number): string {
  return `${Math.round(value)} ppm`;
}

/**
 * Whether what is worked on, or what its goods are, is without the cure that its recipe has: what every paper of it
 * says. What was kept as a lot of its own has papers of its own.
 */
export function isUncured(facts: BatchFacts, cure: BatchCure): boolean {
  const here = new Set([facts.productAccountId, ...facts.steps.map((s) => s.placeAccountId)]);
  return isForgotten(facts, {
    ...cure,
    parts: cure.parts.filter((p) => p.at === null || here.has(p.at.accountId)),
  });
}

/** Whether any of it is, wherever it has gone: what the lead is told. */
export function isForgotten(facts: BatchFacts, cure: BatchCure): boolean {
  const due = cureSteps(facts);
  const weighedUp = due.length > 0 && due.every((s) => s.closedAt !== null);
  return cure.meant && weighedUp && cure.parts.some(isUnder);
}

function isUnder({ state }: CurePart): boolean {
  return state === 'none' || state === 'under';
}

/** Why a batch counts as uncured, for the lead: the mix, else what had left it before its cure was put right. */
export function uncuredSentence(cure: BatchCure): string {
  const part = cure.parts.find((p) => p.at === null && isUnder(p)) ?? cure.parts.find(isUnder);
  const what = part?.at ? `${massToken(part.at.massMg)} at ${part.at.name} is UNCURED` : 'It is UNCURED';
  return part === undefined || part.state === 'none'
    ? `${what}: the cure of its recipe is not in it.`
    : `${what}: ${both(cure, part)}, under the floor of ${ppm(cure.floorPpm)} of the ${cure.basis}.`;
}

/** The steps whose door is shut now, with what opens it. */
export function shutDoors(facts: BatchFacts, shop: ShopFacts): ReadonlyMap<string, Missing> {
  const { cure } = batchLines(facts, batchMasses(facts), shop);
  return new Map(
    facts.steps.flatMap((step) => {
      const [shut] = cureDoor(factsAtStep(facts, step), step, cure);
      return shut ? [[step.id, shut] as const] : [];
    }),
  );
}
