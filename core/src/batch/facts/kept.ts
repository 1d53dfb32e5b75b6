import type { AccountId, BatchId, LotId } from '../../ledger/ids.js';
import type { LotForm } from '../../cold-room/arrival.js';
import { unmixed } from '../../cold-room/part.js';
import {
  NOTHING,
  allergensOf,
  fatSdOf,
  gPerKgOf,
  joinAll,
  labelPartsOf,
  lose,
  pctOf,
  ppmOf,
  speciesOf,
  toKept,
  worthPerKg,
  type KeptMatter,
  type Matter,
} from '../../matter/index.js';
import { LOSSES, type LossReason } from '../../ledger/losses.js';
import type { RibbonStation } from '../../ledger/ribbon.js';
import { mostTaken, traitsOf, type MethodStep } from '../../steps/index.js';
import type { BatchFacts, LotCarries, StepFact } from './facts.js';
import { factsAtStep } from './lanes.js';
import { batchMasses } from './masses.js';
import { unweighedBefore } from './unweighed.js';

/** What stands somewhere, as it is: computed from what was weighed in and what was done to it, never said. */
export interface Standing {
  balanceMg: number;
  /** Of all that stands there, water and spice included. */
  fatPct: number;
  fatSd: number;
  form: LotForm;
  saltGPerKg: number;
  nitritePpm: number;
  heat: 'raw' | 'raw smoked' | 'cooked';
  /** Species of its meat, the most first, with their share of it. */
  species: { species: string; pct: number }[];
  /** A lot of its meats is held. */
  held: boolean;
  /** The earliest day that any of its lots may be used by. */
  useBy: string | null;
  /** What is in it besides its own meat, for the label. */
  carries: LotCarries;
  /** What it cost so far, minor units per kg; null where something in it has no price. */
  worthMinorPerKg: number | null;
  /** What a lot that is made of it is made of. */
  matter: KeptMatter;
  /** What air and heat take there, where what is missing after weighing is theirs, and the most without a question. */
  takes: { reason: LossReason; mostMg: number } | null;
}

/** Good meat that a batch has left over, as it stands. */
export interface LeftOver {
  lotId: LotId;
  batchId: BatchId;
  number: number;
  product: string;
  owner: string | null;
  accountId: AccountId;
  code: string;
  standing: Standing;
}

/**
 * What some of a step would be, kept as a lot of its own.
 *
 * @param goneMg what air and heat have taken of what stands there, and nobody has booked yet
 * @returns undefined for a step that holds nothing or is not of the batch
 */
export function standingAt(facts: BatchFacts, stepId: string, goneMg = 0): Standing | undefined {
  const step = facts.steps.find((s) => s.id === stepId);
  if (!step || step.placeAccountId === null) return undefined;
  const { ribbon, matters, live } = batchMasses(facts);
  const before = unweighedBefore(factsAtStep(facts, step), live, step).map((s) => s.document);
  const station = ribbon.find((s) => s.accountId === step.placeAccountId);
  const { remainder } = traitsOf(step.document);
  const matter = matters.together(step.placeAccountId);
  const left = remainder && goneMg > 0 ? lose(matter, goneMg, LOSSES[remainder].leaves) : matter;
  return {
    ...standingOf(left, (station?.balanceMg ?? 0) - goneMg, formAt(facts, step)),
    takes: remainder ? { reason: remainder, mostMg: stillTaken(step, before, station, remainder) } : null,
  };
}

/** What air and heat may still take without a question: what they have taken already is part of it, however it was booked. */
function stillTaken(
  step: StepFact,
  before: readonly MethodStep[],
  station: RibbonStation | undefined,
  reason: LossReason,
): number {
  const takenMg = station?.slivers.find((s) => s.accountId === LOSSES[reason].account)?.massMg ?? 0;
  return Math.max(0, Math.round((station?.inMg ?? 0) * mostTaken(step.document, before)) - takenMg);
}

/**
 * What a batch has left over, in its own account.
 * @returns undefined where nothing came into it
 */
export function leftOverAt(facts: BatchFacts, accountId: string, massMg: number): Standing | undefined {
  const { matters, live } = batchMasses(facts);
  const matter = joinAll(matters.at(accountId));
  const from = live.findLast((t) => t.to === accountId);
  const step = facts.steps.find((s) => s.placeAccountId === from?.from || s.id === from?.stepId);
  if (matter.massMg <= 0 || !step) return undefined;
  return { ...standingOf(matter, massMg, formAt(facts, step)), takes: null };
}

function standingOf(matter: Matter, balanceMg: number, form: LotForm): Omit<Standing, 'takes'> {
  const fat = { fatPct: pctOf(matter, 'fat', 'product'), fatSd: fatSdOf(matter, 'product') };
  return {
    balanceMg,
    ...(form === 'mixed' ? fat : unmixed(fat, form)),
    form,
    saltGPerKg: gPerKgOf(matter, 'salt', 'product'),
    nitritePpm: ppmOf(matter, 'nitrite', 'product'),
    heat: matter.worst.heat === NOTHING.worst.heat && !hasMeat(matter) ? 'raw' : matter.worst.heat,
    species: speciesOf(matter).map(({ species, pct }) => ({ species, pct })),
    held: matter.worst.held,
    useBy: matter.worst.useBy,
    carries: carriesOf(matter),
    worthMinorPerKg: worthPerKg(matter),
    matter: toKept(matter),
  };
}

function hasMeat(matter: Matter): boolean {
  return [...matter.origin.values()].some((o) => o.is.kind === 'meat');
}

/** Ground once anything was ground, mixed once it came through a mixer. */
function formAt(facts: BatchFacts, at: StepFact): LotForm {
  const through = facts.steps.filter((s) => s.position <= at.position && !s.leftOut);
  const machines = through.map((s) => traitsOf(s.document).machine);
  if (through.some((s) => s.closedAt !== null && traitsOf(s.document).machine === 'mixer')) return 'mixed';
  return machines.includes('grinder') ? 'ground' : 'whole';
}

/** Everything that is in it, the most first, with its allergens; what is opened on a label is opened here. */
function carriesOf(matter: Matter): LotCarries {
  const parts = new Map<string, LotCarries['parts'][number]>();
  const inside = labelPartsOf(matter).sort((a, b) => b.massMg - a.massMg);
  for (const part of inside) {
    if (part.parts.length === 0) {
      const [allergen] = part.allergens;
      parts.set(part.name, { name: part.name, ...(allergen ? { allergen } : {}) });
    }
    part.parts.forEach((p) => parts.set(p.name, p));
  }
  return { allergens: allergensOf(matter), parts: [...parts.values()] };
}
