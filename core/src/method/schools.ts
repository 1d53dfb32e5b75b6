import type { WorkingDocument } from '../recipe/document.js';
import { liquid, liquidIs, passes, restBeforeHeat, seasonAt, seasonedAt } from './method-edits.js';
import { choice, type School } from './school.js';
import { schoolsOfParameters } from './school-of-parameters.js';
import type { Traits } from '../steps/kind.js';
import { traitsOf } from '../steps/step.js';

const has = (document: WorkingDocument, is: (traits: Traits) => boolean) =>
  document.steps.some((s) => is(traitsOf(s)));
const grinds = (document: WorkingDocument) =>
  document.steps.filter((s) => traitsOf(s).machine === 'grinder').length;

const SEASON_WHEN: School = {
  id: 'season-when',
  question: 'When is it seasoned?',
  arises: (d) => grinds(d) > 0 && has(d, (t) => t.weighs === 'ingredients'),
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
      (d) => (grinds(d) > 1 ? seasonAt(d, 'between') : seasonAt(passes(d, 2), 'between')),
    ),
    choice(
      'after',
      'after the grind',
      'Doses follow the weight that really came out of the grinder.',
      (d) => seasonedAt(d) === 'after',
      (d) => seasonAt(d, 'after'),
    ),
  ],
};

const PASSES: School = {
  id: 'passes',
  question: 'How many passes?',
  arises: (d) => grinds(d) > 0,
  choices: (
    [
      [1, 'one', 'Least warmth and smear, open texture.'],
      [2, 'two', 'Coarse then fine: even, still a bite.'],
      [3, 'three', 'Fine without a cutter; chill in between.'],
    ] as const
  ).map(([count, title, why]) =>
    choice(
      String(count),
      title,
      why,
      (d) => grinds(d) === count,
      (d) => passes(d, count),
    ),
  ),
};

const LIQUID: School = {
  id: 'liquid',
  question: 'How much liquid?',
  arises: (d) => d.lines.some((l) => l.role === 'liquid'),
  choices: (
    [
      [0, 'none', 'Dense and meaty; the seasoning needs hands.'],
      [3, '3 %', 'What a protected name allows in places.'],
      [5, '5 %', 'Dense, still easy to stuff.'],
      [10, '10 %', 'A common house rate: juicy, fills easily.'],
    ] as const
  ).map(([pct, title, why]) =>
    choice(
      String(pct),
      title,
      why,
      (d) => liquidIs(d, pct),
      (d) => liquid(d, pct),
    ),
  ),
};

const DOSE_BASIS: School = {
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
};

const ACCELERATOR: School = {
  id: 'accelerator',
  question: 'Smoke the same day, or rest overnight?',
  arises: (d) =>
    has(d, (t) => t.smokes === true || t.heat === 'lethal') && d.lines.some((l) => l.role === 'cure'),
  choices: [
    choice(
      'same-day',
      'the same day',
      'An accelerator turns the cure in hours; it has its own limit.',
      (d) => !has(d, (t) => t.rests === true),
      (d) => restBeforeHeat(d, 0),
    ),
    choice(
      'rest',
      'rest overnight',
      'Time does it, and the flavour is rounder without.',
      (d) => has(d, (t) => t.rests === true),
      (d) => restBeforeHeat(d, 12),
    ),
  ],
};

/** The questions of the trade; common practice on both sides of each. */
export const SCHOOLS: readonly School[] = [
  SEASON_WHEN,
  PASSES,
  LIQUID,
  DOSE_BASIS,
  ACCELERATOR,
  ...schoolsOfParameters(),
];
