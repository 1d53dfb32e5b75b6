import { toNumber } from './rational.js';
import { readNumber, type NumberStyle } from './read-number.js';

/**
 * A plain number as a person types it, with the doubts of {@link readNumber}; a minus is allowed.
 * @throws InputError at the path `text`
 */
export function readDecimal(text: string, style?: NumberStyle): number {
  const typed = text.trim();
  return /^[-−]/.test(typed)
    ? -toNumber(readNumber(typed.slice(1), style))
    : toNumber(readNumber(typed, style));
}
