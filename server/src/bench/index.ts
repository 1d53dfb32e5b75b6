export { recordCasing, recordMassOut, recordReading, recordWeighing } from './entries.js';
export { benchRoutes } from './routes.js';
