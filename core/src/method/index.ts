export * from './catalogue.js';
export { stepGate, type Missing, type StepFacts } from './gate.js';
export { meatBasis } from './meat-basis.js';
