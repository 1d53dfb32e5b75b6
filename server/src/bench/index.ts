export { recordMark } from './commands/record-mark.js';
export { recordCasing, recordMassOut, recordReading, recordWeighing } from './commands/record-entry.js';
export { benchRoutes } from './routes.js';
