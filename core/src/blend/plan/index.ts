export { bestChance } from './best-chance.js';
export { highsSolve, toLpText, type HighsLike } from './highs-solve.js';
export { buildModel } from './build-model.js';
export type { Model, Solution, Solve } from './model.js';
export { plan } from './plan.js';
export type * from './types.js';
