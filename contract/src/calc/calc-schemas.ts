import { z } from 'zod';
import {
  ALLERGENS,
  BOOK_IDS,
  CONTENT_NAMES,
  LINE_ROLES,
  PART_GOES_TO,
  PREPARATIONS,
  PRODUCT_STATES,
  READING_NAMES,
  STEP_NAMES,
} from '@zest/core';
import { dose } from '../recipes/recipes.js';

const kg = z.number({ error: 'must be a number of kg' });
const pct = z.number({ error: 'must be a number of percent' });
const number = z.number({ error: 'must be a number' });
const window = z.object({ minPct: pct, maxPct: pct });
const line = z.object({ name: z.string(), dose });
const figure = z.object({ fatPct: pct, fatSd: number });

export const convertIn = z.object({
  text: z.string({ error: 'text must be a text such as "12 lb 4 oz"' }),
  numberStyle: z.enum(['point', 'comma']).optional(),
  expect: z.enum(['mass', 'temperature', 'volume', 'length']).optional(),
});

export const mixtureIn = z.object({
  parts: z.array(z.object({ massKg: kg, fatPct: pct, fatSd: number.optional() })),
});

export const addBackIn = z.object({ massKg: kg, fatPct: pct, targetFatPct: pct, addFatPct: pct });

const planTrim = z.object({
  id: z.string(),
  species: z.string().optional(),
  fatPct: pct,
  fatSd: number.optional(),
  pricePerKg: number,
  availableKg: kg,
  boxKg: kg.optional(),
  looseKg: kg.optional(),
  balance: z.boolean().optional(),
  minUseKg: kg.optional(),
  useFirst: z.union([z.boolean(), number]).optional(),
  lockedKg: kg.optional(),
  owner: z.string().optional(),
  lot: z.string().optional(),
  ageDays: number.optional(),
});

export const planIn = z.object({
  batchKg: kg,
  window,
  trims: z.array(planTrim).max(500),
  speciesRules: z
    .array(z.object({ species: z.string(), minPct: pct.optional(), maxPct: pct.optional() }))
    .optional(),
  maxTrims: z.int().optional(),
  confidence: number.optional(),
  objective: z
    .object({ cost: number.optional(), age: number.optional(), trims: number.optional() })
    .optional(),
  owner: z.string().optional(),
  divisionKg: kg.optional(),
  dropBelowKg: kg.optional(),
});

const planBatch = z.object({
  id: z.string(),
  priority: z.int().optional(),
  batchKg: kg,
  window,
  speciesRules: planIn.shape.speciesRules,
  maxTrims: z.int().optional(),
  confidence: number.optional(),
  owner: z.string().optional(),
  weighed: z.array(planTrim.extend({ massKg: kg })).optional(),
});

export const planDayIn = z.object({
  stock: z.array(planTrim).max(500),
  batches: z.array(planBatch).min(1).max(40),
  objective: planIn.shape.objective,
  divisionKg: kg.optional(),
  dropBelowKg: kg.optional(),
});

export const fatSensitivityIn = z.object({
  parts: z.array(z.object({ id: z.string(), massKg: kg, fatPct: pct, fatSd: number.optional() })).min(1),
  window,
});

export const cookOutIn = z.object({
  samples: z.array(
    z.object({
      sampleG: number,
      fatG: number.optional(),
      fatMl: number.optional(),
      residueG: number.optional(),
      residueFatPct: pct.optional(),
    }),
  ),
});

export const prepareIn = z.object({
  how: z.enum(PREPARATIONS),
  grossMg: z.int(),
  usableMg: z.int(),
  parts: z.array(
    z.object({
      name: z.string(),
      massMg: z.int(),
      to: z.enum(PART_GOES_TO),
      creditMinorPerKg: number.optional(),
    }),
  ),
  paidMinorPerKg: number,
  divisionMg: z.int().optional(),
});

export const correctIn = z.object({ prior: figure, test: figure });

export const learnIn = z.object({
  lots: z.array(figure.extend({ id: z.string(), massKg: kg })).min(1),
  test: figure,
});

export const scaleIn = z.object({
  meatKg: kg,
  lines: z.array(line),
  loads: z.int().optional(),
  divisionG: number.optional(),
});

export const backScaleIn = z.object({
  wanted: z.union([z.strictObject({ finishedKg: kg }), z.strictObject({ links: number, linkG: number })]),
  yields: z.array(number),
  lines: z.array(line),
});

export const measureIn = z.object({
  text: z.string({ error: 'text must be a text such as "3/4 cup"' }),
  numberStyle: z.enum(['point', 'comma']).optional(),
  densityGPerMl: number.optional(),
  densityRange: z.tuple([number, number]).optional(),
});

export const tasteIn = z.object({
  remainingMixKg: kg,
  mixPerMeatKg: number,
  fromGPerKg: number,
  toGPerKg: number,
  lines: z.array(z.object({ name: z.string(), gPerKgMeat: number })).optional(),
});

export const nitriteIn = z.object({
  cureG: number,
  nitritePct: pct,
  nitratePct: pct.optional(),
  meatKg: kg,
  mixKg: kg.optional(),
  book: z.enum(BOOK_IDS, { error: 'book must be us, ca, eu or uk' }),
});

export const overPourIn = z.object({
  meatKg: kg,
  lines: z.array(z.object({ name: z.string(), dueG: number, actualG: number.optional() })).min(1),
  name: z.string(),
});

export const loadsIn = z.object({ massKg: kg, capacityKg: kg, usable: number.optional() });

export const linkIn = z.object({
  calibreMm: number,
  lengthMm: number.optional(),
  massG: number.optional(),
  densityGPerMl: number.optional(),
  fill: number.optional(),
});

export const casingIn = z.object({
  massKg: kg,
  calibreMm: number,
  lengthMm: number,
  densityGPerMl: number.optional(),
  fill: number.optional(),
  twistMm: number.optional(),
  sparePct: pct.optional(),
  packM: number.optional(),
});

export const sampleIn = z.object({ massesG: z.array(number), nominalG: number.optional() });

export const controlChartIn = z.object({ values: z.array(number) });

export const yieldIn = z.object({
  accounts: z.record(
    z.string(),
    z.object({
      kind: z.enum(['lot', 'place', 'loss', 'gain', 'supplier', 'customer']),
      closed: z.boolean().optional(),
    }),
  ),
  meatBlock: z.array(z.string()),
  transfers: z.array(z.object({ from: z.string(), to: z.string(), massMg: z.int() })),
});

const doseContents = {
  saltPct: pct.optional(),
  nitritePct: pct.optional(),
  nitratePct: pct.optional(),
};

export const doseIn = z.object({
  text: z.string(),
  name: z.string(),
  role: z.enum(LINE_ROLES).default('seasoning'),
  batchKg: kg.optional(),
  basis: z.enum(['meat', 'mix']).default('meat'),
  densityGPerMl: number.optional(),
  densityRange: z.tuple([number, number]).optional(),
  packet: z.object({ netG: number, seasonsKg: kg }).optional(),
  ...doseContents,
});

export const cardIn = z.object({ text: z.string().max(500_000), basis: z.enum(['meat', 'mix']).optional() });

const share = pct
  .min(0, { error: 'must be from 0 to 100 percent' })
  .max(100, { error: 'must be from 0 to 100 percent' })
  .optional();
const statedContents = z
  .strictObject(
    Object.fromEntries(CONTENT_NAMES.map((name) => [name, share])) as Record<
      (typeof CONTENT_NAMES)[number],
      typeof share
    >,
    {
      error: ({ code, input }) =>
        code === 'unrecognized_keys'
          ? `accepts ${CONTENT_NAMES.join(', ')}`
          : input === undefined
            ? 'is not stated, and what is not stated is not free of it: give its contents, {} where none of them is in it'
            : 'must be an object of percents',
    },
  )
  .refine(
    ({ binderPct: _over, ...c }) => Object.values(c).reduce<number>((sum, v) => sum + (v ?? 0), 0) <= 100.01,
    { error: 'comes to more than 100 % of it' },
  );

export const matterIn = z.object({
  lines: z
    .array(
      z.object({
        name: z.string().trim().min(1, { error: 'Give it a name.' }),
        massKg: kg,
        meat: z.boolean().optional(),
        species: z.string().optional(),
        contents: statedContents,
        allergens: z.array(z.enum(ALLERGENS)).optional(),
      }),
    )
    .min(1, { error: 'Name at least one thing that goes in.' }),
  losses: z
    .array(
      z.object({
        massKg: kg,
        as: z
          .enum(['water', 'fat', 'drip', 'asIs'], { error: 'as must be one of water, fat, drip, asIs' })
          .transform((way) => (way === 'asIs' ? 'as is' : way)),
      }),
    )
    .optional(),
  takeKg: kg.optional(),
});

export const declareIn = z.object({
  parts: z
    .array(
      z.object({
        name: z.string().min(1),
        massKg: kg,
        allergens: z.array(z.enum(ALLERGENS)).default([]),
        parts: z
          .array(z.object({ name: z.string().min(1), allergen: z.enum(ALLERGENS).optional() }))
          .default([]),
        isWater: z.boolean().optional(),
      }),
    )
    .min(1),
  state: z.enum(PRODUCT_STATES),
  casing: z.string().optional(),
  productYield: number.optional(),
});

export const recipeCostIn = z.object({
  meatPricePerKg: number,
  lines: z.array(z.object({ name: z.string(), gPerKgMeat: number, pricePerKg: number.nullable() })),
  productYield: number.default(1),
  linkG: number.optional(),
  packG: number.optional(),
});

export const checkRecipeIn = z.object({
  file: z.record(z.string(), z.unknown(), { error: 'file must be a recipe file' }),
  book: z.enum(BOOK_IDS, { error: `book must be one of ${BOOK_IDS.join(', ')}` }),
});

const massMg = z.int({ error: 'must be a whole number of mg' });

export const gateIn = z.object({
  kind: z.enum(STEP_NAMES, { error: `kind must be one of ${STEP_NAMES.join(', ')}` }),
  parameters: z.record(z.string(), z.union([z.number(), z.string(), z.boolean()])).default({}),
  facts: z.object({
    inMg: massMg,
    outMg: massMg.default(0),
    /** What has neither gone on nor been named yet. */
    balanceMg: massMg.optional(),
    lines: z
      .array(
        z.object({
          name: z.string(),
          required: z.boolean().default(true),
          weighedMg: massMg,
          lowMg: massMg,
          highMg: massMg,
          accepted: z.boolean().default(false),
          unconfirmed: z.boolean().optional(),
          lotHeld: z.boolean().optional(),
        }),
      )
      .default([]),
    readings: z
      .array(z.object({ kind: z.enum(READING_NAMES), value: number, load: z.int().min(0).optional() }))
      .default([]),
    marks: z.array(z.object({ kind: z.string(), subject: z.string().default('') })).default([]),
    /** The machine was checked before it ran; a mark of the kind `ready` says the same. */
    ready: z.boolean().optional(),
    cured: z.boolean().default(false),
    mustBeCleared: z.boolean().default(false),
    mixerLoads: z.int().min(1).default(1),
    /** What the step asks of the cure, as a sheet says it. */
    cure: z.array(z.object({ what: z.string(), sentence: z.string() })).optional(),
    casingUsed: z.boolean().optional(),
    stillOpen: z.array(z.string()).optional(),
    taste: z
      .object({
        state: z.enum(['none', 'skipped', 'passed', 'core', 'failed', 'void']),
        sentence: z.string().default('It has not been tasted and passed.'),
      })
      .optional(),
  }),
});
