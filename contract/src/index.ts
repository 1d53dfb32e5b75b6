export * from './batch-facts.js';
export * from './batch-view.js';
export type {
  BatchFacts,
  BatchSummary,
  BatchView,
  EntryView,
  LineView,
  MarkFact,
  MethodStep,
  ReadingFact,
  RecipeDocument,
  RecipeLine,
  StepView,
} from '@zest/core';
export * from './batches.js';
export * from './bench-work.js';
export * from './blend.js';
export * as calcSchemas from './calc-schemas.js';
export * from './cold-room.js';
export * from './devices.js';
export * from './goods.js';
export * from './ingredients.js';
export { issuesOf } from './issues.js';
export { lateFigures, type LateDecision, type LateEntry, type SayWork } from './late-entries.js';
export * from './live.js';
export * from './lot-work.js';
export { keptMatter } from './matter.js';
export { openApiDocument } from './openapi.js';
export * from './people.js';
export type { PracticeState } from './practice.js';
export { problem, type Problem } from './problem.js';
export * from './receiving.js';
export * from './recipe-file.js';
export * from './recipe-work.js';
export * from './recipes.js';
export { ROLES, type Role, type Route } from './route.js';
export { ROUTES, type AuditEntry } from './routes.js';
export type { BackupState } from './safekeeping.js';
export type { OwnShop } from './shop.js';
export type { StartRecipe, TakenUp } from './shelf.js';
export { TABLET_SHEET_PATH, inLines, type Reach, type Tablet } from './tablets.js';
export { portion } from './portions.js';
export { STEP_NOTE, methodStep } from './steps.js';
export {
  BAUD_RATES,
  PROBE_FORMATS,
  PROBE_IDS,
  SCALE_FORMATS,
  SERIAL_FRAMES,
  WEIGHT_UNITS,
  isScaleStation,
  type Device,
  type DeviceBody,
  type NewDevice,
  type ProbeFormatId,
  type ProbeId,
  type ScaleFormatId,
  type SerialFrame,
  type Tried,
  type WeightUnit,
  type Wiring,
} from './wiring.js';
export { SEEN_BY, sees, type Kept } from './visibility.js';
