export { BOOK_IDS, NITRITE_RULES, type BookId, type NitriteRule } from './books.js';
export { nitrite, type NitriteAnswer, type NitriteInput } from './nitrite.js';
