import { looksLikeCure, plain } from '../common-ingredients.js';
import type { Ingredient } from '../ingredient.js';

export interface Match {
  /** The one that is meant, name and form. */
  sure: Ingredient | undefined;
  /** What it could be, where it is not sure. */
  couldBe: Ingredient[];
  /** The shelf has it, in another form than the card names. */
  otherForm: boolean;
}

/** Words for one form, by the form. What is ground is powder to a spoon; what is rubbed is dried. */
const FORMS: Readonly<Record<string, readonly string[]>> = {
  fresh: [
    'fresh',
    'minced',
    'chopped',
    'crushed',
    'grated',
    'diced',
    'pressed',
    'raw',
    'bulb',
    'bulbs',
    'sliced',
    'puree',
    'pureed',
  ],
  granulated: ['granulated', 'granules'],
  ground: ['ground', 'powder', 'powdered', 'milled'],
  cracked: ['cracked', 'crackled', 'butcher'],
  whole: ['whole', 'seed', 'seeds', 'peppercorn', 'peppercorns', 'berry', 'berries'],
  dried: ['dried', 'dry', 'rubbed', 'leaf', 'leaves', 'crumbled'],
  flakes: ['flake', 'flakes', 'flaked'],
  fine: ['fine', 'table'],
  coarse: ['coarse', 'kosher', 'rock', 'coarsely'],
  liquid: ['liquid', 'runny'],
  packed: ['packed'],
};
/** Words that say nothing about what it is. */
const IDLE = new Set(
  'of the a an and or your our cold iced chilled good best quality plain pure finely freshly roughly well nicely optional more extra about to taste as needed'.split(
    ' ',
  ),
);
/** What is commonly fresh as well as dried: without its form nobody knows how strong it is. */
const EITHER = /\b(garlic|onion|onions|ginger|parsley|chives|basil|dill|shallots?|chill?i(?:es|s)?)\b/i;

/**
 * What a name on a card means on the shelf of the shop. It is sure only where every word of the card is accounted
 * for and the form is not another: celery salt is not salt, minced garlic not granulated.
 */
export function matchCard(name: string, library: readonly Ingredient[]): Match {
  const card = thingsOf(name);
  const nothing: Match = { sure: undefined, couldBe: [], otherForm: false };
  if (looksLikeCure(name)) {
    return { ...nothing, couldBe: library.filter((i) => i.role === 'cure' || holdsCure(i)) };
  }
  const named = library.filter((i) => {
    const own = thingsOf(i.name);
    return own.length > 0 && own.every((w) => has(card, w));
  });
  const most = Math.max(0, ...named.map((i) => thingsOf(i.name).length));
  const best = named.filter((i) => thingsOf(i.name).length === most);
  if (best.length === 0) return { ...nothing, couldBe: akin(card, library) };
  const isWhole = card.every((w) => best.some((i) => has(thingsOf(i.name), w)));
  if (!isWhole) return { ...nothing, couldBe: best };
  const fitting = best.filter((i) => fitsForm(name, i));
  const [one] = fitting;
  if (one && fitting.length === 1 && !holdsCure(one)) return { sure: one, couldBe: [one], otherForm: false };
  return { ...nothing, couldBe: fitting.length > 0 ? fitting : best, otherForm: fitting.length === 0 };
}

function holdsCure({ contents }: Ingredient): boolean {
  return contents.nitritePct + contents.nitratePct > 0;
}

/** Whether the form that the card names, beside the ingredient's own name, is the form that the shop has. */
function fitsForm(name: string, ingredient: Ingredient): boolean {
  const own = wordList(ingredient.name);
  const named = formsOf(wordList(name).filter((w) => !has(own, w)));
  const shelf = formsOf(wordList(ingredient.form));
  if (named.length > 0) return shelf.length === 0 || named.every((f) => shelf.includes(f));
  return !EITHER.test(name) || shelf.length === 0 || shelf.includes('fresh');
}

function wordList(name: string): string[] {
  return plain(name)
    .replace(/\bfresh(?:ly)?\s+(?=ground|cracked)/g, '')
    .split(' ')
    .filter((w) => w !== '' && !IDLE.has(w) && !/^\d+$/.test(w));
}

function formOf(word: string): string | undefined {
  return Object.keys(FORMS).find((form) => FORMS[form]?.includes(word));
}

function formsOf(words: readonly string[]): string[] {
  return [...new Set(words.flatMap((w) => formOf(w) ?? []))];
}

/** The words that say what it is; where every one is a word for a form, the last of them names it: cloves, leaves. */
function thingsOf(name: string): string[] {
  const words = wordList(name);
  const things = words.filter((w) => formOf(w) === undefined);
  return things.length > 0 ? things : words.slice(-1);
}

/** What shares a word that says what it is. */
function akin(things: readonly string[], library: readonly Ingredient[]): Ingredient[] {
  return library.filter((i) => thingsOf(i.name).some((w) => has(things, w)));
}

function has(words: readonly string[], word: string): boolean {
  return words.some((w) => w === word || `${w}s` === word || w === `${word}s`);
}
