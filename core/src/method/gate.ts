import { massToken, temperatureToken } from '../quantity/tokens.js';
import type { Band } from '../weighing/scales.js';
import { STEP_SHAPES, type ReadingKind, type StepKind } from './catalogue.js';

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
    /** The lot it comes from is on hold or rejected. */
    lotHeld?: boolean | undefined;
    /** Somebody has accepted a weight outside the band, with a reason. */
    accepted: boolean;
  }[];
  readings: readonly { kind: ReadingKind; value: number }[];
  inMg: number;
  outMg: number;
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
  return [...missingLines(facts), ...missingMass(facts), ...missingReadings(facts)];
}

function missingLines(facts: StepFacts): Missing[] {
  return facts.lines.flatMap((line) => {
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

function missingMass(facts: StepFacts): Missing[] {
  const shape = STEP_SHAPES[facts.kind];
  if (!shape.holdsMass) return [];
  if (facts.inMg <= 0) return [{ what: 'in', sentence: 'Nothing has come into this step yet.' }];
  if (facts.outMg <= 0 && !shape.passesOn) {
    return [{ what: 'out', sentence: 'The kilograms that came out have not been weighed.' }];
  }
  return [];
}

function missingReadings(facts: StepFacts): Missing[] {
  const needs = [...STEP_SHAPES[facts.kind].needs, ...(facts.mustBeCleared ? (['cleared'] as const) : [])];
  return needs.flatMap((kind) => {
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
    if (kind === 'temperature') return temperature(facts, last);
    return [];
  });
}

function temperature(facts: StepFacts, last: number): Missing[] {
  if (facts.stopAboveC !== undefined && last > facts.stopAboveC) {
    return [
      {
        what: 'temperature',
        sentence: `${temperatureToken(last)} is above the stop of ${temperatureToken(facts.stopAboveC)}: back to the chill, then read again.`,
      },
    ];
  }
  if (facts.stopBelowC !== undefined && last < facts.stopBelowC) {
    return [
      {
        what: 'temperature',
        sentence: `${temperatureToken(last)} has not reached ${temperatureToken(facts.stopBelowC)}.`,
      },
    ];
  }
  return [];
}

const ASK: Record<ReadingKind, string> = {
  temperature: 'The temperature has not been read.',
  minutes: 'The minutes have not been entered.',
  tack: 'The tack test has not been made.',
  count: 'The pieces have not been counted.',
  sample: 'No piece has been weighed for the sample.',
  verdict: 'Nobody has said how it tastes.',
  cleared: 'Between two owners: head and horn must be confirmed empty and clean.',
};
