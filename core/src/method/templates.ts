import type { ProductState } from '../recipe/product.js';
import type { MethodStep } from '../steps/all-kinds.js';

export interface MethodTemplate {
  id: string;
  title: string;
  about: string;
  state: ProductState;
  steps: readonly MethodStep[];
}

const CHILL: MethodStep = { key: 'chill', kind: 'chill', stopAboveC: 4.4 };
const MEATS: MethodStep = { key: 'meats', kind: 'weigh-meat' };
const INGREDIENTS: MethodStep = { key: 'ingredients', kind: 'weigh-ingredients' };

/** A pass through the grinder. */
export function grindStep(pass: number, plateMm: number): MethodStep {
  return { key: `grind${pass}`, kind: 'grind', plateMm, pass, stream: 'all', stopAboveC: 7 };
}

export const SEASON_STEP: MethodStep = { key: 'season', kind: 'season', minutes: 3 };

export const REST_STEP: MethodStep = {
  key: 'rest',
  kind: 'rest',
  hours: 12,
  stopAboveC: 4.4,
  expectedYieldPct: 99.5,
};

function mixStep(bind: 'short' | 'sticky', minutes: number): MethodStep {
  return {
    key: 'mix',
    kind: 'mix',
    bind,
    minutes,
    minMinutes: bind === 'short' ? 2 : 6,
    maxMinutes: bind === 'short' ? 6 : 15,
    liquidParts: bind === 'short' ? 1 : 2,
    seasonHow: 'dry',
    stopAboveC: 4.4,
  };
}

const taste = (stopBelowC: number): MethodStep => ({ key: 'taste', kind: 'taste', stopBelowC });
const TASTE = taste(71);
const SLACK: MethodStep = { key: 'stuff', kind: 'stuff', fill: 'slack', prick: false, stopAboveC: 7 };
const HARD: MethodStep = { key: 'stuff', kind: 'stuff', fill: 'hard', prick: false, stopAboveC: 7 };
const LINKS: MethodStep = {
  key: 'link',
  kind: 'link',
  shape: 'links',
  sampleSize: 10,
  twist: 'alternate directions',
};
const DRY_SKIN: MethodStep = { key: 'dry-skin', kind: 'dry-skin', minutes: 45, expectedYieldPct: 99 };
const SMOKE: MethodStep = { key: 'smoke', kind: 'smoke', minutes: 150, chamberC: 60, expectedYieldPct: 94 };
const COOK: MethodStep = { key: 'cook', kind: 'cook', stopBelowC: 71, chamberC: 78, expectedYieldPct: 94 };
const WATER_COOK: MethodStep = {
  key: 'water-cook',
  kind: 'water-cook',
  stopBelowC: 71,
  chamberC: 78,
  expectedYieldPct: 98,
};
const COOL: MethodStep = {
  key: 'cool',
  kind: 'cool',
  stopAboveC: 7,
  cooling: 'ice water',
  expectedYieldPct: 99,
};
const BLOOM: MethodStep = { key: 'bloom', kind: 'bloom', minutes: 60, expectedYieldPct: 99.5 };
const PACK: MethodStep = { key: 'pack', kind: 'pack' };

const upToMix = (
  plates: readonly number[],
  bind: 'short' | 'sticky',
  minutes: number,
  tasting = TASTE,
): MethodStep[] => [
  CHILL,
  MEATS,
  ...plates.map((plate, i) => grindStep(i + 1, plate)),
  INGREDIENTS,
  mixStep(bind, minutes),
  tasting,
];

/** Sensible beginnings; every step and figure of them can be changed. Figures are common practice. */
export const METHOD_TEMPLATES: readonly MethodTemplate[] = [
  {
    id: 'fresh-link',
    title: 'Fresh link',
    about: 'Coarse, twisted, sold raw.',
    state: 'raw',
    steps: [...upToMix([8], 'short', 4), SLACK, LINKS, PACK],
  },
  {
    id: 'fresh-poultry',
    title: 'Fresh poultry',
    about: 'Patties or links of poultry; the patty is tasted at 74 °C.',
    state: 'raw',
    steps: [
      ...upToMix([6], 'short', 4, taste(74)),
      { key: 'form', kind: 'form', shape: 'patties', sampleSize: 10 },
      PACK,
    ],
  },
  {
    id: 'fresh-bulk',
    title: 'Fresh bulk',
    about: 'Loose, for trays or patties.',
    state: 'raw',
    steps: [...upToMix([5], 'short', 4), { key: 'form', kind: 'form', shape: 'bulk', sampleSize: 10 }, PACK],
  },
  {
    id: 'cooked-link',
    title: 'Cooked smoked link',
    about: 'Cured, linked, smoked and cooked.',
    state: 'cooked',
    steps: [...upToMix([8], 'sticky', 9), SLACK, LINKS, REST_STEP, DRY_SKIN, SMOKE, COOK, COOL, BLOOM, PACK],
  },
  {
    id: 'ring',
    title: 'Ring',
    about: 'Cured coil in beef round, smoked and cooked.',
    state: 'cooked',
    steps: [
      ...upToMix([8], 'sticky', 9),
      HARD,
      { key: 'link', kind: 'link', title: 'Tie the rings', shape: 'coils', sampleSize: 10 },
      DRY_SKIN,
      SMOKE,
      COOK,
      COOL,
      BLOOM,
      PACK,
    ],
  },
  {
    id: 'stick',
    title: 'Stick',
    about: 'Thin cured snack stick, filled hard and cut.',
    state: 'cooked',
    steps: [
      ...upToMix([4.5], 'sticky', 8),
      HARD,
      DRY_SKIN,
      SMOKE,
      COOK,
      COOL,
      { key: 'cut', kind: 'cut', expectedYieldPct: 97 },
      PACK,
    ],
  },
  {
    id: 'emulsion',
    title: 'Fine emulsion',
    about: 'Emulsified in small lots, each under its limit; cooked in water.',
    state: 'cooked',
    steps: [
      CHILL,
      MEATS,
      grindStep(1, 5),
      INGREDIENTS,
      { key: 'emulsify', kind: 'emulsify', lotKg: 8, minutes: 6, stopAboveC: 12, liquidParts: 2 },
      TASTE,
      SLACK,
      LINKS,
      DRY_SKIN,
      SMOKE,
      WATER_COOK,
      COOL,
      PACK,
    ],
  },
  {
    id: 'log',
    title: 'Large log',
    about: 'Fibrous casing, filled hard, cooked slowly, sliced later.',
    state: 'cooked',
    steps: [...upToMix([8], 'sticky', 10), HARD, REST_STEP, COOK, COOL, PACK],
  },
  {
    id: 'hung',
    title: 'Hung dry',
    about: 'Cured with nitrate or nitrite and dried by weight over weeks.',
    state: 'dried',
    steps: [
      ...upToMix([8], 'sticky', 6),
      HARD,
      {
        key: 'link',
        kind: 'link',
        title: 'Tie',
        instruction: 'Tie, label each string, count, weigh ten.',
        shape: 'links',
        sampleSize: 10,
      },
      REST_STEP,
      { key: 'hang', kind: 'hang', hours: 24 * 28, targetLossPct: 34, expectedYieldPct: 66 },
      PACK,
    ],
  },
];
