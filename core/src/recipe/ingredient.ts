/** What a line is for. */
export const LINE_ROLES = [
  'salt',
  'cure',
  'accelerator',
  'sugar',
  'seasoning',
  'binder',
  'liquid',
  'inclusion',
  'fat',
  'packet',
] as const;
export type LineRole = (typeof LINE_ROLES)[number];

/** The fourteen of Regulation (EU) No 1169/2011, Annex II, from memory – confirm with your authority. */
export const ALLERGENS = [
  'gluten',
  'crustaceans',
  'egg',
  'fish',
  'peanut',
  'soy',
  'milk',
  'nuts',
  'celery',
  'mustard',
  'sesame',
  'sulphites',
  'lupin',
  'molluscs',
] as const;
export type Allergen = (typeof ALLERGENS)[number];

/** What helps a cure along, and how much of it does the work of 1 g of sodium erythorbate. */
export const ACCELERATORS = ['sodium erythorbate', 'sodium ascorbate', 'ascorbic acid'] as const;
export type AcceleratorKind = (typeof ACCELERATORS)[number];

/** What a compound must state before a recipe with it is published. */
export const STATEMENTS = ['salt', 'cure', 'binder', 'water', 'allergens'] as const;
export type Statement = (typeof STATEMENTS)[number];

/** Percent by weight of the ingredient as it is weighed in. */
export interface Contents {
  saltPct: number;
  /** As sodium nitrite. */
  nitritePct: number;
  /** As sodium nitrate. */
  nitratePct: number;
  sugarPct: number;
  fatPct: number;
  proteinPct: number;
  waterPct: number;
  binderPct: number;
}

export const NO_CONTENTS: Contents = {
  saltPct: 0,
  nitritePct: 0,
  nitratePct: 0,
  sugarPct: 0,
  fatPct: 0,
  proteinPct: 0,
  waterPct: 0,
  binderPct: 0,
};

/** Everything that an ingredient can state of itself. */
export const CONTENT_NAMES = Object.keys(NO_CONTENTS) as readonly (keyof Contents)[];

/** Whether pieces of an inclusion stay whole in the heat. */
export const MELTING = ['stays whole', 'melts on purpose', 'melts'] as const;

/** What the shop knows of an ingredient in one form; another form is another ingredient. */
export interface IngredientFacts {
  contents: Contents;
  allergens: readonly Allergen[];
  /** Made of several things: a packet, a rub, a sauce, a stock. */
  compound: boolean;
  /** What the supplier of a compound has stated; 0 is a statement. */
  stated: readonly Statement[];
  /** g/mL of this form, loosely filled. */
  density?: { gPerMl: number; source: string } | undefined;
  /** Where the form is not clear: the least and the greatest it may be. */
  densityRange?: readonly [number, number] | undefined;
  /** Usual dose, g per kg of meat. */
  dose?: { minGPerKg: number; maxGPerKg: number; source: string } | undefined;
  /** Name on the label; the ingredient's own name where absent. */
  declaredAs?: string | undefined;
  /** The lead has said that its allergens are not stated: the label says that it may contain some. */
  mayContain?: boolean | undefined;
  /** What a compound is made of, in its own descending order. */
  parts: readonly { name: string; allergen?: Allergen | undefined }[];
  packet?: { netG: number; seasonsKg: number } | undefined;
  piece?: { mm: number; melting: (typeof MELTING)[number]; atMostC?: number | undefined } | undefined;
  accelerator?: AcceleratorKind | undefined;
  /** Species of an ingredient that is meat or fat itself: bacon is pork. */
  species?: string | undefined;
  /** A master mix made in the shop: grams of each ingredient in a kilogram of it. */
  preBlend?: readonly { ingredientId: string; gPerKg: number }[] | undefined;
}

export interface Ingredient extends IngredientFacts {
  id: string;
  name: string;
  form: string;
  role: LineRole;
  /** Known to be plain salt, a cure, or free of both. */
  typed: boolean;
  priceMinorPerKg: number | null;
  /** A supply that does not run out and costs nothing, such as the tap. */
  isSupply?: boolean | undefined;
}

type Stated = Pick<Ingredient, 'typed' | 'compound' | 'stated' | 'mayContain'>;

/** What nobody has stated of an ingredient that must be: what it is, or what a compound is made of. */
export function unstatedOf({ typed, compound, stated, mayContain }: Stated): readonly (Statement | 'kind')[] {
  const isSaid = (s: Statement) => stated.includes(s) || (s === 'allergens' && mayContain === true);
  const missing = compound ? STATEMENTS.filter((s) => !isSaid(s)) : [];
  return typed ? missing : ['kind', ...missing];
}

/** Whether it is unstated, which is not the same as free of everything. */
export function isUnstated(ingredient: Stated): boolean {
  return unstatedOf(ingredient).length > 0;
}

/** What a hand is told of an ingredient that nobody has stated, and where that is mended; undefined where all is. */
export function unstatedSentence(ingredient: Stated & Pick<Ingredient, 'name'>): string | undefined {
  const missing = unstatedOf(ingredient);
  if (missing.length === 0) return undefined;
  const what = missing.map((m) => (m === 'kind' ? 'whether it is salt, cure or neither' : `its ${m}`));
  return `Nobody has stated of ${ingredient.name} ${listed(what)}: what is not stated is not free of it. State it under Recipes, Ingredients.`;
}

/** Words one after another, the last with an “and”. */
export function listed(words: readonly string[]): string {
  return words.length < 2 ? words.join('') : `${words.slice(0, -1).join(', ')} and ${words.at(-1)}`;
}

export const PLAIN_FACTS: IngredientFacts = {
  contents: NO_CONTENTS,
  allergens: [],
  compound: false,
  stated: [],
  parts: [],
};
