export { backScale } from './back-scale.js';
export { doseFraction, type Dose, type DoseBasis } from './dose.js';
export { loads } from './loads.js';
export { measure } from './measure.js';
export { overPour, type OverPour, type PouredLine } from './over-pour.js';
export { mixPerMeat, scaleRecipe, type DoseLine, type ScaledRecipe, type ScaleInput } from './scale.js';
export { taste } from './taste.js';
