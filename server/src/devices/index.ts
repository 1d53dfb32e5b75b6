export { calibrate } from './commands/calibration.js';
export type { ScaleDriver } from './driver.js';
export { LineScaleDriver } from './line-driver.js';
export { NO_SCALES } from './no-scales.js';
export { deviceRoutes } from './routes.js';
export { readBy, shownBy } from './shown-by.js';
export { spoolPrinter } from './label-printer.js';
export { LineThermometer } from './line-thermometer.js';
export { NO_THERMOMETER } from './thermometer.js';
