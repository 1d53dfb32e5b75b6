import { findCommonIngredient, looksLikeCure, plain } from '../recipe/common-ingredients.js';
import type { LineRole } from '../recipe/ingredient.js';
import { BINDERS_AND_SUGARS } from './binders-and-sugars.js';
import { LIQUIDS_AND_INCLUSIONS } from './liquids-and-inclusions.js';
import { SALTS_AND_CURES } from './salts-and-cures.js';
import { SPICES } from './spices.js';

const ALL = [...SALTS_AND_CURES, ...SPICES, ...BINDERS_AND_SUGARS, ...LIQUIDS_AND_INCLUSIONS];

/** What a new ingredient is likely to be; nothing that could be salt or cure is guessed to be neither. */
export interface LikelyIngredient {
  role: LineRole;
  form?: string;
  saltKind?: 'cure' | 'not salt';
}

/** From the words of its name and its kin on the usual shelf. */
export function likelyIngredient(name: string): LikelyIngredient {
  const form = findCommonIngredient(name)?.form;
  if (looksLikeCure(name)) return { role: 'cure', saltKind: 'cure', ...(form ? { form } : {}) };
  const words = plain(name)
    .split(' ')
    .filter((w) => w.length > 2);
  if (words.includes('salt')) return { role: 'seasoning', ...(form ? { form } : {}) };
  let best: { item: (typeof ALL)[number]; shared: number } | undefined;
  for (const item of ALL) {
    const own = plain(item.name).split(' ');
    // What it is stands last: barley beer is a beer.
    const shared = words.filter((w) => own.includes(w)).length + (own.includes(words.at(-1) ?? '') ? 1 : 0);
    if (item.role !== 'cure' && shared > (best?.shared ?? 0)) best = { item, shared };
  }
  const likelyForm = form ?? best?.item.form;
  return {
    role: best?.item.role ?? 'seasoning',
    saltKind: 'not salt',
    ...(likelyForm ? { form: likelyForm } : {}),
  };
}
