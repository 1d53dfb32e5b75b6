import { MASS, NUMBER } from './words.js';

/** A row of the card that is meat or fat. */
export interface CardMeat {
  /** As it stood on the card. */
  text: string;
  /** Line of the card, from 1. */
  place: number;
  name: string;
  /** Null where the card does not say, or says it in a way that has to be asked. */
  massMg: number | null;
  doubt?: string;
}

const MEAT =
  /\b(pork|beef|lamb|mutton|hogget|turkey|chicken|duck|goose|venison|deer|elk|moose|bison|boar|veal|goat|rabbit|pheasant|shoulder|butt|belly|brisket|chuck|jowls?|hocks?|shank|loin|leg|thighs?|breast|heart|liver|tongue|cheeks?|ham|bacon|fat ?back|back ?fat|suet|lard|trim|trims|trimmings|mince|meat|fat)\b/i;
const NO_MEAT =
  /\b(stock|broth|bouillon|gelatine?|powder|seasoning|casings?|rounds|middles|bungs?|rub|spices?|flavou?r(?:ing)?|sauce|gravy|bones?|cubes?|extract|tenderi[sz]er|glue|salt|cure|mustard|pepper|milk|smoke)\b/i;

/** Whether words name meat or fat that is weighed into the block, and not something named after an animal. */
export function isMeat(name: string): boolean {
  return MEAT.test(name) && !NO_MEAT.test(name);
}

const BLOCK = new RegExp(
  `^(?:meats?\\s*:?\\s*)?(?:total\\s+(?:of\\s+)?)?(${NUMBER})\\s*(${MASS})\\s*(?:of\\s+)?(?:meat|total)?\\s*[:=(]\\s*(.+?)\\)?$`,
  'i',
);
const SHARE = new RegExp(`^(${NUMBER})\\s*(${MASS})?\\s*(?:of\\s+)?(.+)$`, 'i');

/** `30 lb: 16 venison, 8 pork, 6 beef`: the parts of a block as amounts and names; undefined for any other line. */
export function blockOf(line: string): { amount: string; name: string }[] | undefined {
  const block = BLOCK.exec(line);
  if (!block) return undefined;
  const unit = block[2] ?? '';
  const parts = (block[3] ?? '').split(/\s*(?:,|;|\+|&|\band\b|\bplus\b)\s*/i).filter((p) => p !== '');
  const read = parts.map((part) => SHARE.exec(part));
  if (parts.length < 2 || read.some((m) => m === null || !isMeat(m[3] ?? ''))) return undefined;
  return read.map((m) => ({ amount: `${m?.[1]} ${m?.[2] ?? unit}`, name: (m?.[3] ?? '').trim() }));
}
