export { casingNeed, type CasingInput } from './casing-need.js';
export { thickness, type Thickness } from './thickness.js';
export { link, type LinkInput } from './link.js';
