export * from './format.js';
export { readDecimal } from './decimal.js';
export * from './mass.js';
export { parseQuantity, type ParseOptions, type Quantity } from './parse.js';
export type { NumberStyle } from './read-number.js';
export { shareOut } from './share-out.js';
export { fillTokens, massToken, temperatureToken } from './tokens.js';
export type { QuantityKind } from './units.js';
export { addDays, isTimeZone, shopClock, shopDay } from './shop-time.js';
