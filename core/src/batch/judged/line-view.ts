import type { LineId, LotId, StepId } from '../../ledger/ids.js';
import type { Material } from '../../ledger/ribbon.js';
import type { Stream } from '../../steps/index.js';
import type { ScaleId } from '../../weighing/shop-scales.js';

/** Cure of a line against the limit of the book. */
export interface CureView {
  nitritePct: number;
  ppm: number;
  limitPpm: number;
  basis: string;
  book: string;
  maxMg: number;
  withinLimit: boolean;
}

/** A line with its due weight, its band and what has been weighed. Masses mg. */
export interface LineView {
  id: LineId;
  stepId: StepId;
  kind: 'meat' | 'ingredient';
  /** Of the recipe's line; null for meats. */
  key: string | null;
  /** The step into which it goes. */
  intoStepId: StepId | null;
  name: string;
  role: string;
  material: Material;
  /** Meats: the stream they go into, where lean and fat are ground apart. */
  stream: Stream;
  lotId: LotId;
  lotCode: string;
  required: boolean;
  dueMg: number;
  lowMg: number;
  highMg: number;
  weighedMg: number;
  /** What its lot still has; null for a supply that does not run out. */
  stockMg: number | null;
  /** Its lot is on hold or rejected. */
  lotHeld: boolean;
  /** It is a cure by what it holds, whatever it is called. */
  isCure: boolean;
  /** Cure that a second person still has to confirm. */
  unconfirmed: boolean;
  accepted: boolean;
  scaleId: ScaleId;
  /** In what steps that scale shows. */
  divisionMg: number;
  weighings: number;
  tooCoarse: boolean;
  /** Meats: fat of their lot as it is thought to be now, %, and its uncertainty in points. */
  fatPct: number | null;
  fatSd: number | null;
  gPerKgMeat: number | null;
  pctOfMix: number | null;
  perLoadMg: number[];
  note: string | null;
  /** It stands for another line of the recipe. */
  isSubstitute: boolean;
  cure: CureView | null;
}
