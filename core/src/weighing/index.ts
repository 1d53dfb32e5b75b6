export * from './auto-take.js';
export * from './scales.js';
