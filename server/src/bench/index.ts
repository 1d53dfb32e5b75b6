export { recordMark } from './commands/record-mark.js';
export { recordCasing, recordMassOut, recordWeighing } from './commands/record-moves.js';
export { recordReading } from './commands/record-reading.js';
export { benchRoutes } from './routes.js';
