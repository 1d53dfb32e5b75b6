/**
 * What is commonly known of the things a butcher seasons with, to read an old recipe by. Densities are
 * of the loose form and come from the portion weights of public food composition tables (a cup or a
 * spoon in grams), from memory; usual doses are common practice. A shop's own figures go before these.
 */
export interface KitchenEntry {
  /** Words that name it, longest first; the first that stands in a line wins. */
  words: readonly string[];
  form?: string;
  gPerMl?: number;
  /** Where the words do not say which form it is. */
  rangeGPerMl?: readonly [number, number];
}

const entry = (words: string, gPerMl: number, form?: string): KitchenEntry => ({
  words: words.split('|'),
  gPerMl,
  ...(form ? { form } : {}),
});

/** g/mL = grams of a US cup / 236.588, of a tablespoon / 14.787, of a teaspoon / 4.929. */
const KITCHEN: readonly KitchenEntry[] = [
  { words: ['table salt', 'fine salt', 'salt fine'], form: 'fine', gPerMl: 1.23 },
  {
    words: ['kosher salt', 'coarse salt', 'salt coarse', 'sea salt', 'flake salt'],
    rangeGPerMl: [0.58, 1.02],
  },
  { words: ['salt'], rangeGPerMl: [0.58, 1.23] },
  entry('white pepper', 0.48, 'ground'),
  entry('cracked black pepper|cracked pepper', 0.42, 'cracked'),
  entry('whole black pepper|peppercorns|peppercorn', 0.56, 'whole'),
  entry('black pepper|pepper', 0.47, 'ground'),
  entry('cayenne|red pepper', 0.36, 'ground'),
  entry('chilli flakes|chili flakes|red pepper flakes', 0.32, 'flakes'),
  entry('chilli powder|chili powder', 0.54, 'ground'),
  entry('smoked paprika|paprika', 0.46, 'ground'),
  entry('coriander seed|coriander', 0.34, 'ground'),
  entry('caraway seed|caraway', 0.45, 'whole'),
  entry('fennel seed|fennel', 0.39, 'whole'),
  entry('mustard seed', 0.76, 'whole'),
  entry('mustard powder|ground mustard', 0.42, 'ground'),
  entry('celery seed', 0.41, 'whole'),
  entry('nutmeg', 0.47, 'ground'),
  entry('mace', 0.36, 'ground'),
  entry('ginger', 0.36, 'ground'),
  entry('allspice', 0.39, 'ground'),
  entry('cloves', 0.43, 'ground'),
  entry('cinnamon', 0.53, 'ground'),
  entry('cumin', 0.43, 'ground'),
  entry('turmeric', 0.64, 'ground'),
  entry('marjoram', 0.12, 'dried'),
  entry('oregano', 0.2, 'dried'),
  entry('thyme', 0.19, 'dried'),
  entry('sage', 0.14, 'rubbed'),
  entry('rosemary', 0.22, 'dried'),
  entry('savory', 0.29, 'dried'),
  entry('fresh parsley|parsley fresh', 0.26, 'fresh, chopped'),
  entry('parsley', 0.11, 'dried'),
  entry('basil', 0.14, 'dried'),
  entry('tarragon', 0.12, 'dried'),
  entry('dill weed', 0.2, 'dried'),
  entry('mint', 0.11, 'dried'),
  entry('anise seed|aniseed', 0.43, 'whole'),
  entry('cardamom', 0.41, 'ground'),
  entry('dill seed', 0.43, 'whole'),
  entry('fenugreek', 0.75, 'ground'),
  entry('poppy seed', 0.57, 'whole'),
  entry('sesame seed', 0.61, 'whole'),
  entry('bay leaf', 0.12, 'crumbled'),
  entry('juniper', 0.4, 'crushed'),
  entry('garlic powder|granulated garlic', 0.66, 'granulated'),
  entry('minced garlic|fresh garlic', 0.57, 'fresh, minced'),
  entry('onion powder', 0.49, 'powder'),
  entry('brown sugar', 0.93, 'packed'),
  entry('powdered sugar|icing sugar', 0.51, 'powder'),
  entry('sugar', 0.85, 'granulated'),
  entry('dextrose', 0.64, 'fine'),
  entry('honey', 1.43, 'runny'),
  entry('maple syrup', 1.33, 'liquid'),
  entry('molasses', 1.42, 'liquid'),
  entry('milk powder', 0.51, 'powder'),
  entry('breadcrumbs|bread crumbs', 0.46, 'dry'),
  entry('rusk', 0.5, 'pinhead'),
  entry('potato starch', 0.75, 'powder'),
  entry('cornstarch|corn starch', 0.54, 'powder'),
  entry('tapioca starch', 0.64, 'powder'),
  entry('whey powder', 0.61, 'powder'),
  entry('egg white powder', 0.45, 'powder'),
  entry('wheat flour', 0.53, 'fine'),
  entry('rice flour', 0.67, 'fine'),
  entry('rice cooked|cooked rice', 0.7, 'cooked'),
  entry('rice', 0.78, 'raw'),
  entry('iced water|ice water|cold water|water', 1, 'liquid'),
  entry('crushed ice|ice', 0.55, 'crushed'),
  entry('red wine|white wine|wine', 0.99, 'liquid'),
  entry('beer|stout|ale', 1.01, 'liquid'),
  entry('cider', 1.01, 'liquid'),
  entry('vinegar', 1.01, 'liquid'),
  entry('stock|broth', 1.01, 'liquid'),
  entry('brandy', 0.94, 'liquid'),
  entry('apple juice|orange juice', 1.05, 'liquid'),
  entry('lemon juice', 1.03, 'liquid'),
  entry('soy sauce', 1.08, 'liquid'),
  entry('milk', 1.03, 'liquid'),
  entry('cream', 1.01, 'liquid'),
  entry('oil', 0.92, 'liquid'),
  entry('lard', 0.87, 'soft'),
  entry('butter', 0.96, 'soft'),
];

/**
 * The entry whose words stand in a name, the longest words first: `coarse sea salt` is found as
 * coarse salt's kind, not as plain salt.
 */
export function findCommonIngredient(name: string): KitchenEntry | undefined {
  const text = ` ${plain(name)} `;
  let best: { entry: KitchenEntry; length: number } | undefined;
  for (const entry of KITCHEN) {
    for (const words of entry.words) {
      if (text.includes(` ${words} `) && words.length > (best?.length ?? 0))
        best = { entry, length: words.length };
    }
  }
  return best?.entry;
}

/** Lower case, letters and digits only, one space between words. */
export function plain(text: string): string {
  return text
    .toLowerCase()
    .normalize('NFKD')
    .replace(/[^\p{L}\p{N}]+/gu, ' ')
    .trim();
}

/** Words that name a curing salt, whatever it is sold as. */
const CURE_WORDS = /\b(cure|curing|cured salt|nitrite|nitrate|saltpetre|saltpeter|pink salt|tinted salt)\b/i;
/** Plants that carry nitrate: a cure in disguise. */
const DISGUISED =
  /\b(celery (powder|juice|extract)|vegetable (powder|extract) \(?nitrate|swiss chard powder|beet(root)? powder|fermented (celery|vegetable))\b/i;

export function looksLikeCure(name: string): boolean {
  return CURE_WORDS.test(name);
}

export function looksLikeDisguisedCure(name: string): boolean {
  return DISGUISED.test(name);
}
