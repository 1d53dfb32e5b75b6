export * from './types.js';
export { addBack, type AddBackInput } from './add-back.js';
export { correctFat, type FatFigure } from './correct.js';
export { inWindow, widestSd } from './in-window.js';
export { learnFat, type LearnLot } from './learn.js';
export { mixture } from './mixture.js';
export { normalCdf } from './normal.js';
export * from './plan/index.js';
