export { casingNeed, type CasingInput } from './casing-need.js';
export { link, type LinkInput } from './link.js';
