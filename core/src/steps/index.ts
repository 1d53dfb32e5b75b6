export { grindMore, minutesToMixIn, mixAgain, weighMoreIngredients, weighMoreMeat } from './correcting.js';
export { COUNTINGS, countingOf, type PieceForm } from './counting.js';
export { entryStep, newStep, nudgeStep, setOnStep, withStep } from './edit.js';
export {
  NO_SITUATION,
  type Counting,
  type ReadyCheck,
  type Situation,
  type StepKind,
  type Traits,
} from './kind.js';
export type { ParamSpec, ParamValue, Params } from './parameters.js';
export * from './readings/index.js';
export { implausible } from './plausible.js';
export {
  METHOD_KINDS,
  STEP_KINDS,
  STEP_NAMES,
  stepKind,
  type MethodStep,
  type StepName,
} from './all-kinds.js';
export {
  asksOf,
  countingAt,
  expectedYield,
  holdsMass,
  hoursOf,
  isAtMachine,
  notDoneAt,
  loadsOf,
  expectedLosses,
  mostTaken,
  mostTakenBefore,
  numberOf,
  paramsOf,
  otherSize,
  readyChecks,
  sizeOf,
  stepInstruction,
  stepRule,
  stepTitle,
  traitsOf,
  withoutYield,
  wordOf,
  type StepLike,
} from './step.js';
export { partsFrom, portionAt, wayOf, type Parting } from './portions.js';
export { firstPlaceIndex, nextPlaceIndex, streamAt, streamOf, takesStream, type Stream } from './streams.js';
export { stepWords, writeStep } from './words.js';
export { HORN_PART } from './kinds/stuff.js';
