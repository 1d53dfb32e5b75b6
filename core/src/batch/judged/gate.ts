import type { UsualLoss } from '../../bench/hints.js';
import type { TasteState } from '../../bench/taste-state.js';
import { LOSSES } from '../../ledger/losses.js';
import { massToken } from '../../quantity/tokens.js';
import {
  countingFor,
  hoursOf,
  mostTaken,
  mostTakenBefore,
  notDoneAt,
  readingKind,
  stepTitle,
  traitsOf,
  type ReadingAsk,
  type StepLike,
} from '../../steps/index.js';
import { loadStates, type LoadReading } from './loads.js';
import type { Missing } from '../../findings/missing.js';

/** A line as the gate of its step looks at it. Masses mg. */
interface GateLine {
  name: string;
  required: boolean;
  weighedMg: number;
  lowMg: number;
  highMg: number;
  /** A cure that a second person has to confirm, and nobody has. */
  unconfirmed?: boolean | undefined;
  /** The lot it comes from is on hold or rejected. */
  lotHeld?: boolean | undefined;
  /** Somebody has accepted a weight outside the band, with a reason. */
  accepted: boolean;
}

/** A portion that is to be weighed out of a step. Masses mg. */
export interface MeantPart {
  key: string;
  name: string;
  /** What is meant for it of what there is. */
  plannedMg: number;
  outMg: number;
}

/** What is known of a step when somebody asks to close it. Masses in mg. */
export interface GateFacts {
  step: StepLike;
  asks: readonly ReadingAsk[];
  lines: readonly GateLine[];
  readings: readonly (Omit<LoadReading, 'load'> & { load?: number | undefined })[];
  /** Loads or lots the step is made in; 1 unless the mix needs more. */
  loads?: number | undefined;
  /** Loads put aside with a reason. */
  skippedLoads?: readonly number[] | undefined;
  /** The machine was checked before it ran; undefined where there is nothing to check. */
  ready?: boolean | undefined;
  /** What the tasting is worth; undefined where it does not matter here. */
  taste?: Pick<TasteState, 'state' | 'sentence'> | undefined;
  /** Time that must still pass, ms; 0 or absent where none must. */
  leftMs?: number | undefined;
  /** What it has of lots that were held since. */
  held?: readonly Missing[] | undefined;
  /** What the step asks of the cure before anything is entered at it. */
  cure?: readonly Missing[] | undefined;
  /** What the time out of the cold asks. */
  cold?: readonly Missing[] | undefined;
  /** Metres of casing have been entered; undefined where none is used. */
  casingUsed?: boolean | undefined;
  inMg: number;
  outMg: number;
  /** What has neither gone on nor been named yet. */
  balanceMg?: number | undefined;
  /** Steps before it that nobody weighed anything out of. */
  unweighed?: readonly StepLike[] | undefined;
  /** What comes out of it is finished. */
  isLast?: boolean | undefined;
  /** What the last batches taught of its machine. */
  usual?: UsualLoss | undefined;
  /** Portions that are to be weighed out of it. */
  parts?: readonly MeantPart[] | undefined;
  /** Steps before it that are still being worked at. */
  stillOpen?: readonly string[] | undefined;
}

/**
 * What still stands between a step and its closing, in the order a person would mend it.
 * Empty means the step may close.
 */
export function stepGate(facts: GateFacts): Missing[] {
  return [
    ...missingBefore(facts),
    ...(facts.held ?? []),
    ...(facts.cure ?? []),
    ...(facts.cold ?? []),
    ...missingReady(facts),
    ...missingTime(facts),
    ...facts.lines.flatMap(missingLine),
    ...missingMass(facts),
    ...missingParts(facts),
    ...missingLoads(facts),
    ...missingShares(facts),
    ...missingReadings(facts),
    ...missingTaste(facts),
  ];
}

/** What is still being worked at upstream may yet come in. */
function missingBefore({ stillOpen = [] }: GateFacts): Missing[] {
  return stillOpen.map((title) => ({
    what: 'earlier',
    sentence: `${title} is still open: more may come from it. Close it first.`,
  }));
}

function missingReady(facts: GateFacts): Missing[] {
  return facts.ready === false
    ? [{ what: 'ready', sentence: 'Nobody has said that the machine is ready and safe.' }]
    : [];
}

/** Hours are hours: nobody enters them, they pass. */
function missingTime({ step, leftMs = 0 }: GateFacts): Missing[] {
  if (leftMs <= 0) return [];
  return [
    {
      what: 'time',
      sentence: `${stepTitle(step)} takes ${inHours((hoursOf(step) ?? 0) * 60)} and has ${inHours(leftMs / 60_000)} to go. The lead ends it earlier with a word.`,
    },
  ];
}

function inHours(minutes: number): string {
  const whole = Math.ceil(minutes - 1e-9);
  if (whole < 60) return `${whole} min`;
  return whole % 60 === 0 ? `${whole / 60} h` : `${Math.floor(whole / 60)} h ${whole % 60} min`;
}

function inLoads(facts: GateFacts): boolean {
  return (facts.loads ?? 1) > 1;
}

function missingLoads(facts: GateFacts): Missing[] {
  if (!inLoads(facts)) return [];
  const states = loadStates({
    loads: facts.loads ?? 1,
    massMg: facts.inMg,
    asks: facts.asks,
    readings: facts.readings.map((r) => ({ ...r, load: r.load ?? 0 })),
    skipped: facts.skippedLoads ?? [],
  });
  if (states.every((s) => s.skipped))
    return [{ what: 'load:1', sentence: 'Every load was put aside: nothing was mixed.' }];
  const name = traitsOf(facts.step).loadName ?? 'Load';
  return states.flatMap((s) => {
    const what = `load:${s.load}`;
    if (s.skipped)
      return [{ what, sentence: `${name} ${s.load} was put aside: the lead signs for what becomes of it.` }];
    return s.missing.map(({ sentence }) => ({ what, sentence: `${name} ${s.load}: ${sentence}` }));
  });
}

/** What was weighed of each load is, together, what came in. */
function missingShares(facts: GateFacts): Missing[] {
  const { loads = 1, skippedLoads = [], inMg, readings } = facts;
  const made = Array.from({ length: loads }, (_, i) => i + 1).filter((load) => !skippedLoads.includes(load));
  return facts.asks.flatMap((ask) => {
    if (!readingKind(ask.kind).sharesOut || made.length < loads) return [];
    const own = readings.filter((r) => r.kind === ask.kind);
    const lasts = made.flatMap((load) => own.findLast((r) => (r.load || 1) === load)?.value ?? []);
    const sumMg = lasts.reduce((sum, mg) => sum + mg, 0);
    if (lasts.length < made.length || Math.abs(sumMg - inMg) <= inMg * LEFT_PART) return [];
    return [
      {
        what: ask.kind,
        sentence: `The lots weigh ${massToken(sumMg)} together, and ${massToken(inMg)} came in: weigh them again, or say where the rest is.`,
      },
    ];
  });
}

function missingTaste({ taste }: GateFacts): Missing[] {
  if (!taste || taste.state === 'passed' || taste.state === 'skipped') return [];
  return [{ what: 'taste', sentence: taste.sentence }];
}

function missingLine(line: GateLine): Missing[] {
  const missing = (sentence: string, about = 'line'): Missing[] => [
    { what: `${about}:${line.name}`, sentence },
  ];
  if (line.unconfirmed && line.weighedMg > 0)
    return missing(`${line.name}: a second person has not confirmed its weight yet.`, 'cure');
  if (line.lotHeld)
    return missing(`The lot of ${line.name} is on hold: the lead releases it, or another lot is taken.`);
  if (line.accepted) return [];
  if (line.weighedMg === 0) return line.required ? missing(`${line.name} has no weight yet.`) : [];
  if (line.weighedMg < line.lowMg)
    return missing(`${line.name} is ${massToken(line.lowMg - line.weighedMg)} short of its band.`);
  if (line.weighedMg > line.highMg)
    return missing(
      `${line.name} is over its due weight: take out, grow the batch, or accept it with a reason.`,
    );
  return [];
}

/** Spreads by which a run may keep more than its machine usually does. */
const USUAL_SPREADS = 2;

/** Less than this part of what came in is left to be explained later. */
export const LEFT_PART = 0.03;

function missingMass(facts: GateFacts): Missing[] {
  const traits = traitsOf(facts.step);
  if (traits.mass === 'none') return [];
  if (facts.inMg <= 0) return [{ what: 'in', sentence: 'Nothing has come into this step yet.' }];
  if (facts.outMg <= 0 && (traits.mass !== 'passes on' || isUnseen(facts))) {
    return [{ what: 'out', sentence: 'The kilograms that came out have not been weighed.' }];
  }
  const notDone = facts.outMg > 0 ? notDoneAt(facts.step, facts) : undefined;
  if (notDone !== undefined) return [{ what: 'loss', sentence: notDone }];
  const leftMg = facts.balanceMg ?? 0;
  const mostMg =
    facts.inMg *
    (traits.remainder
      ? mostTaken(facts.step, facts.unweighed)
      : usuallyKept(facts) + mostTakenBefore(facts.unweighed ?? []));
  if (!passesOn(facts) && facts.outMg > 0 && leftMg > mostMg) return [leftOver(facts, leftMg)];
  return facts.casingUsed === false
    ? [{ what: 'casing', sentence: 'The casing that was used has not been entered.' }]
    : [];
}

/** Goods that would be finished here with what air and heat took of them unweighed. */
function isUnseen({ step, isLast = false, unweighed = [] }: GateFacts): boolean {
  return isLast && mostTakenBefore([...unweighed, step]) > 0;
}

/** What is meant to part here has parted, or the lead says that it does not. */
function missingParts({ inMg, parts = [] }: GateFacts): Missing[] {
  if (inMg <= 0) return [];
  return parts
    .filter((p) => p.outMg <= 0)
    .map(({ key, name, plannedMg }) => ({
      what: `part:${key}`,
      sentence: `Nothing has been parted off for “${name}”, about ${massToken(plannedMg)} of it: weigh it, or the lead signs that there is none.`,
    }));
}

/** Nothing but portions was weighed out: the rest goes on by itself. */
function passesOn({ step, outMg, parts = [] }: GateFacts): boolean {
  const partedMg = parts.reduce((sum, p) => sum + p.outMg, 0);
  return traitsOf(step).mass === 'passes on' && partedMg > 0 && outMg <= partedMg;
}

/** Since when it has not been weighed. */
function since(unweighed: readonly StepLike[]): string {
  const [first] = unweighed;
  return first ? ` since ${stepTitle(first)}, where nothing was weighed` : '';
}

/** What a machine of this shop keeps without anybody asking, as a part: the error of its scales, and what it usually does. */
function usuallyKept({ usual }: GateFacts): number {
  return Math.max(LEFT_PART, usual === undefined ? 0 : usual.mean + USUAL_SPREADS * usual.sd);
}

/** More is gone than scales and habit explain: air and heat are asked for it, and everything else. */
function leftOver({ step, inMg, unweighed = [] }: GateFacts, leftMg: number): Missing {
  const { remainder, closesEmpty } = traitsOf(step);
  const part = ((100 * leftMg) / inMg).toFixed(1);
  if (remainder) {
    return {
      what: 'loss',
      sentence: `${massToken(leftMg)}, ${part} % of what came in, would be booked as ${LOSSES[remainder].title.toLowerCase()}; its method lets at most ${(mostTaken(step, unweighed) * 100).toFixed(0)} % go without a word${since(unweighed)}. Weigh again, name what else left, or the lead signs.`,
    };
  }
  const mend = closesEmpty ? 'name the loss, or keep it as rework' : 'or name the loss';
  return {
    what: 'leftovers',
    sentence: `${massToken(leftMg)} of what came in has no destination yet: weigh it on, ${mend}.`,
  };
}

function missingReadings(facts: GateFacts): Missing[] {
  return facts.asks.flatMap((ask) => {
    const kind = readingKind(ask.kind);
    if (inLoads(facts) && kind.perLoad) return [];
    if (kind.given === 'judgement' && facts.taste) return [];
    const values = countingFor(facts.asks, ask, facts.readings).map((r) => r.value);
    const sentence = values.length === 0 ? kind.asked : kind.judge(ask, values);
    return sentence === null ? [] : [{ what: ask.kind, sentence }];
  });
}
