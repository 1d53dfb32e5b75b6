import { MASS, NUMBER } from './words.js';

const MEAT_WORDS =
  '(?:\\s+(?:of\\s+)?(?:the\\s+)?(?:ground\\s+|boneless\\s+|raw\\s+)?(?:meats?|pork|beef|lamb|turkey|chicken|venison|mix|sausage|batch|recipe))*';
const ALONE = new RegExp(
  `^(?:for|per|to each|to every|for each|for every|each|every|batch(?:\\s+(?:of|size))?|recipe for|enough for)\\s*:?\\s*(?:about\\s+)?(${NUMBER})?\\s*(${MASS})${MEAT_WORDS}\\s*:?\\.?$`,
  'i',
);
const BARE = new RegExp(`^${NUMBER}\\s*${MASS}$`, 'i');
const SIZE = new RegExp(`^(${NUMBER})\\s*(${MASS})\\s+(?:batch|recipe)\\s*:?$`, 'i');
const TITLED = new RegExp(
  `^([^\\d,;]{3,60}?)[\\s,(:-]+(?:for|per)\\s+(${NUMBER})\\s*(${MASS})${MEAT_WORDS}\\)?\\s*:?$`,
  'i',
);
const MADE = new RegExp(
  `^(?:makes?|yields?|gives|total yield)\\b\\s*:?\\s*(?:about\\s+)?(${NUMBER}\\s*(?:${MASS}))`,
  'i',
);
const METHOD =
  /^(?:the\s+)?(?:method|directions?|instructions?|procedure|preparation|process|steps|how to make(?: it)?)\b[^\d]{0,20}:?$/i;
const VERB =
  /^(?:then\s+|now\s+|next,?\s+)?(?:mix|grind|mince|stuff|smoke|hang|chill|cook|let|add|leave|put|place|refrigerate|combine|dissolve|rest|cut|cube|soak|serve|store|keep|blend|knead|stir|heat|bake|boil|poach|dry|cure it|link|twist|fry|wash|rinse|remove|trim|freeze|thaw|work|pack|fill|bring|sprinkle|pour|season|use|turn|set|wait|allow|check|ferment|age)\b/i;

/** Whether a line begins the method. */
export function isMethodHeading(words: string): boolean {
  return METHOD.test(words);
}

/** Whether it is about the casing, which is chosen and not weighed in. */
export function isCasing(words: string): boolean {
  return /\b(casings?|bungs?|middles)\b/i.test(words) && !new RegExp(`${NUMBER}\\s*${MASS}`, 'i').test(words);
}

/** A few words and a colon, without a figure. */
export function isHeading(words: string): boolean {
  return /^[^\d:]{2,60}:$/.test(words);
}

/** What somebody is told to do, and no ingredient. */
export function isSentence(words: string): boolean {
  const count = words.split(' ').length;
  if (new RegExp(`^${NUMBER}`).test(words)) return false;
  return (VERB.test(words) && count >= 3) || (/[.!]$/.test(words) && count >= 7);
}

/** How much comes out of it, where a line says that. */
export function madeOf(words: string): string | undefined {
  return MADE.exec(words)?.[1];
}

/** The meat that the whole card is for, where a line says it: alone, as a size, or behind the title. */
export function batchOf(words: string): { mass: string; words: string; rest: string } | undefined {
  const alone = ALONE.exec(words);
  if (alone) return { mass: `${alone[1] ?? '1'} ${alone[2]}`, words: words.replace(/:$/, ''), rest: '' };
  if (BARE.test(words)) return { mass: words, words, rest: '' };
  const size = SIZE.exec(words);
  if (size) return { mass: `${size[1]} ${size[2]}`, words, rest: '' };
  const titled = TITLED.exec(words);
  if (!titled) return undefined;
  const mass = `${titled[2]} ${titled[3]}`;
  return { mass, words: mass, rest: (titled[1] ?? '').trim() };
}
