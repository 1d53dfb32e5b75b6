export * from './batches/batch-facts.js';
export * from './batches/batch-view.js';
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
export * from './batches/batches.js';
export * from './bench/bench-work.js';
export * from './blend/blend.js';
export * as calcSchemas from './calc/calc-schemas.js';
export * from './cold-room/cold-room.js';
export * from './devices/devices.js';
export * from './cold-room/goods.js';
export * from './recipes/ingredients.js';
export { issuesOf } from './wire/issues.js';
export { lateFigures, type LateDecision, type LateEntry, type SayWork } from './bench/late-entries.js';
export * from './batches/live.js';
export * from './cold-room/lot-work.js';
export { keptMatter } from './batches/matter.js';
export { openApiDocument } from './wire/openapi.js';
export * from './people/people.js';
export type { PracticeState } from './bench/practice.js';
export { problem, type Problem } from './wire/problem.js';
export * from './cold-room/parasites.js';
export * from './cold-room/receiving.js';
export * from './recipes/recipe-file.js';
export * from './recipes/recipe-work.js';
export * from './recipes/recipes.js';
export { ROLES, type Role, type Route } from './wire/route.js';
export { ROUTES, type AuditEntry } from './wire/routes.js';
export type { BackupState } from './settings/safekeeping.js';
export type { OwnShop } from './settings/shop.js';
export type { StartRecipe, TakenUp } from './recipes/shelf.js';
export { TABLET_SHEET_PATH, inLines, type Reach, type Tablet } from './people/tablets.js';
export { portion } from './recipes/portions.js';
export { STEP_NOTE, methodStep } from './recipes/steps.js';
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
} from './devices/wiring.js';
export { SEEN_BY, sees, type Kept } from './people/visibility.js';
