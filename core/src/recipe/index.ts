export { doseFraction, type Dose, type DoseBasis } from './dose.js';
export { loads } from './loads.js';
export { overPour, type OverPour, type PouredLine } from './over-pour.js';
export { mixPerMeat, scaleRecipe, type DoseLine, type ScaledRecipe, type ScaleInput } from './scale.js';
