import { temperatureToken } from '../quantity/tokens.js';
import type { ReadyCheck } from './kind.js';
import { choice, number, text } from './parameters.js';
import type { ReadingAsk } from './readings/kind.js';

/** Parameters that several kinds of step have, each known here once. */
export const stopAboveC = number('Not above', '°C', [-40, 100], (v) => `not above ${temperatureToken(v)}`);

/** A limit that a method names is read before the step closes, load by load where there are loads. */
export const readBelow = (limitC: number | undefined): ReadingAsk[] =>
  limitC === undefined ? [] : [{ kind: 'temperature', aboveC: limitC }];

export const plateMm = number('Plate', 'mm', [0.1, 40], (v) => `${v} mm plate`, { isSize: true });

/** What must be right at the grinder before meat goes into it. */
export const grinderChecks = (plate: number | undefined): ReadyCheck[] => [
  {
    key: 'isolated',
    words: 'Plug pulled while the head was open; guard on before it goes back.',
    caution: true,
  },
  { key: 'knife', words: `Knife sharp, its flat side on the ${plate ? `${plate} mm ` : ''}plate.` },
  { key: 'ring', words: 'Ring drawn up by hand, plate does not turn.' },
  { key: 'cold', words: 'Head, knife and plate came out of the cold.' },
];

/** Said where a hand comes near the knife. */
export const GRINDER_CAUTION = 'Pull the plug before a hand goes near the head.';

export const coreC = number('Core at least', '°C', [0, 120], (v) => `core at least ${temperatureToken(v)}`);

export const chamberC = number('Chamber', '°C', [0, 200], (v) => `chamber ${temperatureToken(v)}`);

export const minutes = number('Minutes', 'min', [0.1, 100_000], (v) => `${v} min`);

export const hours = number('Hours', 'h', [0.1, 20_000], (v) => `${v} h`);

export const expectedYieldPct = number('Usually comes out', '%', [0.1, 200], (v) => `${v} % comes out`);

export const liquidParts = number(
  'Liquid in parts',
  '',
  [1, 9],
  (v) => (v === 1 ? 'liquid at once' : `liquid in ${v} parts`),
  { whole: true },
);

export const sampleSize = number('Weigh so many', 'pieces', [1, 200], (v) => `weigh ${v}`, { whole: true });

export const styleSays = text(
  'Pieces go in before a plate because',
  300,
  (v) => `pieces before a plate: ${v}`,
);

/** How the seasoning goes in, and what a hand is told of it. */
export const HOW_WORDS = {
  dry: 'Seasoning goes in dry, scattered over the meat.',
  'in halves': 'Half of the seasoning, mix, then the other half.',
  slurry: 'Stir the seasoning into the liquid first and pour it over.',
} as const;

export const seasonHow = choice(
  'Seasoning goes in',
  ['dry', 'in halves', 'slurry'],
  (v) => `seasoning ${v}`,
  {
    school: {
      id: 'season-how',
      question: 'How does the seasoning go in?',
      choices: [
        { value: 'dry', title: 'dry', why: 'Quickest, nothing to stir.' },
        { value: 'in halves', title: 'in halves', why: 'Two scatterings leave no hot spots.' },
        {
          value: 'slurry',
          title: 'slurry',
          why: 'In the liquid it reaches everywhere; the liquid must be cold.',
        },
      ],
    },
  },
);

/** Which meat goes through where lean and fat are worked apart. */
export const stream = choice('What goes through', ['all', 'lean', 'fat'], (v) =>
  v === 'all' ? '' : `${v} only`,
);

/** Where a step heats until the core is done, and the two schools of it. */
export const lethalCoreC = {
  ...coreC,
  school: {
    id: 'core',
    question: 'When is it cooked?',
    choices: [
      {
        value: 71,
        title: 'one end temperature, 71 °C',
        why: 'One number anybody can read; poultry needs 74 °C.',
      },
      {
        value: 68,
        title: 'time at temperature, 68 °C held',
        why: 'Juicier; the time at temperature must be on record and your plan must allow it.',
      },
    ],
  },
};
