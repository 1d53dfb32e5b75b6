import type { ProductState } from '../recipe/document.js';
import type { StepParameters } from './step.js';

export interface MethodTemplate {
  id: string;
  title: string;
  about: string;
  state: ProductState;
  steps: readonly StepParameters[];
}

const CHILL: StepParameters = {
  key: 'chill',
  kind: 'chill',
  title: 'Chill',
  say: 'Meat, fat and grinder parts cold through, then read the meat.',
  stopAboveC: 4.4,
};
const MEATS: StepParameters = {
  key: 'meats',
  kind: 'weigh-meat',
  title: 'Weigh the meat',
  say: 'Each trim onto the scale, one at a time.',
};
const DRY: StepParameters = {
  key: 'dry',
  kind: 'weigh-dry',
  title: 'Weigh the dry goods',
  say: 'Each line by its own weight, into its own tub.',
};

/** A pass through the grinder. */
export function grindStep(pass: number, plateMm: number): StepParameters {
  return {
    key: `grind${pass}`,
    kind: 'grind',
    title: `Grind ${plateMm} mm`,
    say: `Through the ${plateMm} mm plate, cold and without smear.`,
    plateMm,
    pass,
    stream: 'all',
    stopAboveC: 7,
  };
}

/** What the bench is told about how far to mix. */
export const BIND_WORDS = {
  short: 'Mix until just distributed; coarse links should bite.',
  sticky: 'Mix until a handful sticks to the palm turned down.',
} as const;

function mixStep(bind: 'short' | 'sticky', minutes: number): StepParameters {
  return {
    key: 'mix',
    kind: 'mix',
    title: 'Mix',
    say: BIND_WORDS[bind],
    bind,
    minutes,
    minMinutes: bind === 'short' ? 2 : 6,
    maxMinutes: bind === 'short' ? 6 : 15,
    liquidParts: bind === 'short' ? 1 : 2,
    seasonHow: 'dry',
    stopAboveC: 4.4,
  };
}

const TASTE_STEP: StepParameters = {
  key: 'taste',
  kind: 'taste',
  title: 'Taste',
  say: 'Fry a patty of the final mix through, read its core, then judge it.',
  stopBelowC: 71,
};
const stuff = (fill: 'slack' | 'hard', say: string): StepParameters => ({
  key: 'stuff',
  kind: 'stuff',
  title: 'Stuff',
  say,
  fill,
  prick: false,
});
const SLACK = stuff('slack', 'Fill evenly, no air; leave slack for the twist.');
const HARD = stuff('hard', 'Fill hard and evenly, no air.');
const link = (shape: StepParameters['shape'], title: string, say: string): StepParameters => ({
  key: 'link',
  kind: 'link',
  title,
  say,
  shape,
  sampleSize: 10,
});
const LINKS: StepParameters = {
  ...link('links', 'Link', 'Twist to length, count, weigh ten.'),
  twist: 'alternate directions',
};
export const REST_STEP: StepParameters = {
  key: 'rest',
  kind: 'rest',
  title: 'Rest overnight',
  say: 'Covered, in the cold, so that the cure can work.',
  hours: 12,
  stopAboveC: 4.4,
  expectedYieldPct: 99.5,
};
const DRY_SKIN: StepParameters = {
  key: 'dry-skin',
  kind: 'dry-skin',
  title: 'Dry the skin',
  say: 'Until the skin is dry to the finger and takes the smoke.',
  minutes: 45,
  expectedYieldPct: 99,
};
const SMOKE: StepParameters = {
  key: 'smoke',
  kind: 'smoke',
  title: 'Smoke',
  say: 'Skin dry first, then smoke; read the chamber.',
  minutes: 150,
  chamberC: 60,
  expectedYieldPct: 94,
};
const COOK: StepParameters = {
  key: 'cook',
  kind: 'cook',
  title: 'Cook',
  say: 'To the core temperature, read in the thickest piece, then weigh.',
  stopBelowC: 71,
  chamberC: 78,
  expectedYieldPct: 94,
};
const WATER_COOK: StepParameters = {
  key: 'water-cook',
  kind: 'water-cook',
  title: 'Cook in water',
  say: 'Bath below the boil; read the core in the thickest piece.',
  stopBelowC: 71,
  chamberC: 78,
  expectedYieldPct: 98,
};
const COOL: StepParameters = {
  key: 'cool',
  kind: 'cool',
  title: 'Cool',
  say: 'Down to cold-room temperature without a stop.',
  stopAboveC: 7,
  cooling: 'ice water',
  expectedYieldPct: 99,
};
const BLOOM: StepParameters = {
  key: 'bloom',
  kind: 'bloom',
  title: 'Bloom',
  say: 'Hang in the open until the colour is even.',
  minutes: 60,
  expectedYieldPct: 99.5,
};
const PACK: StepParameters = {
  key: 'pack',
  kind: 'pack',
  title: 'Pack',
  say: 'Weigh and count what goes into the packs.',
};

const upToMix = (plates: readonly number[], bind: 'short' | 'sticky', minutes: number): StepParameters[] => [
  CHILL,
  MEATS,
  ...plates.map((plate, i) => grindStep(i + 1, plate)),
  DRY,
  mixStep(bind, minutes),
  TASTE_STEP,
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
      ...upToMix([6], 'short', 4).map((s) => (s.kind === 'taste' ? { ...s, stopBelowC: 74 } : s)),
      {
        key: 'form',
        kind: 'form',
        title: 'Form',
        say: 'Press patties, count, weigh ten.',
        shape: 'patties',
        sampleSize: 10,
      },
      PACK,
    ],
  },
  {
    id: 'fresh-bulk',
    title: 'Fresh bulk',
    about: 'Loose, for trays or patties.',
    state: 'raw',
    steps: [
      ...upToMix([5], 'short', 4),
      {
        key: 'form',
        kind: 'form',
        title: 'Portion',
        say: 'Portion, count, weigh ten.',
        shape: 'bulk',
        sampleSize: 10,
      },
      PACK,
    ],
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
      link('coils', 'Tie the rings', 'Cut, close into rings, tie, count, weigh ten.'),
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
      {
        key: 'cut',
        kind: 'cut',
        title: 'Cut',
        say: 'Cut to length, ends apart, then weigh.',
        expectedYieldPct: 97,
      },
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
      DRY,
      {
        key: 'emulsify',
        kind: 'emulsify',
        title: 'Emulsify',
        say: 'Lot by lot, lean, salt and half the ice first; stop at the limit.',
        lotKg: 8,
        minutes: 6,
        stopAboveC: 12,
        liquidParts: 2,
        bind: 'sticky',
      },
      TASTE_STEP,
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
      link('links', 'Tie', 'Tie, label each string, count, weigh ten.'),
      REST_STEP,
      {
        key: 'hang',
        kind: 'hang',
        title: 'Hang to dry',
        say: 'Cool, moving air, even humidity; weigh the marked pieces.',
        hours: 24 * 28,
        targetLossPct: 34,
        expectedYieldPct: 66,
      },
      PACK,
    ],
  },
];
