export { calibrate, offsetOf } from './calibration.js';
export type { ScaleDriver } from './driver.js';
export { LineScaleDriver } from './line-driver.js';
export { NO_SCALES } from './no-scales.js';
export { deviceRoutes } from './routes.js';
export { readBy, shownBy } from './shown-by.js';
export { spoolPrinter, type LabelPrinter } from './label-printer.js';
export { LineThermometer } from './line-thermometer.js';
export { NO_THERMOMETER, type ThermometerDriver } from './thermometer.js';
