export type { ScaleDriver } from './driver.js';
export { LineScaleDriver } from './line-driver.js';
export { NO_SCALES } from './no-scales.js';
export { deviceRoutes } from './routes.js';
export { SCALES } from './specs.js';
