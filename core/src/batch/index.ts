export { mostOutMg } from './facts/held.js';
export { counted } from './facts/moves.js';
export { apply, type Fact } from './facts/apply.js';
export { batchCure, bringsCure, type BatchCure, type CurePart, type CureState } from './judged/cure.js';
export { leftOverAt, standingAt, type LeftOver, type Standing } from './facts/kept.js';
export { lotMatter, type MeatFacts } from './facts/stuff.js';
export { batchMatters, type BatchMatters } from './facts/matters.js';
export { againstChange } from './judged/method-change.js';
export { stopsOf } from './judged/closing-stops.js';
export { UNCURED, shutDoors, uncuredSentence } from './judged/cure-door.js';
export {
  SHORTFALL_REASON,
  movesOf,
  shortfallSentence,
  type BatchFrame,
  type BenchEntry,
  type EntryMove,
  type EntryMoves,
} from './facts/entry.js';
export {
  NOTHING_LEARNED,
  STEP_ORIGINS,
  plainAccount,
  type AccountFact,
  type BatchFacts,
  type BatchHead,
  type Learned,
  type LineFact,
  type MarkFact,
  type NoticeFact,
  type PortionFact,
  type ReadingFact,
  type ReadingHow,
  type ShopFacts,
  type StepFact,
  type StepOrigin,
  type TransferFact,
  type TransferHow,
} from './facts/facts.js';
export {
  fatFormulas,
  gaugeFormula,
  lineFormulas,
  mixFormulas,
  stepFormulas,
  type Formula,
} from './shown/formulas.js';
export { goesIn, isGivenUp, type GoesIn } from './shown/goes-in.js';
export { closing } from './facts/closing.js';
export { fold, summarise, unreadableSummary } from './shown/fold.js';
export { stepGate, type GateFacts } from './judged/gate.js';
export { seenFrom } from './shown/lane-figures.js';
export { factsOfLane, laneKeys, productOf } from './facts/lanes.js';
export { learnedFrom } from './shown/learned.js';
export { loadStates } from './judged/loads.js';
export { madeBatch, type MadeBatch } from './shown/made.js';
export { batchMasses, sumWhere, type BatchMasses } from './facts/masses.js';
export { meatBasis, weighStep } from './facts/meat-basis.js';
export { meatObjections, newObjections, objections, type Objection } from './judged/objections.js';
export { grindMissed, placeForMeat } from './facts/places.js';
export { playEntry, settled, type EntryBy } from './facts/play-entry.js';
export { settlement, type DerivedMove } from './facts/settle.js';
export {
  isWeighed,
  tasksOf,
  type CasingTask,
  type ReadTask,
  type Task,
  type WeighedTask,
} from './shown/tasks.js';
export type {
  BatchCosts,
  BatchProcess,
  BatchSummary,
  BatchView,
  BatchWeighing,
  EntryView,
  LaneFigures,
  PartView,
  ProductView,
  StepView,
} from './shown/view.js';
export type { LineView } from './judged/line-view.js';
export type { Missing } from '../findings/missing.js';
export { handHours, workMinor, type Stint, type WorkFact } from './facts/work.js';
