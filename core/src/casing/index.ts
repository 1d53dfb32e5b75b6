export { casingNeed, type CasingInput } from './casing-need.js';
export { gramsPerMm, link, MIX_DENSITY, type LinkInput } from './link.js';
