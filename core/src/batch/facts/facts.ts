import type { AccountId, BatchId, CasingId, LineId, LotId, StepId, TransferId } from '../../ledger/ids.js';
import type { Mark } from '../../bench/marks.js';
import type { AccountKind, Measure } from '../../ledger/types.js';
import type { UsualLoss } from '../../bench/hints.js';
import type { HeatState } from '../../cold-room/arrival.js';
import type { KeptMatter } from '../../matter/index.js';
import type { RecipeDocument, RecipeLine } from '../../recipe/document.js';
import type { Portion } from '../../recipe/product.js';
import type { BookId } from '../../rules/books.js';
import type { HouseRules } from '../../rules/house.js';
import type { Allergen } from '../../recipe/ingredient.js';
import type { MethodStep } from '../../steps/index.js';
import type { ShopScale } from '../../weighing/shop-scales.js';
import type { WorkFact } from './work.js';

/** What is known of a batch, as the database holds it. Masses mg, times ISO in UTC. */
export interface BatchFacts {
  /** Running number of the latest fact: whoever holds `n` asks for what came after it. */
  n: number;
  batch: BatchHead;
  steps: StepFact[];
  lines: LineFact[];
  transfers: TransferFact[];
  readings: ReadingFact[];
  marks: MarkFact[];
  acceptances: { lineId: string; weighedMg: number }[];
  notices: NoticeFact[];
  /** What work it took; null until somebody says so. */
  work: WorkFact | null;
  /** The latest test of the ground blend that still stands; of one of its streams, or of all of it. */
  fatTest: { fatPct: number; fatSd: number; stream: 'lean' | 'fat' | null; at: string } | null;
  /** Every account that the batch touches, its lots and places among them. */
  accounts: AccountFact[];
  /** Lots of casing that are taken for it, the oldest first. */
  casings: CasingFact[];
  /** Where what is finished of what nothing parted off comes to. */
  productAccountId: AccountId | null;
  /** What was parted off, or is meant to be. */
  portions: PortionFact[];
  /** Lots of good meat kept apart from this batch. */
  reworkAccountId: AccountId | null;
}

export interface BatchHead {
  id: BatchId;
  number: number;
  recipeId: string;
  recipeName: string;
  versionNo: number;
  /** At the heat the batch is made at. */
  recipe: RecipeDocument;
  state: 'open' | 'closed' | 'cancelled';
  plannedFor: string;
  plannedMeatMg: number;
  windowMinPct: number;
  windowMaxPct: number;
  openedAt: string;
  owner: string | null;
  /** The heat variant it is made at. */
  hotness: string | null;
  signed: Record<string, string>;
  /** A batch of another owner is made on the same day. */
  meetsOther: boolean;
  /** Earlier batches of this very version that passed their tasting. */
  provenRuns: number;
  version: number;
}

/** What a step that the method does not have was put in for. */
export const STEP_ORIGINS = ['fat', 'taste', 'late', 'grow'] as const;
export type StepOrigin = (typeof STEP_ORIGINS)[number];

export interface StepFact {
  id: StepId;
  position: number;
  document: MethodStep;
  placeAccountId: AccountId | null;
  /** Where its casing is booked, in mm; only where casing is filled. */
  casingAccountId: AccountId | null;
  /** What it corrects, and the how many-eth correction of that kind it belongs to. */
  origin: StepOrigin | null;
  originNo: number | null;
  closedAt: string | null;
  closedBy: string | null;
  overrideReason: string | null;
  /** Taken out by a change of method. */
  leftOut: boolean;
  version: number;
}

/** A portion of the batch: planned by its recipe, or parted off on the spot. */
export interface PortionFact extends Portion {
  /** Where what is finished of it comes to. */
  accountId: AccountId;
}

export interface LineFact {
  id: LineId;
  stepId: StepId;
  position: number;
  kind: 'meat' | 'ingredient';
  name: string;
  lotId: LotId;
  lotCode: string;
  lotAccountId: AccountId;
  placeAccountId: AccountId;
  /** Meats, and lines that season a correction: what is due. */
  plannedMg: number | null;
  /** The step whose meat it seasons; null for the lines of the recipe, which season all of it. */
  seasonsStepId: StepId | null;
  document: RecipeLine | null;
  /** Meats: the fat as it was thought to be when the line was written. */
  fatPct: number | null;
  fatSd: number | null;
}

/** What the lead was told of a batch; it stays in front until somebody has seen it. */
export interface NoticeFact {
  /** Null for what this device has only worked out so far. */
  id: string | null;
  sentence: string;
  seenBy: string | null;
}

/** How a weight became known: shown by a scale, typed, or computed from others. */
export type TransferHow = 'scale' | 'typed' | 'derived';

/** Who made an entry and when, and how far that is known. */
interface Made {
  /** Who sent it, where that was another: it waited on a device without network. */
  sentBy?: string | null;
  /** The device had the maker's session then; else the maker is only said to have made it. */
  proven?: boolean;
  /** The device's time could not be: it is the server's. */
  retimed?: boolean;
}

export interface TransferFact extends Made {
  id: TransferId;
  from: AccountId;
  to: AccountId;
  /** Whole number above 0 in the measure of both accounts. */
  amount: number;
  at: string;
  stepId: StepId | null;
  lineId: LineId | null;
  person: string | null;
  /** The scale that showed it. */
  deviceId: string | null;
  /** The entry it was made together with, and goes with when that is taken back. */
  withId: TransferId | null;
  how: TransferHow;
  reversesId: TransferId | null;
  reason: string | null;
  /** Load of the mixer it was weighed for; 0 is for all of them. */
  load: number;
}

/** How a figure became known: from a scale, from a probe, or typed. */
export type ReadingHow = 'scale' | 'probe' | 'clock' | 'typed';

export interface ReadingFact extends Made {
  id: string;
  stepId: StepId;
  kind: string;
  value: number;
  /** Mixer load or emulsion lot; 0 is the whole step. */
  load: number;
  at: string;
  person: string;
  how: ReadingHow;
  /** The weighing it was counted by. */
  transferId: TransferId | null;
}

interface MarkHead extends Made {
  id: string;
  stepId: StepId | null;
  at: string;
  person: string;
  /** Who confirmed it with a secret of their own. */
  second: string | null;
}
export type MarkFact = MarkHead & Mark;

export interface AccountFact {
  id: AccountId;
  kind: AccountKind;
  measure: Measure;
  name: string;
  lotKind: 'trim' | 'ingredient' | 'casing' | 'product' | 'rework' | null;
  lotCode: string | null;
  fatPct: number | null;
  fatSd: number | null;
  role: string | null;
  priceMinor: number | null;
  lotStatus: 'available' | 'hold' | 'rejected' | null;
  species: string | null;
  /** Game, or raised where parasites must be answered for. */
  wild: boolean | null;
  /** A record answers for its parasites. */
  answered?: boolean | undefined;
  heat: HeatState | null;
  /** Last day, by the calendar of the shop. */
  useBy: string | null;
  owner: string | null;
  /** What salted or cured material brings with it. */
  saltGPerKg: number | null;
  nitritePpm: number | null;
  /** What bought or kept meat brings besides itself. */
  carries: LotCarries | null;
  /** Of a lot that was made here: what it was made of, as it was written down then. */
  matter: KeptMatter | null;
  /** Meats: it is frozen, or was once. */
  frozenBefore: boolean | null;
  /** What a lot still has; null where nothing is counted. */
  balance: number | null;
}

/** What bought or kept meat is made of besides itself, the most first. */
export interface LotCarries {
  allergens: readonly Allergen[];
  parts: readonly { name: string; allergen?: Allergen | undefined }[];
}

/** An account about whose lot nothing is to be known. */
export function plainAccount(account: Pick<AccountFact, 'id' | 'kind' | 'measure' | 'name'>): AccountFact {
  return {
    ...account,
    lotKind: null,
    lotCode: null,
    fatPct: null,
    fatSd: null,
    role: null,
    priceMinor: null,
    lotStatus: null,
    species: null,
    wild: null,
    heat: null,
    useBy: null,
    owner: null,
    saltGPerKg: null,
    nitritePpm: null,
    carries: null,
    matter: null,
    frozenBefore: null,
    balance: null,
  };
}

interface CasingFact {
  casingId: CasingId;
  lotId: LotId;
  lotCode: string;
  accountId: AccountId;
  leftMm: number;
  /** Mass of the casing itself, g per m. */
  gPerM: number;
}

/** What a batch is judged with besides its own facts. */
export interface ShopFacts extends HouseRules {
  book: BookId;
  /** Cure is confirmed by a second person. */
  cureSecondCheck: boolean;
  /** The calendar day of the shop. */
  today: string;
  scales: readonly ShopScale[];
  /** What the last batches of the shop have taught. */
  learned: Learned;
  /** Now, ISO in UTC. */
  now: string;
}

export interface LearnedFigure {
  name: string;
  value: number;
  unit: string;
  runs: number;
}

export interface Learned {
  /** By kind of step, the part of the mass that its machine keeps. */
  usual: Readonly<Record<string, UsualLoss>>;
  figures: readonly LearnedFigure[];
}

export const NOTHING_LEARNED: Learned = { usual: {}, figures: [] };
