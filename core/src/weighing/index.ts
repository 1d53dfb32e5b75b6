export * from './auto-take.js';
export * from './hand-lag.js';
export * from './scales.js';
export * from './shop-scales.js';
