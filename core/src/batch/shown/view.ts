import type { BatchId, CasingId, LineId, StepId, TransferId } from '../../ledger/ids.js';
import type { RibbonStation } from '../../ledger/ribbon.js';
import type { Measure } from '../../ledger/types.js';
import type { ProductState } from '../../recipe/product.js';
import type { Gauge } from '../../recipe/gauges.js';
import type { Counting, MethodStep, ReadingAsk, Stream } from '../../steps/index.js';
import type { ShopScale } from '../../weighing/shop-scales.js';
import type { TasteState } from '../../bench/taste-state.js';
import type { TimeOut } from '../../cold-room/chill-clock.js';
import type { OutOfChill } from '../../rules/house.js';
import type { Fills } from '../../bench/fills.js';
import type { Missing } from '../../findings/missing.js';
import type { BatchCure } from '../judged/cure.js';
import type { MeantPart } from '../judged/gate.js';
import type { LineView } from '../judged/line-view.js';
import type { WorkFact } from '../facts/work.js';
import type {
  LearnedFigure,
  MarkFact,
  NoticeFact,
  ReadingFact,
  StepOrigin,
  TransferHow,
} from '../facts/facts.js';

type StepState = 'waiting' | 'open' | 'closed';

/** A step as it stands: its masses, what it asks for, and what it still needs. */
export interface StepView {
  id: StepId;
  key: string;
  kind: MethodStep['kind'];
  title: string;
  instruction: string;
  /** How it is to be done, beside the instruction. */
  rule: string;
  /** Its parameters in words; weights and temperatures are tokens. */
  words: string[];
  note: string | null;
  /** As the method has it. */
  document: MethodStep;
  origin: StepOrigin | null;
  position: number;
  /** `open` is what can be worked at now; several steps may be. */
  state: StepState;
  closedAt: string | null;
  closedBy: string | null;
  overrideReason: string | null;
  missing: Missing[];
  inMg: number;
  outMg: number;
  balanceMg: number;
  stepYield: number | null;
  runningYield: number | null;
  holdsMass: boolean;
  stream: Stream;
  losses: string[];
  asks: ReadingAsk[];
  ready: { key: string; words: string; caution: boolean }[];
  counting: Counting | null;
  fills: Fills | null;
  /** Loads or lots it is made in. */
  loads: number;
  hint: string | null;
  leftOut: boolean;
  caution: string | null;
  /** The step that what comes out goes on to; null where it is finished then. */
  nextTitle: string | null;
  /** Key of the portion that it is done to; null for what nothing parted off. */
  portion: string | null;
  /** Portions that are weighed out of it. */
  parts: PartView[];
  version: number;
}

/** A portion as the step shows it that it parts from. Masses mg. */
export interface PartView extends MeantPart {
  /** Where it comes to; null where it is finished then. */
  nextTitle: string | null;
}

/** One entry of the ledger as the batch shows it. */
export interface EntryView {
  id: TransferId;
  at: string;
  person: string;
  /** Who sent it, where the person is only said to have made it. */
  sentBy: string | null;
  /** Made by that person for certain, whoever sent it. */
  proven: boolean;
  retimed: boolean;
  stepId: StepId | null;
  from: string;
  to: string;
  amount: number;
  measure: Measure;
  how: TransferHow;
  lineId: LineId | null;
  reversesId: TransferId | null;
  reversed: boolean;
  reason: string | null;
  /** Load of the mixer it was weighed for; 0 is for all of them. */
  load: number;
}

/** The short form for lists and the day. */
export interface BatchSummary {
  id: BatchId;
  number: number;
  product: string;
  state: 'open' | 'closed' | 'cancelled';
  plannedFor: string;
  openedAt: string;
  plannedMeatMg: number;
  stepTitle: string | null;
  stepId: StepId | null;
  /** What the batch waits for, as one sentence. */
  waitsFor: string | null;
  /** Something that needs the lead. */
  trouble: string | null;
  /** It is worked on without the cure that its recipe has: said on the sheet, at the bench and on every label. */
  uncured: boolean;
  meatMg: number;
  outMg: number;
  unaccountedMg: number;
  packedYield: number | null;
  ribbon: RibbonStation[];
}

/** What is asked of each product of a batch for itself. */
export interface LaneFigures {
  gauges: Gauge[];
  label: { text: string; state: ProductState; stateSentence: string; allergens: string[] } | null;
  casing: CasingView | null;
  linkMassG: number | null;
  pieces: PiecesView | null;
  taste: TasteState & { doneC: number };
  cold: TimeOut;
}

/** The same of a portion. */
interface PortionView extends LaneFigures {
  key: string;
}

/** One product of a batch. Masses mg. */
export interface ProductView {
  /** Key of the portion; null for what nothing parted off. */
  key: string | null;
  name: string;
  /** What it is meant to become. */
  meantState: ProductState;
  /** The step out of which it is weighed; null for what nothing parted off. */
  partsAtStepId: StepId | null;
  /** What is meant to be parted off, or to be finished of the rest. */
  plannedMg: number;
  /** What came into it; of what nothing parted off the meat of the batch. */
  inMg: number;
  finishedMg: number;
  /** Over the meat that became it. */
  yield: number | null;
  uncured: boolean;
  /** Nothing on its way is open. */
  done: boolean;
}

/** What is weighed: lines, bases, fat, limits, casing, the declaration; of products that is what nothing parted off. */
export interface BatchWeighing extends Omit<LaneFigures, 'taste' | 'cold'> {
  lines: LineView[];
  meatBasis: { massMg: number; from: 'ground' | 'weighed' | 'planned' };
  /** The mix as it is due, for the meat there is. */
  mixMg: number;
  /** As it was made; null while something may still go in. */
  madeMixMg: number | null;
  loads: number;
  /** Nitrite as weighed, part by part. */
  cure: BatchCure;
  openedFatPct: number;
  openedFatSd: number;
  fatTest: { fatPct: number; fatSd: number; posteriorPct: number; posteriorSd: number } | null;
  plannedFatPct: number;
  fatSd: number;
  inWindow: number;
  /** Everything that it makes, what nothing parted off first. */
  products: ProductView[];
  portions: PortionView[];
}

/** What is done: steps, readings, marks, entries, the tasting. */
export interface BatchProcess extends Pick<LaneFigures, 'taste' | 'cold'> {
  steps: StepView[];
  readings: ReadingFact[];
  marks: MarkFact[];
  entries: EntryView[];
  /** How long it may, in this shop. */
  outOfChill: OutOfChill;
  /** Species of its meats. */
  species: string[];
  learned: readonly LearnedFigure[];
  /** What the lead was told of it, the newest first; weights and temperatures are tokens. */
  notices: NoticeFact[];
}

/** Money: what went in, and what a kilogram or a piece costs; minor units. */
export interface BatchCosts {
  cost: {
    totalMinor: number;
    perKgMinor: number | null;
    perLinkMinor: number | null;
    /** What a kilogram of each product cost, by its key. */
    products: { key: string | null; perKgMinor: number | null }[];
    /** Of it, what went along with lots that were kept of the batch. */
    keptMinor: number;
    parts: { name: string; minor: number }[];
    /** What went in and has no price; the rest is the least it can be. */
    unpriced: string[];
    work: WorkFact | null;
  };
}

export interface CasingView {
  casingId: CasingId;
  name: string;
  /** The lots that are taken for it, the oldest first, and what each still has. */
  lots: { lotId: string; lotCode: string; leftMm: number }[];
  /** Pieces that what is stuffed and what is still to come make. */
  links: number;
  needM: number;
  /** What of the need is filled, goes into twists and ties, and is spare. */
  filledM: number;
  twistM: number;
  spareM: number;
  /** Whole tubes and the length of one, where it is bought cut. */
  tubes: number | null;
  tubeMm: number | null;
  /** Less than a piece, and left without casing. */
  uncasedMg: number;
  usedMm: number;
  /** Strands, tubes or pieces that were taken for it. */
  strands: number;
  /** Pieces that burst, as noted. */
  bursts: number;
  stuffedMg: number;
  leftMm: number;
  calibreMm: number;
  /** Least soaking in minutes; 0 is not soaked. */
  soakMinutes: number;
  /** What is still to be stuffed will take, and what of that is missing. */
  aheadM: number;
  shortM: number;
  linkLengthMm: number;
}

export interface PiecesView {
  count: number;
  meanG: number | null;
  sdG: number | null;
  cvPct: number | null;
  n: number;
  outliers: number[];
}

/** Everything that is shown of a batch or judged by: the fold of its facts. */
export interface BatchView extends BatchSummary, BatchWeighing, BatchProcess, BatchCosts {
  n: number;
  recipe: { id: string; name: string; versionNo: number; state: string };
  window: { minPct: number; maxPct: number };
  owner: string | null;
  hotness: string | null;
  signed: Record<string, string>;
  version: number;
  /** What it is weighed on. */
  scales: readonly ShopScale[];
}
