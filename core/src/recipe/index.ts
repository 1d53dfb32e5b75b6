export { asMade, linesAsMade, type AsMade, type MadeLine } from './as-made.js';
export { backScale } from './back-scale.js';
export { blankDocument } from './blank.js';
export { changedSince, differences } from './changed-since.js';
export { checkRecipe, type RecipeCheck } from './check.js';
export { compareRecipes, type Difference } from './compare.js';
export { recipeCost, type CostInput, type RecipeCost } from './cost.js';
export {
  type Carries,
  type RecipeDocument,
  type RecipeLine,
  type WorkingDocument,
  type WorkingLine,
} from './document.js';
export { CLAIMS, PRODUCT_STATES, type Claim, type ProductState, type WorkingCasing } from './product.js';
export { doseFraction, massPerMeat, type Dose, type DoseBasis } from './dose.js';
export { recipeFigures, type LineFigure, type RecipeFigures } from './figures.js';
export { blocking, type Finding } from '../findings/finding.js';
export { type Guard, type GuardId } from '../findings/guards.js';
export { gauges, ofBasis, strictest, type Gauge } from './gauges.js';
export * from './ingredient.js';
export { findCommonIngredient, looksLikeCure, plain } from './common-ingredients.js';
export {
  casingWords,
  declaration,
  declaredParts,
  type Label,
  type LabelPart,
  type LabelRun,
} from './label.js';
export { loads } from './loads.js';
export { measure } from './measure.js';
export { overPour, type OverPour, type PouredLine } from './over-pour.js';
export { preBlendFacts, preBlendParts } from './pre-blend.js';
export { readCardDose } from './card/dose.js';
export { cardsIn, type CardPart } from './card/several.js';
export { matchCard } from './card/match.js';
export type { CardMeat } from './card/meat.js';
export { casingPlan, pieceLengthMm, pieceMassG } from './piece.js';
export { readCard, type Card, type CardLine, type CardOptions } from './card/read-card.js';
export { readDose, type DoseReading } from './read-dose.js';
export { recipeLabel } from './recipe-label.js';
export { ROW_COLUMNS, fromRows, toRows } from './rows.js';
export { mixPerMeat, scaleRecipe, type DoseLine, type ScaledRecipe, type ScaleInput } from './scale.js';
export {
  WANTED,
  scaleTo,
  tryScaleTo,
  type ScaledBatch,
  type ScaledLine,
  type WantedKind,
} from './scale-to.js';
export { basisShift, doseThreeWays, fixedDoseErrorPct, onBasis, writeDose } from './show-dose.js';
export { knownFactor, substitute, timesDose } from './substitute.js';
export { taste } from './taste.js';
export { fromFirstFormat } from './first-format.js';
export { portionWords } from './portion-words.js';
export { needsCure } from './check-cure.js';
export { becoming, classAs } from './check-product.js';
export { checkPortions } from './check-portions.js';
export { lanesOf, laneDocument, type Lane } from './portions.js';
export { type Portion, type PortionPlan } from './product.js';
export { casingsMeant, finishedPerMix, plannedLanes, type PlannedLanes } from './planned-lanes.js';
