export { recordCasing, recordMassOut, recordWeighing } from './entries.js';
export { recordMark, recordReading } from './readings.js';
export { benchRoutes } from './routes.js';
