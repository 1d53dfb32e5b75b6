import { MASS, NUMBER, UNIT, normal } from './words.js';

/** A piece of the card that stands for one thing. */
export interface CardPiece {
  /** Line of the card, from 1. */
  place: number;
  /** As it stood there. */
  text: string;
  /** The same with its numbers written one way. */
  words: string;
  /** Pieces on the same line. */
  ofLine: number;
}

const ENTRY = new RegExp(
  `(?:^|\\s)${NUMBER}\\s*(?:${UNIT})|^${NUMBER}\\s+[a-z]|\\b(?:to taste|as needed|some|pinch|dash|splash|handful)\\b`,
  'i',
);
const BARE = new RegExp(`^${NUMBER}\\s*(?:${UNIT})?$`, 'i');
/** For how much meat, behind an amount that has no name. */
const RATE = new RegExp(
  `\\s+(?:per|for|to each|to every|for each|for every)\\s+(?:${NUMBER})?\\s*(?:${MASS}).*$`,
  'i',
);
const LABEL =
  /^(?:meats?|spices?|seasonings?|cures?|liquids?|fat|lean|binders?|ingredients?|dry|wet)\s*:\s*/i;

/** The lines of a card, each with its place; blank ones and headings of a table fall away. */
export function linesOf(text: string): { place: number; text: string }[] {
  return text
    .slice(0, 500_000)
    .split(/\r?\n/)
    .map((line, i) => ({
      place: i + 1,
      text: line
        .replace(/"/g, '')
        .replace(/^[\s•*·–-]+/, '')
        .replace(/^\d{1,2}[.)]\s+(?=\S)/, '')
        .trim(),
    }))
    .filter(
      ({ text: line }) =>
        line !== '' && !/^(ingredients?|item|name)\s*[,;\t]\s*(amount|quantity|dose)\s*$/i.test(line),
    );
}

/** An amount without a name, with or without the meat it is for. */
function isBare(cell: string): boolean {
  return BARE.test(cell.replace(RATE, ''));
}

/**
 * A line parted at its commas, semicolons and tabs, and where `and` or `plus` joins two amounts. Words behind a
 * comma that have no amount of their own belong to what stands before them; a bare amount to the name before it.
 */
export function piecesOf({ place, text }: { place: number; text: string }): CardPiece[] {
  const cells = text
    .replace(LABEL, '')
    .split(/[;\t]|,(?!\d)|(?<=[a-z)]\s*),(?=\d)/i)
    .flatMap((cell) =>
      normal(cell).split(new RegExp(`\\s+(?:and|plus|&|\\+)\\s+(?=${NUMBER}\\s*(?:${UNIT}))`, 'i')),
    )
    .map((cell) => cell.trim())
    .filter((cell) => cell !== '');
  const pieces: string[] = [];
  for (const cell of cells) {
    const last = pieces.at(-1);
    const belongs =
      last !== undefined && (isBare(cell) ? !ENTRY.test(last) : ENTRY.test(last) && !ENTRY.test(cell));
    if (last !== undefined && belongs)
      pieces[pieces.length - 1] = isBare(cell) ? `${last} ${cell}` : `${last}, ${cell}`;
    else pieces.push(cell);
  }
  return pieces.map((words) => ({
    place,
    text: pieces.length === 1 ? text : words,
    words,
    ofLine: pieces.length,
  }));
}
