export { closeStep } from './close-step.js';
export { acceptLine } from './accept.js';
export { mustLoad, readSheet, shopBook } from './context.js';
export { openBatch } from './open.js';
export { reworkAccount } from './open-store.js';
export { batchRoutes } from './routes.js';
export { buildSheet } from './sheet.js';
