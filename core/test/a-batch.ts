import {
  COMMON_RULES,
  NOTHING_LEARNED,
  SCALES,
  holdsMass,
  placeForMeat,
  plainAccount,
  playEntry,
  traitsOf,
  type BatchFacts,
  type BenchEntry,
  type LineFact,
  type MethodStep,
  type Portion,
  type RecipeLine,
  type ShopFacts,
  type StepFact,
} from '../src/index.js';

/** A shop that has learned nothing yet. */
export const A_SHOP: ShopFacts = {
  ...COMMON_RULES,
  book: 'eu',
  cureSecondCheck: false,
  today: '2026-03-16',
  scales: SCALES,
  learned: NOTHING_LEARNED,
  now: '2026-03-16T08:00:00.000Z',
};

interface Made {
  meats?: { name: string; plannedMg: number; fatPct: number }[];
  ingredients?: RecipeLine[];
  casing?: { lengthMm: number; gPerM: number };
  mixerCapacityKg?: number;
  portions?: Portion[];
}

/** A line of an ingredient on a kilogram of meat. */
export function ingredientLine(name: string, gPerKg: number, more: Partial<RecipeLine> = {}): RecipeLine {
  return {
    key: name,
    ingredientId: name,
    name,
    role: 'seasoning',
    dose: { gPerKgMeat: gPerKg },
    required: true,
    entersAt: '',
    ...more,
  };
}

/** An open batch of a method with nothing done yet; every step's id is its key. */
export function aBatch(steps: readonly MethodStep[], made: Made = {}): BatchFacts {
  const meats = made.meats ?? [
    { name: 'Lean', plannedMg: 15_000_000, fatPct: 10 },
    { name: 'Belly', plannedMg: 5_000_000, fatPct: 55 },
  ];
  const stepFacts = steps.map((document, i): StepFact => ({
    id: document.key,
    position: i + 1,
    document,
    placeAccountId: holdsMass(document) ? `place ${document.key}` : null,
    casingAccountId: traitsOf(document).machine === 'stuffer' ? `casing of ${document.key}` : null,
    origin: null,
    originNo: null,
    closedAt: null,
    closedBy: null,
    overrideReason: null,
    leftOut: false,
    version: 1,
  }));
  const lines = linesOf(stepFacts, meats, made.ingredients ?? []);
  const lots = lines.map((l) => ({
    ...plainAccount({ id: l.lotAccountId, kind: 'lot', measure: 'mg', name: l.name }),
    lotKind: l.kind === 'meat' ? ('trim' as const) : ('ingredient' as const),
    lotStatus: 'available' as const,
    fatPct: l.fatPct,
    fatSd: l.fatSd,
    useBy: l.kind === 'meat' ? '2026-03-20' : null,
    balance: 1_000_000_000,
  }));
  const places = stepFacts.flatMap((s) => [
    ...(s.placeAccountId
      ? [plainAccount({ id: s.placeAccountId, kind: 'place', measure: 'mg', name: s.id })]
      : []),
    ...(s.casingAccountId
      ? [plainAccount({ id: s.casingAccountId, kind: 'place', measure: 'mm', name: s.id })]
      : []),
  ]);
  const product = {
    ...plainAccount({ id: 'product', kind: 'lot', measure: 'mg', name: 'Finished' }),
    lotKind: 'product' as const,
  };
  const portions = (made.portions ?? []).map((p) => ({ ...p, accountId: `product ${p.key}` }));
  const parted = portions.map((p) => ({ ...product, id: p.accountId, name: p.name }));
  const casing = made.casing && {
    casingId: 'casing kind',
    lotId: 'casing',
    lotCode: 'C-1',
    accountId: 'casing lot',
    leftMm: made.casing.lengthMm,
    gPerM: made.casing.gPerM,
  };
  return {
    n: 0,
    batch: headOf(steps, made),
    steps: stepFacts,
    lines,
    transfers: [],
    readings: [],
    marks: [],
    acceptances: [],
    notices: [],
    work: null,
    fatTest: null,
    accounts: [...lots, ...places, product, ...parted],
    casings: casing ? [casing] : [],
    productAccountId: 'product',
    portions,
    reworkAccountId: null,
  };
}

function linesOf(
  steps: readonly StepFact[],
  meats: NonNullable<Made['meats']>,
  ingredients: readonly RecipeLine[],
): LineFact[] {
  const where = (weighs: 'meat' | 'ingredients') =>
    steps.find((s) => traitsOf(s.document).weighs === weighs)?.id ?? steps[0]!.id;
  const mixer = steps.find((s) => traitsOf(s.document).machine === 'mixer' || s.placeAccountId !== null);
  const bare = { lotCode: 'L-1', plannedMg: null, seasonsStepId: null, document: null };
  const unknown = { fatPct: null, fatSd: null };
  return [
    ...meats.map(({ name, plannedMg, fatPct }, i) => ({
      ...bare,
      id: `line ${name}`,
      stepId: where('meat'),
      position: i,
      kind: 'meat' as const,
      name,
      lotId: name,
      lotAccountId: `lot ${name}`,
      placeAccountId: placeForMeat(steps, fatPct) ?? 'product',
      plannedMg,
      fatPct,
      fatSd: 1,
    })),
    ...ingredients.map((document, i) => ({
      ...bare,
      ...unknown,
      id: `line ${document.name}`,
      stepId: where('ingredients'),
      position: 50 + i,
      kind: 'ingredient' as const,
      name: document.name,
      lotId: document.name,
      lotAccountId: `lot ${document.name}`,
      placeAccountId: mixer?.placeAccountId ?? 'product',
      document,
    })),
  ];
}

function headOf(steps: readonly MethodStep[], made: Made): BatchFacts['batch'] {
  return {
    id: 'batch',
    number: 7,
    recipeId: 'recipe',
    recipeName: 'Test links',
    versionNo: 1,
    recipe: {
      state: 'raw',
      window: { minPct: 20, maxPct: 30 },
      confidence: 0.9,
      claims: [],
      speciesRules: [],
      usualMeatMg: 20_000_000,
      mixerCapacityKg: made.mixerCapacityKg ?? 100,
      basis: 'meat',
      hotness: [],
      lines: made.ingredients ?? [],
      steps: [...steps],
      casing: null,
      linkMassG: null,
      linkLengthMm: null,
    },
    state: 'open',
    plannedFor: '2026-03-16',
    plannedMeatMg: 20_000_000,
    windowMinPct: 20,
    windowMaxPct: 30,
    openedAt: '2026-03-16T06:00:00.000Z',
    owner: null,
    hotness: null,
    signed: {},
    meetsOther: false,
    provenRuns: 0,
    version: 1,
  };
}

/** The batch after entries of one hand, a minute apart, each with the id it carries. */
export function afterEntries(
  facts: BatchFacts,
  entries: readonly BenchEntry[],
  play: typeof playEntry = playEntry,
): BatchFacts {
  return entries.reduce((now, entry) => {
    let n = 0;
    const before = now.transfers.length + now.readings.length + now.marks.length;
    const at = new Date(Date.UTC(2026, 2, 16, 7, before)).toISOString();
    return play(now, entry, { person: 'Bram', at, newId: () => `${entry.body.id}.${(n += 1)}` });
  }, facts);
}
