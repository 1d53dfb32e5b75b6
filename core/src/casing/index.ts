export { casingNeed, type CasingInput, type CasingNeed } from './casing-need.js';
export { thickness, type Thickness } from './thickness.js';
export { diameterOfFlat, linkFigures, type LinkInput } from './link.js';
export { CASING_MATERIALS, soakMinutesOf, type CasingMaterial } from './materials.js';
