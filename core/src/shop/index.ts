export { COUNTRIES, countryOf, isCurrency, type Country } from './countries.js';
export { judgeCondition, type ConditionFinding, type Measured } from './condition.js';
export { USUAL_MACHINES, type Machines } from './machines.js';
