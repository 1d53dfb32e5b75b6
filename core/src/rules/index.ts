export { BOOK_IDS, NITRITE_RULES, type BookId, type NitriteRule } from './books.js';
export { nitrite, type NitriteAnswer, type NitriteInput } from './nitrite.js';
export { asMeant, brokenSpeciesRules, isMeant } from './claims.js';
export { FAT_CLASSES, checkWindow, type FatClass, type WindowCheck } from './fat.js';
export {
  BOOKS_AS_OF,
  LIMIT_RULES,
  NITRITE_FLOOR_PPM,
  nitriteFloorOf,
  SALT_BAND,
  SUBSTANCES,
  type LimitRule,
  type Substance,
} from './limits.js';
export { COMMON_RULES, houseOf, outOfChill, type HouseRules, type OutOfChill } from './house.js';
