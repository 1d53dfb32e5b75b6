import { amountOf } from './amount.js';
import { batchOf, isHeading, isMethodHeading, isSentence } from './lines.js';
import { blockOf, isMeat } from './meat.js';
import { piecesOf } from './rows.js';
import { normal } from './words.js';

/** One recipe of a text that holds several. */
export interface CardPart {
  /** What stands at its head. */
  title: string;
  /** Its first line in the whole text, from 1. */
  from: number;
  text: string;
}

const RULE = /^\s*([-=*_~#])\s*(?:\1\s*){2,}$/;

/**
 * The recipes of a text: parted where a rule is drawn between them, or where, after a blank line, a title stands that
 * has a meat of its own below it. One that is not parted for sure is one.
 */
export function cardsIn(text: string): CardPart[] {
  const lines = text.split(/\r?\n/);
  const parts: { from: number; lines: string[] }[] = [];
  let now = { from: 1, lines: [] as string[] };
  const next = (from: number) => {
    if (now.lines.some((line) => line.trim() !== '')) parts.push(now);
    now = { from, lines: [] };
  };
  lines.forEach((line, i) => {
    if (RULE.test(line)) {
      if (holdsRecipe(now.lines)) next(i + 2);
      else now.lines.push('');
      return;
    }
    if (isTitleAt(lines, i) && holdsRecipe(now.lines) && hasMeat(untilNextTitle(lines, i))) next(i + 1);
    now.lines.push(line);
  });
  next(lines.length + 1);
  return parts.map((part) => ({
    title:
      part.lines
        .find((line) => line.trim() !== '')
        ?.trim()
        .replace(/:$/, '') ?? '',
    from: part.from,
    text: part.lines.join('\n'),
  }));
}

function untilNextTitle(lines: readonly string[], from: number): string[] {
  const end = lines.findIndex((line, i) => i > from && (RULE.test(line) || isTitleAt(lines, i)));
  return lines.slice(from, end < 0 ? undefined : end);
}

/** A name alone, or with the meat it is for, after a blank line. */
function isTitleAt(lines: readonly string[], at: number): boolean {
  const words = normal(lines[at] ?? '');
  if (at === 0 || words === '' || (lines[at - 1] ?? '').trim() !== '') return false;
  const batch = batchOf(words);
  if (batch) return batch.rest !== '';
  return (
    words.length <= 60 &&
    !isHeading(words) &&
    !isMethodHeading(words) &&
    !isSentence(words) &&
    amountOf(words) === undefined
  );
}

function holdsRecipe(lines: readonly string[]): boolean {
  return hasMeat(lines) && lines.some((line) => amounts(line).some(({ name }) => !isMeat(name)));
}

/** A row of meat, or the meat that all of it is for. */
function hasMeat(lines: readonly string[]): boolean {
  return lines.some((line) => {
    const words = normal(line);
    return Boolean(batchOf(words) ?? blockOf(words)) || amounts(line).some(({ name }) => isMeat(name));
  });
}

function amounts(text: string): { name: string }[] {
  return piecesOf({ place: 1, text }).flatMap((piece) => amountOf(piece.words) ?? []);
}
