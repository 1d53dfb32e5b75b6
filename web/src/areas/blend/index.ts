export { DIVISION_KG, toTrim, whyNot } from './settings.js';
export { usePlan } from './use-plan.js';
