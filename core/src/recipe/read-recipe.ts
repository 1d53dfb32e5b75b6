import { InputError, inputError } from '../errors/index.js';
import { parseQuantity } from '../quantity/parse.js';
import type { NumberStyle } from '../quantity/read-number.js';
import type { DoseBasis } from './dose.js';
import { NO_CONTENTS, type Ingredient, type LineRole } from './ingredient.js';
import { findCommonIngredient, looksLikeCure, plain } from './common-ingredients.js';
import { readDose, type DoseContext, type DoseReading } from './read-dose.js';

/** One line of an old recipe as it was understood. */
export interface CardLine {
  /** As it stood on the card. */
  text: string;
  name: string;
  amount: string;
  role: LineRole;
  ingredientId: string | null;
  /** Ingredients it could be where the name fits several. */
  couldBe: string[];
  reading: DoseReading;
}

export interface Card {
  title: string | null;
  /** Meat the card is written for, kg; null when it does not say. */
  batchKg: number | null;
  batchText: string | null;
  meats: { name: string; massMg: number }[];
  lines: CardLine[];
}

interface CardOptions {
  library: readonly Ingredient[];
  basis?: DoseBasis;
  numberStyle?: NumberStyle | undefined;
}

/** More lines than any recipe has. */
const MOST_LINES = 200;
const UNIT =
  'mg|g|gr|gm|grams?|kg|kgs|kilos?|kilograms?|lbs?|pounds?|oz|ounces?|cups?|tbsp|tbs|tablespoons?|tsp|teaspoons?|fl\\.? ?oz|floz|ml|millilit(?:re|er)s?|cl|dl|l|ltr|lit(?:re|er)s?|pints?|pt|quarts?|qt|gallons?|gal|packets?|sachets?|cloves?|bottles?|jars?|cans?|tins?|glass(?:es)?|bunch(?:es)?|sprigs?|heads?|bulbs?|leaves|leaf|%|ppm';
const NUMBER = '[\\d½¼¾⅓⅔⅛⅜⅝⅞][\\d.,/ ½¼¾⅓⅔⅛⅜⅝⅞]*';
const AMOUNT = new RegExp(
  `^((?:(?:about|ca\\.?|approx\\.?|heaped|level|scant)\\s+)?${NUMBER}(?:\\s*(?:-|–|—|to|or)\\s*${NUMBER})?\\s*(?:${UNIT})(?:\\s*/\\s*(?:kg|lb))?(?:\\s+(?:${NUMBER})\\s*(?:oz|g))?)\\.?(?:\\s+of)?\\s+(.+)$`,
  'i',
);
const WORDED =
  /^((?:a|an|one|half an?|half)\s+(?:good\s+|small\s+|large\s+)?(?:splash|dash|pinch|handful|glug|knob|drizzle|bottle|jar|can|tin|glass|bunch|sprig|clove|head|bulb|packet|sachet))(?:\s+of)?\s+(.+)$/i;
const AFTER = new RegExp(
  `^(.+?)[\\s:,]+(${NUMBER}(?:\\s*(?:-|–|to)\\s*${NUMBER})?\\s*(?:${UNIT})(?:\\s*/\\s*(?:kg|lb))?|to taste|as needed)\\.?$`,
  'i',
);
const BATCH = new RegExp(
  `(?:^|\\s)(?:for|makes|to|per|batch(?: of)?:?|yields?:?)\\s+(${NUMBER}\\s*(?:kg|kilos?|kilograms?|lbs?|pounds?|g|oz)\\.?(?:\\s+${NUMBER}\\s*oz)?)(?:\\s+(?:of\\s+)?(?:meat|pork|beef|lamb|turkey|chicken|mix|sausage))?\\s*$`,
  'i',
);
const MEAT =
  /\b(pork|beef|lamb|mutton|hogget|turkey|chicken|duck|venison|boar|veal|goat|shoulder|butt|belly|back ?fat|trim|trimmings|chuck|mince|meat|jowl|leg|thigh)\b/i;

/**
 * Reads an old recipe, pasted as text or as CSV: lines or commas between the ingredients, the amount
 * before or after the name, and the meat it is for (`… for 7 lb`, or the meats themselves). Every line
 * comes back with its doubt; nothing is left out silently.
 *
 * @throws InputError at `text` when there is nothing in it or far too much
 */
export function readCard(text: string, options: CardOptions): Card {
  const pieces = split(text);
  if (pieces.length === 0)
    throw inputError('text', 'Nothing was pasted. Paste the recipe as it stands on the card.');
  if (pieces.length > MOST_LINES) {
    throw inputError(
      'text',
      `A recipe has at most ${MOST_LINES} lines; this has ${pieces.length}. Paste one recipe at a time.`,
    );
  }
  const card: Card = { title: null, batchKg: null, batchText: null, meats: [], lines: [] };
  const left: { text: string; amount: string; name: string }[] = [];
  pieces.forEach((piece, i) => {
    const rest = takeBatch(piece, card, options);
    if (rest === '') return;
    const found = amountOf(rest);
    if (found && takeMeat(found, card, options)) return;
    if (found) left.push({ text: rest, ...found });
    else if (i === 0) card.title = rest.replace(/[:.]+$/, '');
    else left.push({ text: rest, amount: '', name: rest });
  });
  if (card.batchKg === null && card.meats.length > 0) {
    const massMg = card.meats.reduce((sum, m) => sum + m.massMg, 0);
    card.batchKg = massMg / 1e6;
    card.batchText = card.meats.map((m) => m.name).join(' + ');
  }
  card.lines = left.map((line) => toLine(line, card.batchKg ?? undefined, options));
  return card;
}

/** Lines, then commas and semicolons that do not stand in a number. */
function split(text: string): string[] {
  return text
    .slice(0, 500_000)
    .replace(/"/g, '')
    .split(/\r?\n|;|\t/)
    .flatMap((line) => joinBareAmounts(line.split(/,(?!\d)/)))
    .map((piece) => piece.replace(/^[\s•*·–-]+/, '').trim())
    .filter(
      (piece) =>
        piece !== '' && !/^(ingredients?|method|name|item)?[\s,]*(amount|quantity|dose)?:?$/i.test(piece),
    );
}

/** `pepper, 4 tsp`: the amount follows its name in a cell of its own. */
function joinBareAmounts(cells: string[]): string[] {
  const bare = new RegExp(`^\\s*${NUMBER}\\s*(?:${UNIT})\\s*$`, 'i');
  const joined: string[] = [];
  for (const cell of cells) {
    const last = joined[joined.length - 1];
    if (bare.test(cell) && last !== undefined && !/\d/.test(last))
      joined[joined.length - 1] = `${last} ${cell.trim()}`;
    else joined.push(cell);
  }
  return joined;
}

function takeBatch(piece: string, card: Card, { numberStyle }: CardOptions): string {
  const match = BATCH.exec(piece);
  if (!match || card.batchKg !== null) return piece;
  const massMg = massOf(match[1] ?? '', numberStyle);
  if (massMg === undefined) return piece;
  card.batchKg = massMg / 1e6;
  card.batchText = (match[1] ?? '').trim();
  return piece.slice(0, match.index).trim();
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

function amountOf(text: string): { amount: string; name: string } | undefined {
  const before = AMOUNT.exec(text) ?? WORDED.exec(text);
  if (before) return { amount: clean(before[1] ?? ''), name: (before[2] ?? '').trim() };
  const after = AFTER.exec(text);
  return after ? { amount: clean(after[2] ?? ''), name: (after[1] ?? '').trim() } : undefined;
}

function clean(amount: string): string {
  return amount.replace(/^(about|ca\.?|approx\.?|heaped|level|scant)\s+/i, '').trim();
}

function takeMeat(
  found: { amount: string; name: string },
  card: Card,
  { numberStyle }: CardOptions,
): boolean {
  if (!MEAT.test(found.name)) return false;
  const massMg = massOf(found.amount, numberStyle);
  if (massMg === undefined) return false;
  card.meats.push({ name: `${found.amount} ${found.name}`, massMg });
  return true;
}

function toLine(
  line: { text: string; amount: string; name: string },
  batchKg: number | undefined,
  { library, basis = 'meat', numberStyle }: CardOptions,
): CardLine {
  const sure = matchIngredient(line.name, library);
  const one = sure.length === 1 ? sure[0] : undefined;
  const fits = sure.length > 0 ? sure : akin(line.name, library);
  const role = one?.role ?? guessRole(line.name);
  const context: DoseContext = {
    name: line.name,
    role,
    facts: factsFor(line.name, one),
    batchKg,
    basis,
    numberStyle,
  };
  return {
    ...line,
    role,
    ingredientId: one?.id ?? null,
    couldBe: fits.map((i) => i.id),
    reading: readDose(line.amount, context),
  };
}

/** The card's own words decide what its spoon held; the shop's bag only where they name it fully. */
function factsFor(name: string, ingredient: Ingredient | undefined): DoseContext['facts'] {
  const words = new Set(plain(name).split(' '));
  const full =
    ingredient !== undefined &&
    plain(`${ingredient.name} ${ingredient.form}`)
      .split(' ')
      .every((w) => words.has(w));
  const known = full ? undefined : findCommonIngredient(name);
  const base = ingredient ?? undefined;
  const contents = base?.contents ?? NO_CONTENTS;
  if (known) {
    return {
      contents,
      packet: base?.packet,
      ...(known.gPerMl === undefined ? {} : { density: { gPerMl: known.gPerMl, source: 'kitchen table' } }),
      ...(known.rangeGPerMl === undefined ? {} : { densityRange: known.rangeGPerMl }),
    };
  }
  return base
    ? { contents, packet: base.packet, density: base.density, densityRange: base.densityRange }
    : undefined;
}

/**
 * The shop's ingredients that a name on a card can mean: all words of the ingredient stand in it, the
 * most words first; failing that, ingredients that hold all of its words.
 */
export function matchIngredient(name: string, library: readonly Ingredient[]): Ingredient[] {
  const words = plain(name).split(' ');
  const scored = library.flatMap((ingredient) => {
    const own = plain(ingredient.name)
      .split(' ')
      .filter((w) => !/^\d+$/.test(w));
    return own.length > 0 && own.every((w) => hasWord(words, w)) ? [{ ingredient, score: own.length }] : [];
  });
  const most = Math.max(0, ...scored.map((s) => s.score));
  const best = scored.filter((s) => s.score === most).map((s) => s.ingredient);
  if (best.length > 0) return byForm(best, words);
  return byForm(
    library.filter((i) => {
      const own = plain(`${i.name} ${i.form}`).split(' ');
      return words.every((w) => hasWord(own, w));
    }),
    words,
  );
}

/** What a name may mean: a cure is one of the cures; else what shares its last word. */
function akin(name: string, library: readonly Ingredient[]): Ingredient[] {
  if (looksLikeCure(name)) return library.filter((i) => i.role === 'cure');
  const words = plain(name).split(' ');
  const last = words[words.length - 1] ?? '';
  return library.filter((i) => hasWord(plain(i.name).split(' '), last));
}

/** Of one ingredient in several forms, the one whose form is named. */
function byForm(list: Ingredient[], words: readonly string[]): Ingredient[] {
  const named = list.filter((i) =>
    plain(i.form)
      .split(' ')
      .some((w) => words.includes(w)),
  );
  return named.length > 0 ? named : list;
}

function hasWord(words: readonly string[], word: string): boolean {
  return words.some((w) => w === word || `${w}s` === word || w === `${word}s`);
}

function guessRole(name: string): LineRole {
  const text = plain(name);
  if (looksLikeCure(name)) return 'cure';
  if (/\b(erythorbate|ascorbate|ascorbic)\b/.test(text)) return 'accelerator';
  if (/\bsalt\b/.test(text)) return 'salt';
  if (/\b(water|ice|wine|beer|cider|vinegar|stock|broth|milk|cream|juice)\b/.test(text)) return 'liquid';
  if (/\b(sugar|dextrose|honey|syrup|molasses)\b/.test(text)) return 'sugar';
  if (/\b(rusk|breadcrumbs|crumbs|starch|flour|milk powder|soy protein)\b/.test(text)) return 'binder';
  if (/\b(cheese|apple|chestnut|diced)\b/.test(text)) return 'inclusion';
  return 'seasoning';
}
