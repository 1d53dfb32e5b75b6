/** What other rooms may ask of a species, instead of knowing its name. */
export interface Species {
  /** Words that name it in the name of a product. */
  words: readonly string[];
  /** A bird: colder on arrival, hotter at the core. */
  poultry?: true;
  /** Can carry parasites that cold and salt do not kill, however it was raised. */
  parasites?: true;
}

/** Every species the rules know of; a shop may name others, which are red meat. */
const SPECIES: Readonly<Record<string, Species>> = {
  pork: { words: ['pork'], parasites: true },
  beef: { words: ['beef'] },
  lamb: { words: ['lamb', 'mutton', 'hogget'] },
  venison: { words: ['venison', 'deer'] },
  'wild boar': { words: ['wild boar', 'boar'], parasites: true },
  turkey: { words: ['turkey'], poultry: true },
  chicken: { words: ['chicken'], poultry: true },
  duck: { words: ['duck'], poultry: true },
  goose: { words: ['goose'], poultry: true },
  'guinea fowl': { words: ['guinea fowl'], poultry: true },
  quail: { words: ['quail'], poultry: true },
  pheasant: { words: ['pheasant'], poultry: true },
  pigeon: { words: ['pigeon'], poultry: true },
  poultry: { words: [], poultry: true },
};

/** Core at which ground meat is safe at once, °C, and of birds; no recipe goes below it (common practice). */
export const SAFE_CORE_C = 71;
const SAFE_CORE_OF_BIRDS_C = 74;

/** Core temperature at which a mix of these species is safe without any time at temperature, °C. */
export function safeCoreC(species: readonly string[]): number {
  return species.some(isPoultry) ? SAFE_CORE_OF_BIRDS_C : SAFE_CORE_C;
}

/** Whether a species is a bird. */
export function isPoultry(name: string): boolean {
  return SPECIES[name]?.poultry === true;
}

/** Whether parasites of a species must be answered for, besides those of all game. */
export function hasParasites(name: string): boolean {
  return SPECIES[name]?.parasites === true;
}

/** The species that a text in plain words names. */
export function speciesNamed(words: string): { name: string; words: readonly string[] }[] {
  const text = ` ${words} `;
  return Object.entries(SPECIES).flatMap(([name, species]) =>
    species.words.some((w) => text.includes(` ${w} `)) ? [{ name, words: species.words }] : [],
  );
}
