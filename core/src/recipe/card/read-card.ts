import { InputError, inputError } from '../../errors/index.js';
import { massToken } from '../../quantity/tokens.js';
import { parseQuantity } from '../../quantity/parse.js';
import type { NumberStyle } from '../../quantity/read-number.js';
import { looksLikeCure, plain } from '../common-ingredients.js';
import type { DoseBasis } from '../dose.js';
import type { Ingredient, LineRole } from '../ingredient.js';
import type { DoseReading } from '../read-dose.js';
import { amountOf, rateOf, type CardAmount } from './amount.js';
import { readCardDose, type CardContext } from './dose.js';
import { batchOf, isCasing, isHeading, isMethodHeading, isSentence, madeOf } from './lines.js';
import { matchCard } from './match.js';
import { blockOf, isMeat, type CardMeat } from './meat.js';
import { linesOf, piecesOf, type CardPiece } from './rows.js';
import { normal } from './words.js';

/** One line of an old recipe as it was understood. */
export interface CardLine extends CardAmount {
  /** As it stood on the card. */
  text: string;
  /** Line of the card, from 1. */
  place: number;
  role: LineRole;
  ingredientId: string | null;
  /** Ingredients it could be where the name fits several, or none for sure. */
  couldBe: string[];
  reading: DoseReading;
}

export interface Card {
  title: string | null;
  /** Meat the card is written for, kg; null when it does not say, or not clearly. */
  batchKg: number | null;
  batchText: string | null;
  meats: CardMeat[];
  lines: CardLine[];
  /** What is neither: headings, the method, casings, whatever could not be read; with its place. */
  notes: { text: string; place: number }[];
  /** What has to be asked before any dose counts. */
  doubts: string[];
  /** Lines in percent that do not say of what. */
  asksBasis: boolean;
}

export interface CardOptions {
  library: readonly Ingredient[];
  /** What a bare percent is of; a doubt until somebody says it. */
  basis?: DoseBasis | undefined;
  /** Meat as somebody has said it, kg; goes before what the card says. */
  batchKg?: number | undefined;
  numberStyle?: NumberStyle | undefined;
}

/** More lines than any recipe has. */
const MOST_LINES = 200;
/** What two figures for the meat may differ by, as a part of it. */
const SAME_MEAT = 0.01;

interface Found extends CardAmount {
  text: string;
  place: number;
}

/** A card on its way: what has been found so far. */
interface Sheet {
  card: Card;
  found: Found[];
  batch: { massMg: number; words: string } | undefined;
  inMethod: boolean;
  options: CardOptions;
}

/**
 * Reads an old recipe, pasted as text or as CSV: lines or commas between the ingredients, the amount before or after
 * the name, rates on their own lines, and the meat it is for. Every line comes back with its doubt; nothing is left
 * out: what is no ingredient and no meat is a note with its place.
 *
 * @throws InputError at `text` when there is nothing in it or far too much
 */
export function readCard(text: string, options: CardOptions): Card {
  const lines = linesOf(text);
  if (lines.length === 0)
    throw inputError('text', 'Nothing was pasted. Paste the recipe as it stands on the card.');
  const count = lines.reduce((sum, line) => sum + piecesOf(line).length, 0);
  if (count > MOST_LINES) {
    throw inputError(
      'text',
      `A recipe has at most ${MOST_LINES} lines; this has ${count}. Paste one recipe at a time.`,
    );
  }
  const card: Card = {
    title: null,
    batchKg: null,
    batchText: null,
    meats: [],
    lines: [],
    notes: [],
    doubts: [],
    asksBasis: false,
  };
  const sheet: Sheet = { card, found: [], batch: undefined, inMethod: false, options };
  lines.forEach((line, i) => takeLine(line, i === 0, sheet));
  weighMeat(sheet);
  const context: CardContext = {
    batchKg: card.batchKg ?? undefined,
    basis: options.basis,
    numberStyle: options.numberStyle,
  };
  card.lines = sheet.found.map((found) => toLine(found, context, options));
  card.asksBasis = sheet.found.some((f) => /%$/.test(f.amount) && f.rate === undefined);
  return card;
}

function takeLine(line: { place: number; text: string }, isFirst: boolean, sheet: Sheet): void {
  const { card } = sheet;
  const note = () => card.notes.push(line);
  const words = normal(line.text);
  if (isMethodHeading(words)) {
    sheet.inMethod = true;
    note();
    return;
  }
  const block = blockOf(words);
  if (block) {
    sheet.inMethod = false;
    for (const meat of block) takeMeat({ ...meat, ...line }, sheet);
    return;
  }
  const made = madeOf(words);
  if (made !== undefined) {
    card.doubts.push(
      `The card says “${line.text}”: that is what comes out of it, not its meat. Say the meat.`,
    );
    note();
    return;
  }
  const batch = batchOf(words);
  if (batch && takeBatch(batch.mass, batch.words, sheet)) {
    sheet.inMethod = false;
    if (batch.rest !== '') titleOrNote({ ...line, text: batch.rest }, isFirst, card);
    return;
  }
  if (isHeading(words)) {
    sheet.inMethod = false;
    titleOrNote({ ...line, text: line.text.replace(/:$/, '') }, isFirst, card);
    return;
  }
  if (sheet.inMethod || isSentence(words)) {
    note();
    return;
  }
  if (isCasing(words)) {
    note();
    return;
  }
  piecesOf(line).forEach((piece, i) => takePiece(piece, isFirst && i === 0, sheet));
}

function titleOrNote(line: { place: number; text: string }, isFirst: boolean, card: Card): void {
  if (isFirst && card.title === null) card.title = line.text;
  else card.notes.push(line);
}

function takePiece(piece: CardPiece, isFirst: boolean, sheet: Sheet): void {
  const { card } = sheet;
  const about = { text: piece.text, place: piece.place };
  const found = amountOf(ofWholeCard(piece, sheet) ?? piece.words);
  if (!found) {
    if (isFirst && piece.ofLine === 1) titleOrNote(about, true, card);
    else sheet.found.push({ ...about, amount: '', name: piece.words });
    return;
  }
  if (
    !isMeat(found.name) ||
    matchCard(found.name, sheet.options.library).sure ||
    !takeMeat({ ...about, ...found }, sheet)
  )
    sheet.found.push({ ...about, ...found });
}

/**
 * `…, 3 tbsp salt for 7 lb` at the end of a list on one line is for all of it.
 * @returns the piece without its end, or undefined where the end is its own
 */
function ofWholeCard(piece: CardPiece, sheet: Sheet): string | undefined {
  const apart = /\bfor\s+\d/i.test(piece.words) ? rateOf(piece.words) : undefined;
  if (!apart || piece.ofLine < 2 || sheet.batch || !/^for\b/i.test(apart.rate.words)) return undefined;
  return takeBatch(apart.rate.mass, apart.rate.words, sheet) ? apart.rest : undefined;
}

function takeBatch(mass: string, words: string, sheet: Sheet): boolean {
  const massMg = massOf(mass, sheet.options.numberStyle);
  if (massMg === undefined || sheet.batch) return false;
  sheet.batch = { massMg, words };
  return true;
}

/** Whether it is a row of meat; what has to be asked of it stands with it. */
function takeMeat(found: Found, { card, options }: Sheet): boolean {
  const { text, place, name, rate } = found;
  const massMg = massOf(found.amount, options.numberStyle);
  const isShare = /%$/.test(found.amount);
  if (massMg === undefined && !isShare) return false;
  const ask = (doubt: string) => card.meats.push({ text, place, name, massMg: null, doubt });
  if (isShare) ask(`${found.amount} of how much? Write its kilograms.`);
  else if (rate) ask(`“${text}”: how much is that in all? Write its kilograms.`);
  else if (/\d/.test(name) && /\(|\buse\b/i.test(name))
    ask(`“${text}” names two weights. Which one goes in?`);
  else card.meats.push({ text, place, name, massMg: massMg ?? 0 });
  return true;
}

/** The meat that doses count on: as somebody said it, as the card says, or its rows together. */
function weighMeat({ card, batch, options }: Sheet): void {
  const known = card.meats.every((m) => m.massMg !== null);
  const sumMg = card.meats.reduce((sum, m) => sum + (m.massMg ?? 0), 0);
  for (const { doubt } of card.meats) if (doubt) card.doubts.push(doubt);
  const total = card.meats.length < 3 ? undefined : card.meats.find((m) => isSumOfOthers(m.massMg, sumMg));
  if (total)
    card.doubts.push(
      `“${total.text}” weighs what the others weigh together. Is it their total? Then write 0 for it.`,
    );
  if (options.batchKg !== undefined) {
    card.batchKg = options.batchKg;
    return;
  }
  if (batch && known && sumMg > 0 && Math.abs(batch.massMg - sumMg) > batch.massMg * SAME_MEAT) {
    card.doubts.push(
      `The card says ${massToken(batch.massMg)}, and its meats weigh ${massToken(sumMg)} together. Which is it?`,
    );
    return;
  }
  if (total) return;
  if (batch) [card.batchKg, card.batchText] = [batch.massMg / 1e6, batch.words.replace(/^for\s+/i, '')];
  else if (known && sumMg > 0)
    [card.batchKg, card.batchText] = [sumMg / 1e6, card.meats.map((m) => m.text).join(' + ')];
}

function isSumOfOthers(massMg: number | null, sumMg: number): boolean {
  return massMg !== null && Math.abs(2 * massMg - sumMg) <= sumMg * SAME_MEAT;
}

function massOf(text: string, numberStyle: NumberStyle | undefined): number | undefined {
  try {
    const quantity = parseQuantity(text, { numberStyle });
    return quantity.kind === 'mass' && quantity.massMg > 0 ? quantity.massMg : undefined;
  } catch (error) {
    if (error instanceof InputError) return undefined;
    throw error;
  }
}

function toLine(found: Found, context: CardContext, { library }: CardOptions): CardLine {
  const { sure, couldBe, otherForm } = matchCard(found.name, library);
  const role = sure?.role ?? guessRole(found.name);
  const reading = readCardDose(found, role, sure, context);
  const isDoubtful = otherForm && reading.kind === 'dose';
  return {
    ...found,
    role,
    ingredientId: sure?.id ?? null,
    couldBe: couldBe.map((i) => i.id),
    reading: isDoubtful
      ? {
          kind: 'doubt',
          doubt: `The shelf has it in another form than “${found.name}”: choose what is used, and write its grams.`,
          asWritten: reading.asWritten,
        }
      : reading,
  };
}

function guessRole(name: string): LineRole {
  const text = plain(name);
  if (looksLikeCure(name)) return 'cure';
  if (/\b(erythorbate|ascorbate|ascorbic)\b/.test(text)) return 'accelerator';
  if (/\b(salt)\b/.test(text)) return 'salt';
  if (/\b(water|ice|wine|beer|cider|vinegar|stock|broth|milk|cream|juice)\b/.test(text)) return 'liquid';
  if (/\b(sugar|dextrose|honey|syrup|molasses)\b/.test(text)) return 'sugar';
  if (/\b(rusk|breadcrumbs|crumbs|starch|flour|milk powder|soy protein)\b/.test(text)) return 'binder';
  if (/\b(cheese|apple|chestnut|diced)\b/.test(text)) return 'inclusion';
  return 'seasoning';
}
