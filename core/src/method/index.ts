export * from './catalogue.js';
export { checkMethod } from './agreement.js';
export { stepGate, type Missing, type StepFacts } from './gate.js';
export { bothAdditions, leastMinutes, needsOf } from './needs.js';
export { meatBasis } from './meat-basis.js';
export { SCHOOLS, type School } from './schools.js';
export { firstPlaceIndex, nextPlaceIndex, streamOf, takesStream, type Stream } from './streams.js';
export { COOLINGS, FILLS, MIXED_BY, SEASON_HOWS, SHAPES, TWISTS, type StepParameters } from './step.js';
export { METHOD_TEMPLATES, type MethodTemplate } from './templates.js';
