import {
  addBack,
  backScale,
  casingNeed,
  cookOut,
  describeMixture,
  fatSensitivity,
  planDay,
  prepare,
  controlChart,
  correctFat,
  learnFat,
  linkFigures,
  loads,
  measure,
  mixture,
  nitrite,
  overPour,
  parseQuantity,
  plan,
  sample,
  scaleRecipe,
  taste,
  yields,
  type LedgerAccount,
} from '@zest/core';
import { calcSchemas as schema } from '@zest/contract';
import { calculation, type Calculation } from './calculation.js';
import { PROCESS_CALCULATIONS, inKilograms } from './process-calculations.js';
import { RECIPE_CALCULATIONS } from './recipe-calculations.js';

/** Every calculation by its name on the command line and over HTTP. */
export const CALCULATIONS: Record<string, Calculation> = {
  convert: calculation(
    'A quantity as typed, in milligrams, mL, mm or °C',
    schema.convertIn,
    { text: '12 lb 4 oz' },
    ({ text, ...options }) => {
      const { kind: _kind, text: _text, ...value } = parseQuantity(text, options);
      return value;
    },
  ),
  mixture: calculation(
    'Fat of several parts together',
    schema.mixtureIn,
    {
      parts: [
        { massKg: 6, fatPct: 4 },
        { massKg: 2, fatPct: 44 },
      ],
    },
    ({ parts }) => mixture(parts),
  ),
  matter: calculation(
    'What a mixture is made of once some of it has dried, rendered or gone',
    schema.matterIn,
    {
      lines: [
        { name: 'pork shoulder', massKg: 18, meat: true, species: 'pork', contents: { fatPct: 25 } },
        { name: 'beef chuck', massKg: 2, meat: true, species: 'beef', contents: { fatPct: 15 } },
        { name: 'curing salt', massKg: 0.5, contents: { saltPct: 99.4, nitritePct: 0.6 } },
        { name: 'ice', massKg: 1, contents: { waterPct: 100 } },
      ],
      losses: [{ massKg: 3, as: 'water' }],
      takeKg: 5,
    },
    describeMixture,
  ),
  'add-back': calculation(
    'What to add to reach a fat',
    schema.addBackIn,
    { massKg: 12, fatPct: 18, targetFatPct: 26, addFatPct: 90 },
    addBack,
  ),
  plan: calculation(
    'The cheapest blend in a fat window',
    schema.planIn,
    {
      batchKg: 10,
      window: { minPct: 23, maxPct: 27 },
      confidence: 0.8,
      trims: [
        { id: 'lean', fatPct: 10, fatSd: 1, pricePerKg: 8, availableKg: 20 },
        { id: 'fat', fatPct: 50, fatSd: 1, pricePerKg: 2, availableKg: 20 },
      ],
    },
    async (input, context) => inKilograms(await plan(input, await context.solver())),
  ),
  'plan-day': calculation(
    'All batches of a day on one stock',
    schema.planDayIn,
    {
      stock: [
        { id: 'lean', fatPct: 10, pricePerKg: 6, availableKg: 100 },
        { id: 'middle', fatPct: 30, pricePerKg: 4, availableKg: 20 },
        { id: 'dear fat', fatPct: 80, pricePerKg: 9, availableKg: 40 },
      ],
      batches: [
        { id: 'first', priority: 1, batchKg: 20, window: { minPct: 10, maxPct: 30 } },
        { id: 'second', priority: 2, batchKg: 20, window: { minPct: 26, maxPct: 30 } },
      ],
    },
    async (input, context) => {
      const { batches, ...day } = await planDay(input, await context.solver());
      return { ...day, batches: batches.map(inKilograms) };
    },
  ),
  'fat-sensitivity': calculation(
    'What happens when a fat figure is off, and which trim to test first',
    schema.fatSensitivityIn,
    {
      parts: [
        { id: 'shoulder', massKg: 20, fatPct: 20, fatSd: 1 },
        { id: 'belly', massKg: 8, fatPct: 45, fatSd: 4 },
      ],
      window: { minPct: 25, maxPct: 29 },
    },
    ({ parts, window }) => ({ trims: fatSensitivity(parts, window) }),
  ),
  'cook-out': calculation(
    'Fat of a trim from rendered samples',
    schema.cookOutIn,
    { samples: [{ sampleG: 100, fatG: 25 }] },
    ({ samples }) => cookOut(samples),
  ),
  prepare: calculation(
    'Yield and true cost of what was trimmed out',
    schema.prepareIn,
    {
      how: 'trim out',
      grossMg: 20_000_000,
      usableMg: 15_000_000,
      parts: [{ name: 'bone', massMg: 4_000_000, to: 'bin' }],
      paidMinorPerKg: 600,
    },
    prepare,
  ),
  correct: calculation(
    'Fat of a batch after a test',
    schema.correctIn,
    { prior: { fatPct: 25, fatSd: 2 }, test: { fatPct: 27, fatSd: 1 } },
    ({ prior, test }) => correctFat(prior, test),
  ),
  learn: calculation(
    'What a test of a blend says about its lots',
    schema.learnIn,
    {
      lots: [
        { id: 'a', fatPct: 20, fatSd: 4, massKg: 30 },
        { id: 'b', fatPct: 50, fatSd: 2, massKg: 10 },
      ],
      test: { fatPct: 30, fatSd: 1 },
    },
    ({ lots, test }) => learnFat(lots, test),
  ),
  scale: calculation(
    'A recipe in grams for a weight of meat',
    schema.scaleIn,
    { meatKg: 8, lines: [{ name: 'salt', dose: { gPerKgMeat: 16 } }], loads: 2 },
    scaleRecipe,
  ),
  'back-scale': calculation(
    'The meat and the recipe for wanted finished goods',
    schema.backScaleIn,
    {
      wanted: { links: 200, linkG: 100 },
      yields: [0.98, 0.9],
      lines: [{ name: 'salt', dose: { gPerKgMeat: 16 } }],
    },
    backScale,
  ),
  measure: calculation(
    'Grams of a cup or a spoon of something',
    schema.measureIn,
    { text: '3/4 cup', densityRange: [0.58, 1.02] },
    measure,
  ),
  taste: calculation(
    'A correction after tasting, on what is left',
    schema.tasteIn,
    {
      remainingMixKg: 10.843,
      mixPerMeatKg: 1.0843,
      fromGPerKg: 18,
      toGPerKg: 15,
      lines: [{ name: 'pepper', gPerKgMeat: 3 }],
    },
    taste,
  ),
  nitrite: calculation(
    'Ingoing nitrite against a rule book',
    schema.nitriteIn,
    { cureG: 25, nitritePct: 6.25, meatKg: 10, book: 'us' },
    nitrite,
  ),
  'over-pour': calculation(
    'The ways out after too much was poured',
    schema.overPourIn,
    {
      meatKg: 3.2,
      name: 'spice',
      lines: [
        { name: 'spice', dueG: 128, actualG: 160 },
        { name: 'salt', dueG: 51.2 },
      ],
    },
    overPour,
  ),
  loads: calculation('Equal loads of a machine', schema.loadsIn, { massKg: 33, capacityKg: 12 }, loads),
  link: calculation('Mass or length of a link', schema.linkIn, { calibreMm: 30, lengthMm: 140 }, linkFigures),
  casing: calculation(
    'Links and casing for a mass',
    schema.casingIn,
    { massKg: 10, calibreMm: 30, lengthMm: 140, packM: 90 },
    casingNeed,
  ),
  sample: calculation(
    'Spread and giveaway of weighed pieces',
    schema.sampleIn,
    { massesG: [101, 103, 99, 104, 102], nominalG: 100 },
    sample,
  ),
  'control-chart': calculation(
    'Limits of an individuals chart',
    schema.controlChartIn,
    { values: [49.6, 47.6, 49.9, 51.3, 47.8, 51.2, 52.6, 52.4, 53.6, 52.1] },
    controlChart,
  ),
  yield: calculation(
    'Yields and missing mass from transfers',
    schema.yieldIn,
    {
      accounts: {
        shoulder: { kind: 'lot' },
        grind: { kind: 'place', closed: true },
        mix: { kind: 'place' },
        head: { kind: 'loss' },
      },
      meatBlock: ['shoulder'],
      transfers: [
        { from: 'shoulder', to: 'grind', massMg: 10_000_000 },
        { from: 'grind', to: 'mix', massMg: 9_800_000 },
        { from: 'grind', to: 'head', massMg: 150_000 },
      ],
    },
    ({ accounts, meatBlock, transfers }) =>
      yields({
        accounts: Object.entries(accounts).map(([id, account]): LedgerAccount => ({
          id,
          name: id,
          measure: 'mg',
          ...account,
        })),
        meatBlock,
        transfers: transfers.map((t, i) => ({ id: String(i), from: t.from, to: t.to, amount: t.massMg })),
      }),
  ),
  ...RECIPE_CALCULATIONS,
  ...PROCESS_CALCULATIONS,
};
