export { mostOutMg } from './held.js';
export { apply, type Fact } from './apply.js';
export { batchCure, bringsCure, type BatchCure, type CurePart, type CureState } from './cure.js';
export { leftOverAt, standingAt, type LeftOver, type Standing } from './kept.js';
export { lotMatter, type MeatFacts } from './stuff.js';
export { batchMatters, type BatchMatters } from './matters.js';
export { UNCURED, shutDoors } from './cure-door.js';
export {
  SHORTFALL_REASON,
  movesOf,
  shortfallSentence,
  type BatchFrame,
  type BenchEntry,
  type EntryMove,
  type EntryMoves,
} from './entry.js';
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
} from './facts.js';
export {
  fatFormulas,
  gaugeFormula,
  lineFormulas,
  mixFormulas,
  stepFormulas,
  type Formula,
} from './formulas.js';
export { goesIn, isGivenUp, type GoesIn } from './goes-in.js';
export { closing } from './closing.js';
export { fold, summarise, unreadableSummary } from './fold.js';
export { stepGate, type GateFacts } from './gate.js';
export { seenFrom } from './lane-figures.js';
export { factsOfLane, laneKeys, productOf } from './lanes.js';
export { learnedFrom } from './learned.js';
export { loadStates } from './loads.js';
export { madeBatch, type MadeBatch } from './made.js';
export { batchMasses, sumWhere, type BatchMasses } from './masses.js';
export { meatBasis, weighStep } from './meat-basis.js';
export { meatObjections, newObjections, objections, type Objection } from './objections.js';
export { placeForMeat } from './places.js';
export { playEntry, settled, type EntryBy } from './play-entry.js';
export { settlement, type DerivedMove } from './settle.js';
export { isWeighed, tasksOf, type CasingTask, type ReadTask, type Task, type WeighedTask } from './tasks.js';
export type {
  BatchCosts,
  BatchProcess,
  BatchSummary,
  BatchView,
  BatchWeighing,
  EntryView,
  LaneFigures,
  LineView,
  Missing,
  PartView,
  ProductView,
  StepView,
} from './view.js';
export { handHours, workMinor, type Stint, type WorkFact } from './work.js';
