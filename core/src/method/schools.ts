import type { WorkingDocument } from '../recipe/document.js';
import {
  HOW_WORDS,
  choice,
  editSteps,
  first,
  has,
  liquid,
  liquidIs,
  parameter,
  passes,
  restAfterMix,
  seasonAt,
  seasonedAt,
  setBind,
  type Choice,
} from './school-edits.js';

/** A question that people who know this work answer differently; a recipe picks. */
export interface School {
  id: string;
  question: string;
  /** Whether the question arises for this recipe. */
  arises: (document: WorkingDocument) => boolean;
  choices: readonly Choice[];
}

/** The questions of the trade; common practice on both sides of each. */
export const SCHOOLS: readonly School[] = [
  {
    id: 'season-when',
    question: 'When is it seasoned?',
    arises: (d) => has(d, 'grind') && has(d, 'weigh-dry'),
    choices: [
      choice(
        'before',
        'before the grind',
        'Salt draws into whole pieces and the grinder spreads it.',
        (d) => seasonedAt(d) === 'before',
        (d) => seasonAt(d, 'before'),
      ),
      choice(
        'between',
        'between two passes',
        'Coarse first, so the second pass does half the mixing.',
        (d) => seasonedAt(d) === 'between',
        (d) =>
          d.steps.filter((s) => s.kind === 'grind').length > 1
            ? seasonAt(d, 'between')
            : seasonAt(passes(d, 2), 'between'),
      ),
      choice(
        'after',
        'after the grind',
        'Doses follow the weight that really came out of the grinder.',
        (d) => seasonedAt(d) === 'after',
        (d) => seasonAt(d, 'after'),
      ),
    ],
  },
  {
    id: 'season-how',
    question: 'How does the seasoning go in?',
    arises: (d) => has(d, 'mix') || has(d, 'season'),
    choices: (['dry', 'in halves', 'slurry'] as const).map((how) =>
      choice(
        how,
        how,
        {
          dry: 'Quickest, nothing to stir.',
          'in halves': 'Two scatterings leave no hot spots.',
          slurry: 'In the liquid it reaches everywhere; the liquid must be cold.',
        }[how],
        (d) => (first(d, 'season') ?? first(d, 'mix'))?.seasonHow === how,
        (d) =>
          editSteps(d, [has(d, 'season') ? 'season' : 'mix'], (step) => ({
            ...step,
            seasonHow: how,
            note: HOW_WORDS[how],
          })),
      ),
    ),
  },
  {
    id: 'passes',
    question: 'How many passes?',
    arises: (d) => has(d, 'grind'),
    choices: ([1, 2, 3] as const).map((count) =>
      choice(
        String(count),
        count === 1 ? 'one' : count === 2 ? 'two' : 'three',
        {
          1: 'Least warmth and smear, open texture.',
          2: 'Coarse then fine: even, still a bite.',
          3: 'Fine without a cutter; chill in between.',
        }[count],
        (d) => d.steps.filter((s) => s.kind === 'grind').length === count,
        (d) => passes(d, count),
      ),
    ),
  },
  {
    id: 'bind',
    question: 'How far is it mixed?',
    arises: (d) => has(d, 'mix'),
    choices: [
      choice(
        'short',
        'short',
        'Coarse fresh links should bite and crumble.',
        (d) => first(d, 'mix')?.bind === 'short',
        (d) => setBind(d, 'short'),
      ),
      choice(
        'sticky',
        'until sticky',
        'Everything smoked, sliced or fine must hold together and hold its water.',
        (d) => first(d, 'mix')?.bind === 'sticky',
        (d) => setBind(d, 'sticky'),
      ),
    ],
  },
  {
    id: 'liquid',
    question: 'How much liquid?',
    arises: (d) => d.lines.some((l) => l.role === 'liquid'),
    choices: [0, 3, 5, 10].map((pct) =>
      choice(
        String(pct),
        pct === 0 ? 'none' : `${pct} %`,
        {
          0: 'Dense and meaty; the seasoning needs hands.',
          3: 'What a protected name allows in places.',
          5: 'Dense, still easy to stuff.',
          10: 'A common house rate: juicy, fills easily.',
        }[pct] ?? '',
        (d) => liquidIs(d, pct),
        (d) => liquid(d, pct),
      ),
    ),
  },
  {
    id: 'dose-basis',
    question: 'What is a percentage of?',
    arises: () => true,
    choices: [
      choice(
        'meat',
        'the meat block',
        'It is what is weighed first.',
        (d) => d.basis === 'meat',
        (d) => ({ ...d, basis: 'meat' }),
      ),
      choice(
        'mix',
        'the full mix',
        'It is what is eaten, and what most limits are on.',
        (d) => d.basis === 'mix',
        (d) => ({ ...d, basis: 'mix' }),
      ),
    ],
  },
  {
    id: 'accelerator',
    question: 'Smoke the same day, or rest overnight?',
    arises: (d) => (has(d, 'smoke') || has(d, 'cook')) && d.lines.some((l) => l.role === 'cure'),
    choices: [
      choice(
        'same-day',
        'the same day',
        'An accelerator turns the cure in hours; it has its own limit.',
        (d) => !has(d, 'rest'),
        (d) => restAfterMix(d, 0),
      ),
      choice(
        'rest',
        'rest overnight',
        'Time does it, and the flavour is rounder without.',
        (d) => has(d, 'rest'),
        (d) => restAfterMix(d, 12),
      ),
    ],
  },
  {
    id: 'fill',
    question: 'How is it filled?',
    arises: (d) => has(d, 'stuff'),
    choices: [
      parameter(
        ['stuff'],
        'fill',
        'slack',
        'slack',
        'Room for the twist; links that are twisted burst when full.',
      ),
      parameter(
        ['stuff'],
        'fill',
        'hard',
        'hard',
        'No hollows: fibrous casing, rings and sticks that are cut.',
      ),
    ],
  },
  {
    id: 'prick',
    question: 'Is it pricked?',
    arises: (d) => has(d, 'stuff'),
    choices: [
      parameter(['stuff'], 'prick', false, 'not pricked', 'Juice stays in.'),
      parameter(['stuff'], 'prick', true, 'pricked', 'Air gets out; no pockets of jelly and fat.'),
    ],
  },
  {
    id: 'twist',
    question: 'How is it twisted?',
    arises: (d) => d.steps.some((s) => s.kind === 'link' && (s.shape ?? 'links') === 'links'),
    choices: [
      parameter(
        ['link'],
        'twist',
        'alternate directions',
        'alternate directions',
        'No link can undo its neighbour.',
      ),
      parameter(
        ['link'],
        'twist',
        'pinch two, twist one',
        'pinch two, twist one always the same way',
        'Half the twists, one movement.',
      ),
    ],
  },
  {
    id: 'core',
    question: 'When is it cooked?',
    arises: (d) => has(d, 'cook') || has(d, 'water-cook'),
    choices: [
      parameter(
        ['cook', 'water-cook'],
        'stopBelowC',
        71,
        'one end temperature, 71 °C',
        'One number anybody can read; poultry needs 74 °C.',
      ),
      parameter(
        ['cook', 'water-cook'],
        'stopBelowC',
        68,
        'time at temperature, 68 °C held',
        'Juicier; the time at temperature must be on record and your plan must allow it.',
      ),
    ],
  },
  {
    id: 'stages',
    question: 'One setting or stages?',
    arises: (d) => has(d, 'smoke'),
    choices: [
      parameter(
        ['smoke'],
        'chamberC',
        60,
        'in stages from 60 °C',
        'The fat stays in and the skin takes colour before the core is done.',
      ),
      parameter(
        ['smoke'],
        'chamberC',
        75,
        'one low setting, 75 °C',
        'Nothing to turn, and nothing to forget.',
      ),
    ],
  },
  {
    id: 'cooling',
    question: 'How is it cooled?',
    arises: (d) => has(d, 'cool'),
    choices: [
      parameter(
        ['cool'],
        'cooling',
        'ice water',
        'quenched in ice water',
        'Plump, no wrinkles, a higher yield.',
      ),
      parameter(['cool'], 'cooling', 'air', 'in air', 'Drier and denser; it wrinkles.'),
    ],
  },
];
