import type { RecipeLine } from './document.js';
import type { Finding } from '../findings/finding.js';
import { CONTENT_NAMES, isUnstated, type Contents, type Ingredient } from './ingredient.js';

/** Two statements of one figure that differ by less than this are one, percent. */
const SAME_PCT = 0.005;

const WORDS: Readonly<Record<keyof Contents, string>> = {
  saltPct: 'salt',
  nitritePct: 'nitrite',
  nitratePct: 'nitrate',
  sugarPct: 'sugar',
  fatPct: 'fat',
  proteinPct: 'protein',
  waterPct: 'water',
  binderPct: 'binder',
};

/**
 * What is known of the ingredients of a version now and was not when it was published: another strength, another
 * allergen, something that is not stated any more. Each is to be signed, or the recipe is published anew.
 */
export function changedSince(
  lines: readonly RecipeLine[],
  library: ReadonlyMap<string, Ingredient>,
): Finding[] {
  return lines.flatMap((line, i): Finding[] => {
    const now = library.get(line.ingredientId);
    if (!now || !line.carries) return [];
    const words = differences(line.carries, now);
    if (words.length === 0) return [];
    return [
      {
        level: 'sign',
        path: `lines[${i}]`,
        guard: 'changed',
        about: line.name,
        sentence: `${line.name} is stated otherwise since this version was published: ${words.join('; ')}. Publish it anew, or sign that this batch is made by what is stated now.`,
      },
    ];
  });
}

/** What two statements of one ingredient differ in, in words. */
export function differences(
  then: Pick<Ingredient, 'contents' | 'allergens'> & { unstated?: boolean | undefined },
  now: Pick<Ingredient, 'contents' | 'allergens' | 'typed' | 'compound' | 'stated' | 'mayContain'>,
): string[] {
  const figures = CONTENT_NAMES.flatMap((name) => {
    const [was, is] = [then.contents[name], now.contents[name]];
    return Math.abs(was - is) > SAME_PCT ? [`${WORDS[name]} ${show(was)} % then, ${show(is)} % now`] : [];
  });
  const more = now.allergens.filter((a) => !then.allergens.includes(a));
  const less = then.allergens.filter((a) => !now.allergens.includes(a));
  return [
    ...figures,
    ...more.map((a) => `${a.toUpperCase()} now`),
    ...less.map((a) => `no ${a.toUpperCase()} now`),
    ...(isUnstated(now) && then.unstated !== true ? ['not all of it is stated now'] : []),
  ];
}

function show(pct: number): string {
  return String(Number(pct.toPrecision(4)));
}
