import { massToken, temperatureToken } from '../quantity/tokens.js';
import type { Band } from '../weighing/scales.js';
import { loadStates } from '../bench/load-states.js';
import type { TasteState } from '../bench/taste-state.js';
import { STEP_SHAPES, type ReadingKind, type StepKind } from './catalogue.js';
import { bothAdditions, leastMinutes, needsOf } from './needs.js';
import type { StepParameters } from './step.js';

/** What is known of a step when somebody asks to close it. Masses in mg. */
export interface StepFacts {
  kind: StepKind;
  /** Temperatures above this do not pass; °C. */
  stopAboveC?: number | undefined;
  /** Core temperatures below this do not pass; °C. */
  stopBelowC?: number | undefined;
  /** Pieces in the sample that is asked for. */
  sampleSize?: number | undefined;
  lines: readonly {
    name: string;
    required: boolean;
    weighedMg: number;
    band: Band;
    /** A cure that a second person has to confirm, and nobody has. */
    unconfirmed?: boolean | undefined;
    /** The lot it comes from is on hold or rejected. */
    lotHeld?: boolean | undefined;
    /** Somebody has accepted a weight outside the band, with a reason. */
    accepted: boolean;
  }[];
  readings: readonly { kind: ReadingKind; value: number; load?: number | undefined }[];
  /** Loads or lots the step is made in; 1 unless the mix needs more. */
  loads?: number | undefined;
  /** Loads put aside with a reason. */
  skippedLoads?: readonly number[] | undefined;
  minMinutes?: number | undefined;
  mixedBy?: StepParameters['mixedBy'];
  /** The batch carries cure. */
  cured?: boolean | undefined;
  /** The machine was checked before it ran; undefined where there is nothing to check. */
  ready?: boolean | undefined;
  /** What the tasting is worth; undefined where it does not matter here. */
  taste?: TasteState | undefined;
  /** The cure of a batch that is smoked, dried or held warm was left out. */
  cureLeftOut?: boolean | undefined;
  /** Metres of casing have been entered; undefined where none is used. */
  casingUsed?: boolean | undefined;
  inMg: number;
  outMg: number;
  /** What has neither gone on nor been named yet. */
  balanceMg?: number | undefined;
  /** Meat of another owner went through the same machines. */
  mustBeCleared?: boolean | undefined;
}

export interface Missing {
  /** Stable name of what is missing, for the screen to jump to. */
  what: string;
  /** Weights and temperatures in it are tokens; see `fillTokens`. */
  sentence: string;
}

/**
 * What still stands between a step and its closing, in the order a person would mend it.
 * Empty means the step may close.
 */
export function stepGate(facts: StepFacts): Missing[] {
  return [
    ...missingReady(facts),
    ...missingLines(facts),
    ...missingMass(facts),
    ...missingLoads(facts),
    ...missingReadings(facts),
    ...missingTaste(facts),
  ];
}

function missingReady(facts: StepFacts): Missing[] {
  const missing: Missing[] = [];
  if (facts.ready === false) {
    missing.push({ what: 'ready', sentence: 'Nobody has said that the machine is ready and safe.' });
  }
  if (facts.cureLeftOut) {
    missing.push({
      what: 'cure',
      sentence:
        'This batch has no cure: no cold smoke, no low and slow programme, no drying. Cook it through at once, or the lead signs.',
    });
  }
  return missing;
}

/** Readings that every load or lot has of its own. */
const PER_LOAD: readonly ReadingKind[] = ['addition', 'minutes', 'tack', 'temperature'];

function inLoads(facts: StepFacts): boolean {
  return (facts.kind === 'mix' || facts.kind === 'emulsify') && (facts.loads ?? 1) > 1;
}

function missingLoads(facts: StepFacts): Missing[] {
  if (!inLoads(facts)) return [];
  const states = loadStates({
    loads: facts.loads ?? 1,
    massMg: facts.inMg,
    needs: needsOf(facts).filter((k) => PER_LOAD.includes(k)),
    readings: facts.readings.map((r) => ({ ...r, load: r.load ?? 0 })),
    skipped: facts.skippedLoads ?? [],
    minMinutes: leastMinutes(facts),
    stopAboveC: facts.kind === 'emulsify' ? facts.stopAboveC : undefined,
  });
  return states.flatMap((s) =>
    s.missing.map((what) => ({
      what: `load:${s.load}`,
      sentence: `Load ${s.load}: ${LOAD_ASK[what] ?? ASK[what]}`,
    })),
  );
}

const LOAD_ASK: Partial<Record<ReadingKind, string>> = {
  addition: 'the dissolved cure has not gone in at two times.',
  minutes: 'the minutes are missing or below the least.',
  tack: 'the bind is not passed yet.',
  temperature: 'it has not been read under its limit; it is held until it is.',
};

function missingTaste(facts: StepFacts): Missing[] {
  const { taste } = facts;
  if (!taste || taste.state === 'passed' || taste.state === 'skipped') return [];
  return [{ what: 'taste', sentence: taste.sentence }];
}

function missingLines(facts: StepFacts): Missing[] {
  return facts.lines.flatMap((line) => {
    if (line.unconfirmed && line.weighedMg > 0) {
      return [
        {
          what: `cure:${line.name}`,
          sentence: `${line.name}: a second person has not confirmed its weight yet.`,
        },
      ];
    }
    if (line.accepted) return [];
    if (line.lotHeld) {
      return [
        {
          what: `line:${line.name}`,
          sentence: `The lot of ${line.name} is on hold: the lead releases it, or another lot is taken.`,
        },
      ];
    }
    if (line.weighedMg === 0) {
      return line.required
        ? [{ what: `line:${line.name}`, sentence: `${line.name} has no weight yet.` }]
        : [];
    }
    if (line.weighedMg < line.band.lowMg) {
      return [
        {
          what: `line:${line.name}`,
          sentence: `${line.name} is ${massToken(line.band.lowMg - line.weighedMg)} short of its band.`,
        },
      ];
    }
    if (line.weighedMg > line.band.highMg) {
      return [
        {
          what: `line:${line.name}`,
          sentence: `${line.name} is over its due weight: take out, grow the batch, or accept it with a reason.`,
        },
      ];
    }
    return [];
  });
}

/** Steps at which what is left over must have a destination. */
const CLOSES_EMPTY: ReadonlySet<StepKind> = new Set(['stuff', 'link', 'form']);
/** Less than this part of what came in is left to be explained later. */
const LEFT_PART = 0.03;

function missingMass(facts: StepFacts): Missing[] {
  const shape = STEP_SHAPES[facts.kind];
  if (!shape.holdsMass) return [];
  if (facts.inMg <= 0) return [{ what: 'in', sentence: 'Nothing has come into this step yet.' }];
  if (facts.outMg <= 0 && !shape.passesOn) {
    return [{ what: 'out', sentence: 'The kilograms that came out have not been weighed.' }];
  }
  const leftMg = facts.balanceMg ?? 0;
  if (CLOSES_EMPTY.has(facts.kind) && leftMg > facts.inMg * LEFT_PART) {
    return [
      {
        what: 'leftovers',
        sentence: `${massToken(leftMg)} of what came in has no destination yet: weigh it on, name the loss, or keep it as rework.`,
      },
    ];
  }
  return facts.casingUsed === false
    ? [{ what: 'casing', sentence: 'The casing that was used has not been entered.' }]
    : [];
}

function missingReadings(facts: StepFacts): Missing[] {
  const least = leastMinutes(facts);
  const needs = [...needsOf(facts), ...(facts.mustBeCleared ? (['cleared'] as const) : [])];
  const tallied = facts.readings.some((r) => r.kind === 'tally');
  return needs.flatMap((kind) => {
    if (inLoads(facts) && PER_LOAD.includes(kind)) return [];
    if (kind === 'count' && tallied) return [];
    if (kind === 'verdict' && facts.taste) return [];
    const values = facts.readings.filter((r) => r.kind === kind).map((r) => r.value);
    const last = values[values.length - 1];
    if (last === undefined) return [{ what: kind, sentence: ASK[kind] }];
    if (kind === 'sample' && values.length < (facts.sampleSize ?? 1)) {
      return [
        { what: kind, sentence: `The sample has ${values.length} of ${facts.sampleSize ?? 1} weights.` },
      ];
    }
    if (kind === 'tack' && last === 0) {
      return [{ what: kind, sentence: 'The tack test failed: mix on and test again.' }];
    }
    if (kind === 'verdict' && last === 0) {
      return [{ what: kind, sentence: 'The tasting failed: correct the mix, mix again and taste again.' }];
    }
    if (kind === 'minutes' && least !== undefined && facts.kind === 'mix') {
      const total = values.reduce((a, b) => a + b, 0);
      if (total < least) return [{ what: kind, sentence: `Mixed ${total} of at least ${least} minutes.` }];
    }
    if (kind === 'addition' && !bothAdditions(values)) return [{ what: kind, sentence: ASK.addition }];
    if (kind === 'before' && facts.stopAboveC !== undefined && last > facts.stopAboveC) {
      return [
        {
          what: kind,
          sentence: `${temperatureToken(last)} before the first kilogram is too warm: back to the chill, then read again.`,
        },
      ];
    }
    if (kind === 'temperature' || kind === 'core') return temperature(facts, last, kind);
    return [];
  });
}

function temperature(facts: StepFacts, last: number, what: 'temperature' | 'core'): Missing[] {
  if (facts.stopAboveC !== undefined && last > facts.stopAboveC) {
    return [
      {
        what,
        sentence: `${temperatureToken(last)} is above the stop of ${temperatureToken(facts.stopAboveC)}: back to the chill, then read again.`,
      },
    ];
  }
  if (facts.stopBelowC !== undefined && last < facts.stopBelowC) {
    return [
      {
        what,
        sentence: `${temperatureToken(last)} has not reached ${temperatureToken(facts.stopBelowC)}.`,
      },
    ];
  }
  return [];
}

const ASK: Record<ReadingKind, string> = {
  temperature: 'The temperature has not been read.',
  before: 'The temperature before the first kilogram has not been read.',
  core: 'The core of the patty has not been read.',
  tally: 'Nothing has been counted yet.',
  addition: 'Mixed by hand, the dissolved cure goes in at two times; both must be ticked.',
  minutes: 'The minutes have not been entered.',
  tack: 'The tack test has not been made.',
  count: 'The pieces have not been counted.',
  sample: 'No piece has been weighed for the sample.',
  verdict: 'Nobody has said how it tastes.',
  cleared: 'Between two owners: head and horn must be confirmed empty and clean.',
};
