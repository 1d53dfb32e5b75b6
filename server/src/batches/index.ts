export { closeStep } from './commands/close-step.js';
export { changed } from './commands/on-batch.js';
export { openBatch } from './commands/open-batch.js';
export { settle } from './commands/settle.js';
export { leftOver, madeBatches, standingOf } from './made.js';
export { mustLoad, readBatch, shopFacts } from './read.js';
export { batchRoutes } from './routes.js';
export { lockBatch, numbersOf } from './store/batch.js';
export { reworkAccount } from './store/made-lots.js';
