export { casingNeed, type CasingInput } from './casing-need.js';
export { thickness, type Thickness } from './thickness.js';
export { linkFigures, type LinkInput } from './link.js';
export { CASING_MATERIALS, soakMinutesOf, type CasingMaterial } from './materials.js';
