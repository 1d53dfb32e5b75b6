export * from './auto-take.js';
export * from './scales.js';
export * from './shop-scales.js';
