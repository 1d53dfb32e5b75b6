import type { FatWindow } from '../types.js';

/** A trim lot that a plan may draw on. Masses in kg, fat in %, price in money per usable kg. */
export interface PlanTrim {
  id: string;
  species?: string | undefined;
  fatPct: number;
  /** Standard uncertainty of the fat, points; 0 when absent. */
  fatSd?: number | undefined;
  pricePerKg: number;
  availableKg: number;
  /** Weight of one whole box; the lot is then used in whole boxes. */
  boxKg?: number | undefined;
  /** What of the available weight is in an opened box and may be used in any amount. */
  looseKg?: number | undefined;
  /** May be the one trim of the blend whose box is broken. */
  balance?: boolean | undefined;
  /** If used at all, at least this much. */
  minUseKg?: number | undefined;
  /** Use before cost is looked at; 1 goes before 2. `true` is 1. */
  useFirst?: number | boolean | undefined;
  /** Exactly this much. */
  lockedKg?: number | undefined;
  /** Whose meat it is; absent is the shop's own. */
  owner?: string | undefined;
  /** The lot that it is part of, where one lot stands in several parts: they share one uncertainty. */
  lot?: string | undefined;
  /** Days since receipt, for the age objective. */
  ageDays?: number | undefined;
}

export interface SpeciesRule {
  species: string;
  minPct?: number | undefined;
  maxPct?: number | undefined;
}

/** How much cost, age and fewness of trims count; relative weights. */
export interface PlanObjective {
  cost?: number | undefined;
  age?: number | undefined;
  trims?: number | undefined;
}

export interface PlanInput {
  batchKg: number;
  window: FatWindow;
  trims: readonly PlanTrim[];
  speciesRules?: readonly SpeciesRule[] | undefined;
  maxTrims?: number | undefined;
  /** Wanted chance of the fat being in the window, 0–1. 0 asks for the bare window. */
  confidence?: number | undefined;
  objective?: PlanObjective | undefined;
  /** Whose batch it is; lots of any other owner stay out. */
  owner?: string | undefined;
  /** Division of the scale the meats are weighed on; the answer is rounded to it. Default 1 mg. */
  divisionKg?: number | undefined;
  /** Uses smaller than this are not worth fetching: those trims are left out and the plan made again. */
  dropBelowKg?: number | undefined;
}

export interface PlanUse {
  id: string;
  massMg: number;
  sharePct: number;
}

export interface PlanOptimal {
  status: 'optimal';
  uses: PlanUse[];
  fatPct: number;
  fatSd: number;
  inWindow: number;
  confidenceMet: boolean;
  cost: number;
  costPerKg: number;
  /** Cost of the cheapest blend in the bare window, whatever its chance. */
  bareCost: number;
  /** The trim whose fat test would raise the chance most; null when no test would help. */
  testFirst: string | null;
  /** How many models were solved. */
  solves: number;
  /**
   * Set where the search for whole boxes and counts was stopped by its time before it was proven: no blend costs less
   * than `leastCost`; null where more than cost was asked for.
   */
  stopped?: { leastCost: number | null };
}

export interface PlanReason {
  rule: string;
  message: string;
  mend: string;
}

export interface PlanInfeasible {
  status: 'infeasible';
  reasons: PlanReason[];
}

export type PlanAnswer = PlanOptimal | PlanInfeasible;
