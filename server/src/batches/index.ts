export { closeStep } from './close-step.js';
export { readSheet } from './context.js';
export { openBatch } from './open.js';
export { reworkAccount } from './open-store.js';
export { batchRoutes } from './routes.js';
export { madeBatches } from './made.js';
export { settleLate } from './settle.js';
