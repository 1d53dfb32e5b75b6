import { inputError } from '../errors/index.js';
import { add, fromDecimal, rational, type Rational } from './rational.js';

/** Which mark a person uses before the decimals. Unset means: refuse what could be read twice. */
export type NumberStyle = 'point' | 'comma';

const VULGAR: Record<string, string> = {
  '½': '1/2',
  '¼': '1/4',
  '¾': '3/4',
  '⅓': '1/3',
  '⅔': '2/3',
  '⅛': '1/8',
  '⅜': '3/8',
  '⅝': '5/8',
  '⅞': '7/8',
};

/** Replaces single-character fractions by `a/b`, parted from a whole number before them. */
export function openVulgarFractions(text: string): string {
  return text.replace(/[½¼¾⅓⅔⅛⅜⅝⅞]/g, (mark) => ` ${VULGAR[mark]}`);
}

/**
 * Reads `12`, `12.4`, `12,4`, `1,234.5`, `3/4` or `3 1/2` exactly.
 *
 * A mark followed by exactly three digits (`1,250`, `12.446`) could be a thousands mark or a
 * decimal mark; without a number style it is refused with both readings.
 * @throws InputError at the path `text`.
 */
export function readNumber(text: string, style?: NumberStyle): Rational {
  const trimmed = text.trim();
  const mixed = /^(?:(\d+)\s+)?(\d+)\s*\/\s*(\d+)$/.exec(trimmed);
  if (mixed) {
    const denominator = BigInt(mixed[3] ?? '0');
    if (denominator === 0n) throw inputError('text', `"${trimmed}" divides by zero.`);
    return add(rational(BigInt(mixed[1] ?? '0')), rational(BigInt(mixed[2] ?? '0'), denominator));
  }
  return fromDecimal(toPlainDecimal(trimmed, style));
}

function toPlainDecimal(text: string, style: NumberStyle | undefined): string {
  if (!/^(\d[\d.,]*|[.,]\d+)$/.test(text)) throw notANumber(text);
  const marks = [...text].filter((c) => c === '.' || c === ',');
  const first = marks[0];
  if (first === undefined) return text;
  if (new Set(marks).size === 2) return readBothMarks(text, marks);
  const decimalMark = style === 'comma' ? ',' : style === 'point' ? '.' : undefined;
  if (marks.length > 1) return readRepeatedMark(text, first, decimalMark);
  if (decimalMark === undefined && looksLikeThousands(text)) {
    const [whole, digits] = text.split(first);
    throw inputError(
      'text',
      `"${text}" can be read as ${whole}.${digits} or as ${whole}${digits}. ` +
        'Write it without the mark, or with another number of decimals, or set your number style.',
    );
  }
  if (decimalMark !== undefined && first !== decimalMark) {
    if (!looksLikeThousands(text)) throw notANumber(text);
    return text.replace(first, '');
  }
  return text.replace(first, '.');
}

function looksLikeThousands(text: string): boolean {
  return /^[1-9]\d{0,2}[.,]\d{3}$/.test(text);
}

function readBothMarks(text: string, marks: string[]): string {
  const decimal = marks[marks.length - 1] ?? '';
  const group = decimal === '.' ? ',' : '.';
  const [whole = '', decimals = '', ...more] = text.split(decimal);
  if (more.length > 0 || !isGrouped(whole, group)) throw notANumber(text);
  return `${whole.replaceAll(group, '')}.${decimals}`;
}

function readRepeatedMark(text: string, mark: string, decimalMark: string | undefined): string {
  if (mark === decimalMark || !isGrouped(text, mark)) throw notANumber(text);
  return text.replaceAll(mark, '');
}

function isGrouped(text: string, mark: string): boolean {
  const [head = '', ...groups] = text.split(mark);
  return /^\d{1,3}$/.test(head) && groups.length > 0 && groups.every((g) => /^\d{3}$/.test(g));
}

function notANumber(text: string): Error {
  return inputError('text', `"${text}" is not a number. Accepted: 12, 12.4, 12,4, 3/4 or 3 1/2.`);
}
