export { COUNTRIES, countryOf, isCurrency, type Country } from './countries.js';
export { USUAL_MACHINES, type Machines } from './machines.js';
