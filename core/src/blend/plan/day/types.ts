import type { FatWindow } from '../../types.js';
import type { PlanInfeasible, PlanObjective, PlanOptimal, PlanTrim, SpeciesRule } from '../types.js';

/** A batch that is planned for the day. */
export interface DayBatch {
  id: string;
  /** 1 is made before 2 when not everything fits; batches without one come last. */
  priority?: number | undefined;
  batchKg: number;
  window: FatWindow;
  speciesRules?: readonly SpeciesRule[] | undefined;
  maxTrims?: number | undefined;
  /** Wanted chance of the fat being in the window, 0–1. */
  confidence?: number | undefined;
  /** Whose batch it is; absent is the shop's. */
  owner?: string | undefined;
  /** What has already been weighed in and stays: no longer part of the stock. */
  weighed?: readonly (PlanTrim & { massKg: number })[] | undefined;
}

export interface DayInput {
  stock: readonly PlanTrim[];
  batches: readonly DayBatch[];
  objective?: PlanObjective | undefined;
  divisionKg?: number | undefined;
  dropBelowKg?: number | undefined;
}

export type DayBatchAnswer = { id: string } & (PlanOptimal | PlanInfeasible);

export interface DayAnswer {
  /** `partial` when at least one batch gave way. */
  status: 'optimal' | 'partial';
  batches: DayBatchAnswer[];
  cost: number;
  /** Cost of planning the batches one after the other, or null when that leaves one out. */
  costOneByOne: number | null;
}

/** Told as the work goes on. */
export type DayProgress = (step: { done: number; of: number; what: string }) => void;
