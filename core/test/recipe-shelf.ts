import {
  METHOD_TEMPLATES,
  NO_CONTENTS,
  PLAIN_FACTS,
  STATEMENTS,
  type Contents,
  type Ingredient,
  type LineRole,
  type MethodStep,
  type WorkingDocument,
  type WorkingLine,
} from '../src/index.js';

/** An ingredient of a test shelf, known as plainly as can be. */
export function thing(
  id: string,
  role: LineRole,
  contents: Partial<Contents> = {},
  more: Partial<Ingredient> = {},
): Ingredient {
  return {
    ...PLAIN_FACTS,
    id,
    name: id,
    form: 'fine',
    role,
    typed: true,
    priceMinorPerKg: 100,
    contents: { ...NO_CONTENTS, ...contents },
    ...more,
  };
}

/** Invented for the tests. */
export const SHELF: Ingredient[] = [
  thing('Fine salt', 'salt', { saltPct: 100 }, { density: { gPerMl: 1.23, source: 'weighed in the shop' } }),
  thing('Cure 6.25', 'cure', { saltPct: 93.75, nitritePct: 6.25 }),
  thing('Cure 0.6', 'cure', { saltPct: 99.4, nitritePct: 0.6 }),
  thing('Slow cure', 'cure', { saltPct: 99, nitritePct: 0.5, nitratePct: 0.5 }),
  thing(
    'Black pepper',
    'seasoning',
    {},
    { form: 'ground', dose: { minGPerKg: 0.5, maxGPerKg: 10, source: 'common practice' } },
  ),
  thing('White pepper', 'seasoning', {}, { form: 'ground' }),
  thing('Thyme', 'seasoning', {}, { form: 'dried' }),
  thing('Iced water', 'liquid', { waterPct: 100 }, { isSupply: true, priceMinorPerKg: null }),
  thing('Beer', 'liquid', { waterPct: 92 }, { allergens: ['gluten'] }),
  thing('Rusk', 'binder', { binderPct: 100 }, { allergens: ['gluten'] }),
  thing('Soy protein', 'binder', { binderPct: 100, proteinPct: 90 }, { allergens: ['soy'] }),
  thing('Erythorbate', 'accelerator', {}, { accelerator: 'sodium erythorbate' }),
  thing('Ascorbic acid', 'accelerator', {}, { accelerator: 'ascorbic acid' }),
  thing(
    'Cheese',
    'inclusion',
    { saltPct: 2, fatPct: 30, proteinPct: 25, waterPct: 38 },
    { allergens: ['milk'], piece: { mm: 8, melting: 'stays whole' } },
  ),
  thing(
    'Cure packet',
    'packet',
    { saltPct: 60, nitritePct: 0.5 },
    {
      compound: true,
      stated: [...STATEMENTS],
      packet: { netG: 500, seasonsKg: 20 },
      parts: [{ name: 'salt' }, { name: 'mustard flour', allergen: 'mustard' }],
    },
  ),
  thing('Mystery rub', 'packet', {}, { compound: true }),
];

export const LIBRARY = new Map(SHELF.map((i) => [i.id, i]));

/** A line of grams per kilogram of meat. */
export function line(name: string, gPerKgMeat: number, more: Partial<WorkingLine> = {}): WorkingLine {
  const ingredient = LIBRARY.get(name);
  return {
    key: name.toLowerCase().replace(/\W+/g, '-'),
    ingredientId: ingredient ? name : null,
    name,
    role: ingredient?.role ?? 'seasoning',
    dose: { gPerKgMeat },
    required: true,
    entersAt: 'mix',
    ...more,
  };
}

function methodOf(id: string) {
  const template = METHOD_TEMPLATES.find((t) => t.id === id);
  if (!template) throw new Error(`no method ${id}`);
  return template;
}

const CLASS_OF = {
  raw: 'fresh pork',
  'raw smoked (not cooked)': 'fresh pork',
  cooked: 'cooked',
  dried: 'dried',
} as const;

/** A recipe that obeys, to be spoilt by each test. */
export function recipeOf(
  lines: WorkingLine[],
  method = 'fresh-link',
  more: Partial<WorkingDocument> = {},
): WorkingDocument {
  const template = methodOf(method);
  const stuffed = template.steps.some((s) => s.kind === 'stuff');
  return {
    state: template.state,
    window: { minPct: 22, maxPct: 27 },
    confidence: 0.8,
    claims: [],
    fatClass: CLASS_OF[template.state],
    speciesRules: [{ species: 'pork', minPct: 100 }],
    usualMeatMg: 10_000_000,
    mixerCapacityKg: 30,
    basis: 'meat',
    hotness: [],
    lines,
    steps: template.steps.map((s) => ({ ...s })),
    casing: stuffed ? { casingId: 'c', name: 'Hog 32', calibreMm: 32, gPerM: 7, material: 'hog' } : null,
    linkMassG: stuffed ? 100 : null,
    linkLengthMm: null,
    ...more,
  };
}

/** A step with some of its parameters left open. */
export function without(step: MethodStep, ...names: string[]): MethodStep {
  return Object.fromEntries(Object.entries(step).filter(([name]) => !names.includes(name))) as MethodStep;
}
