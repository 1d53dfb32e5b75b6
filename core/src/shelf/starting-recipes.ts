import { METHOD_TEMPLATES } from '../method/templates.js';
import { blankDocument } from '../recipe/blank.js';
import type { WorkingDocument, WorkingLine } from '../recipe/document.js';
import type { Claim } from '../recipe/product.js';
import type { Ingredient } from '../recipe/ingredient.js';
import { startingCapacities, type Machine } from '../shop/machines.js';
import type { FatClass } from '../rules/fat.js';

/** A recipe to begin from, one for each method; doses are our own, the schools common practice. */
export interface StartingRecipe {
  key: string;
  name: string;
  about: string;
  templateId: string;
  fatClass: FatClass;
  window: { minPct: number; maxPct: number };
  speciesRules: WorkingDocument['speciesRules'];
  usualKg: number;
  /** Key of a usual ingredient, g per kg of meat. */
  lines: readonly (readonly [key: string, gPerKg: number])[];
  cure?: { kind: 'quick' | 'slow'; nitritePpm: number; saltGPerKg: number };
  casing: string | null;
  linkMassG: number | null;
  claims?: readonly Claim[];
  cookingSentence?: string;
}

const only = (species: string) => [{ species, minPct: 100 }];
const COOK_THROUGH = 'Cook through until the juice runs clear, at least 71 °C inside.';

export const STARTING_RECIPES: readonly StartingRecipe[] = [
  {
    key: 'sage-link',
    name: 'Sage Link',
    about: 'A coarse fresh pork link with sage and white pepper, a little rusk to hold its juice.',
    templateId: 'fresh-link',
    fatClass: 'fresh pork',
    window: { minPct: 22, maxPct: 27 },
    speciesRules: only('pork'),
    usualKg: 20,
    lines: [
      ['salt-fine', 16],
      ['white-pepper-ground', 2.4],
      ['sage-rubbed', 1.6],
      ['nutmeg-ground', 0.5],
      ['rusk-pinhead', 40],
      ['iced-water-iced', 60],
    ],
    casing: 'hog-casing-32-35',
    linkMassG: 100,
    claims: ['one species only'],
    cookingSentence: COOK_THROUGH,
  },
  {
    key: 'lemon-chicken-patty',
    name: 'Lemon Chicken Patty',
    about: 'Thigh with its skin, thyme and lemon; no binder.',
    templateId: 'fresh-poultry',
    fatClass: 'fresh poultry',
    window: { minPct: 10, maxPct: 15 },
    speciesRules: only('chicken'),
    usualKg: 15,
    lines: [
      ['salt-fine', 14],
      ['black-pepper-ground', 2],
      ['thyme-dried', 0.8],
      ['garlic-granulated', 1.5],
      ['lemon-juice-liquid', 12],
    ],
    casing: null,
    linkMassG: 110,
    claims: ['one species only'],
    cookingSentence: 'Cook through, at least 74 °C inside.',
  },
  {
    key: 'breakfast-bulk',
    name: 'Morning Bulk',
    about: 'Loose pork for trays and patties, with black pepper and a trace of chilli.',
    templateId: 'fresh-bulk',
    fatClass: 'breakfast',
    window: { minPct: 26, maxPct: 32 },
    speciesRules: only('pork'),
    usualKg: 20,
    lines: [
      ['salt-fine', 16],
      ['black-pepper-ground', 2.5],
      ['sage-rubbed', 1.5],
      ['chilli-flakes-flakes', 0.8],
      ['ginger-ground', 0.6],
      ['iced-water-iced', 25],
    ],
    casing: null,
    linkMassG: null,
    claims: ['one species only'],
    cookingSentence: COOK_THROUGH,
  },
  {
    key: 'garlic-smoker',
    name: 'Garlic Smoker',
    about: 'Cured pork link with garlic and marjoram, smoked and cooked.',
    templateId: 'cooked-link',
    fatClass: 'cooked',
    window: { minPct: 20, maxPct: 26 },
    speciesRules: only('pork'),
    usualKg: 25,
    cure: { kind: 'quick', nitritePpm: 100, saltGPerKg: 18 },
    lines: [
      ['black-pepper-ground', 2.5],
      ['garlic-granulated', 3],
      ['marjoram-dried', 1.2],
      ['dextrose-fine', 3],
      ['iced-water-iced', 60],
    ],
    casing: 'hog-casing-30-32',
    linkMassG: 110,
  },
  {
    key: 'caraway-ring',
    name: 'Caraway Ring',
    about: 'Pork and beef coil in beef round with caraway and coriander, smoked and cooked.',
    templateId: 'ring',
    fatClass: 'cooked',
    window: { minPct: 20, maxPct: 26 },
    speciesRules: [
      { species: 'pork', minPct: 60 },
      { species: 'beef', maxPct: 40 },
    ],
    usualKg: 25,
    cure: { kind: 'quick', nitritePpm: 100, saltGPerKg: 18 },
    lines: [
      ['sodium-erythorbate-powder', 0.45],
      ['black-pepper-ground', 2.2],
      ['caraway-whole', 1.5],
      ['coriander-seed-ground', 1.5],
      ['garlic-granulated', 2],
      ['iced-water-iced', 50],
    ],
    casing: 'beef-round-40-43',
    linkMassG: 450,
  },
  {
    key: 'pepper-stick',
    name: 'Pepper Stick',
    about: 'Thin cured beef stick with cracked pepper and mustard seed.',
    templateId: 'stick',
    fatClass: 'cooked',
    window: { minPct: 14, maxPct: 20 },
    speciesRules: only('beef'),
    usualKg: 15,
    cure: { kind: 'quick', nitritePpm: 110, saltGPerKg: 19 },
    lines: [
      ['sodium-erythorbate-powder', 0.45],
      ['black-pepper-cracked', 4],
      ['mustard-seed-yellow-whole', 4],
      ['garlic-granulated', 2.5],
      ['cayenne-ground', 0.8],
      ['dextrose-fine', 5],
      ['iced-water-iced', 30],
    ],
    casing: 'collagen-19',
    linkMassG: 40,
  },
  {
    key: 'fine-frank',
    name: 'Slender Frank',
    about: 'Pork and beef worked fine, in sheep casing, with mace and sweet paprika.',
    templateId: 'emulsion',
    fatClass: 'cooked',
    window: { minPct: 22, maxPct: 27 },
    speciesRules: [
      { species: 'pork', minPct: 50 },
      { species: 'beef', maxPct: 50 },
    ],
    usualKg: 16,
    cure: { kind: 'quick', nitritePpm: 100, saltGPerKg: 18 },
    lines: [
      ['sodium-erythorbate-powder', 0.45],
      ['white-pepper-ground', 2],
      ['mace-ground', 0.6],
      ['paprika-sweet-ground', 2],
      ['coriander-seed-ground', 0.8],
      ['iced-water-iced', 150],
    ],
    casing: 'sheep-casing-22-24',
    linkMassG: 60,
  },
  {
    key: 'mustard-log',
    name: 'Mustard Log',
    about: 'Large cooked log of pork and beef with mustard seed, for slicing.',
    templateId: 'log',
    fatClass: 'cooked',
    window: { minPct: 16, maxPct: 22 },
    speciesRules: [
      { species: 'pork', minPct: 50 },
      { species: 'beef', maxPct: 50 },
    ],
    usualKg: 20,
    cure: { kind: 'quick', nitritePpm: 110, saltGPerKg: 18 },
    lines: [
      ['black-pepper-cracked', 2.5],
      ['mustard-seed-yellow-whole', 6],
      ['garlic-granulated', 1.5],
      ['dextrose-fine', 4],
      ['iced-water-iced', 40],
    ],
    casing: 'fibrous-60',
    linkMassG: 1200,
  },
  {
    key: 'fennel-hanger',
    name: 'Fennel Hanger',
    about: 'Pork with fennel and red wine, cured slowly and hung until a third of its weight is gone.',
    templateId: 'hung',
    fatClass: 'dried',
    window: { minPct: 22, maxPct: 30 },
    speciesRules: only('pork'),
    usualKg: 15,
    cure: { kind: 'slow', nitritePpm: 120, saltGPerKg: 28 },
    lines: [
      ['black-pepper-cracked', 3],
      ['fennel-seed-whole', 4],
      ['garlic-granulated', 1.5],
      ['dextrose-fine', 3],
      ['red-wine-liquid', 12],
      ['starter-culture-freeze-dried', 0.2],
    ],
    casing: 'hog-casing-38-42',
    linkMassG: 300,
  },
];

/** Whether a cure is of the kind that a starting recipe wants: with nitrate for what is dried slowly, without for the rest. */
export function isCureFor(recipe: StartingRecipe, { contents }: Pick<Ingredient, 'contents'>): boolean {
  const { nitritePct, nitratePct } = contents;
  return nitritePct > 0 && nitratePct > 0 === (recipe.cure?.kind === 'slow');
}

/** Keys of the usual ingredients that a starting recipe needs besides its cure. */
export function needsOf(recipe: StartingRecipe): string[] {
  return [...(recipe.cure ? [SALT] : []), ...recipe.lines.map(([key]) => key)];
}

const SALT = 'salt-fine';

/** What a shop has for a starting recipe. */
export interface OwnThings {
  /** The shop's own ingredient for a usual one. */
  ingredientOf: (key: string) => Ingredient;
  /** The cure that the shop has; its strength decides the dose. */
  cure: Ingredient | undefined;
  casing: WorkingDocument['casing'];
  machines: readonly Machine[];
}

/** A starting recipe in the words of a shop, as a draft: nothing of it holds before the lead has published it. */
export function startingDocument(recipe: StartingRecipe, own: OwnThings): WorkingDocument {
  const template = METHOD_TEMPLATES.find((t) => t.id === recipe.templateId);
  const steps = template?.steps.map((step) => ({ ...step })) ?? [];
  const entersAt = steps.find((s) => s.kind === 'mix' || s.kind === 'emulsify')?.key ?? '';
  const line = (key: string, { id, name, role, contents }: Ingredient, gPerKg: number): WorkingLine => ({
    key,
    ingredientId: id,
    name,
    role,
    dose: { gPerKgMeat: Math.round(gPerKg * 100) / 100 },
    required: true,
    entersAt,
    ...(contents.nitritePct > 0 ? { nitritePct: contents.nitritePct } : {}),
  });
  const { mixerKg, stufferKg } = startingCapacities(own.machines);
  const lines = recipe.lines.map(([key, gPerKg]) => line(key, own.ingredientOf(key), gPerKg));
  if (recipe.cure && own.cure) {
    const { cureGPerKg, saltGPerKg } = cureAndSalt(recipe.cure, own.cure);
    if (saltGPerKg > 0.05) lines.unshift(line(SALT, own.ingredientOf(SALT), saltGPerKg));
    lines.unshift(line('cure', own.cure, cureGPerKg));
  }
  return {
    ...blankDocument({ state: template?.state ?? 'raw', steps, stufferCapacityKg: stufferKg }),
    mixerCapacityKg: mixerKg,
    fatClass: recipe.fatClass,
    window: { ...recipe.window },
    claims: [...(recipe.claims ?? [])],
    speciesRules: recipe.speciesRules.map((rule) => ({ ...rule })),
    usualMeatMg: recipe.usualKg * 1_000_000,
    lines,
    casing: own.casing,
    linkMassG: recipe.linkMassG,
    ...(recipe.cookingSentence ? { cookingSentence: recipe.cookingSentence } : {}),
  };
}

/**
 * The cure by its own strength, and the salt that it does not bring itself. A weak one brings all of the salt and less
 * nitrite than meant: nothing is made too salty for the sake of its colour.
 */
function cureAndSalt(
  meant: NonNullable<StartingRecipe['cure']>,
  { contents }: Ingredient,
): { cureGPerKg: number; saltGPerKg: number } {
  const byNitrite = meant.nitritePpm / 10 / contents.nitritePct;
  const bySalt = contents.saltPct > 0 ? (100 * meant.saltGPerKg) / contents.saltPct : Infinity;
  const cureGPerKg = Math.min(byNitrite, bySalt);
  return { cureGPerKg, saltGPerKg: meant.saltGPerKg - (cureGPerKg * contents.saltPct) / 100 };
}
