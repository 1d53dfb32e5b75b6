import type { WorkingDocument } from '../recipe/document.js';
import type { StepParameters } from './step.js';
import { BIND_WORDS, REST_STEP, grindStep } from './templates.js';

interface Choice {
  id: string;
  title: string;
  /** Why this side does it, one line. */
  why: string;
  holds: (document: WorkingDocument) => boolean;
  apply: (document: WorkingDocument) => WorkingDocument;
}

/** A question that people who know this work answer differently; a recipe picks. */
export interface School {
  id: string;
  question: string;
  /** Whether the question arises for this recipe. */
  arises: (document: WorkingDocument) => boolean;
  choices: readonly Choice[];
}

const has = (document: WorkingDocument, kind: StepParameters['kind']) =>
  document.steps.some((s) => s.kind === kind);

function editSteps(
  document: WorkingDocument,
  kinds: readonly StepParameters['kind'][],
  change: (step: StepParameters) => StepParameters,
): WorkingDocument {
  return { ...document, steps: document.steps.map((s) => (kinds.includes(s.kind) ? change(s) : s)) };
}

const first = (document: WorkingDocument, ...kinds: StepParameters['kind'][]) =>
  document.steps.find((s) => kinds.includes(s.kind));

const MIXERS = ['mix', 'emulsify'] as const;
const SEASON: StepParameters = {
  key: 'season',
  kind: 'season',
  title: 'Season',
  say: 'Turn the meat in its seasoning until every piece is coated.',
  minutes: 3,
};
const DRY_ROLES = ['salt', 'cure', 'accelerator', 'sugar', 'seasoning', 'packet'];

/** Where the dry weigh-up and the seasoning stand between the grinds. */
function seasonAt(document: WorkingDocument, where: 'before' | 'between' | 'after'): WorkingDocument {
  const dry = first(document, 'weigh-dry');
  const bare = document.steps.filter((s) => s.kind !== 'weigh-dry' && s.kind !== 'season');
  if (!dry) return document;
  const grinds = bare.filter((s) => s.kind === 'grind');
  const mixKey = bare.find((s) => MIXERS.some((kind) => kind === s.kind))?.key ?? 'mix';
  const anchor = where === 'before' ? grinds[0] : where === 'between' ? grinds[1] : undefined;
  const at = anchor ? bare.indexOf(anchor) : bare.findIndex((s) => s.key === mixKey);
  const added = anchor ? [dry, SEASON] : [dry];
  return {
    ...document,
    steps: [...bare.slice(0, Math.max(0, at)), ...added, ...bare.slice(Math.max(0, at))],
    lines: document.lines.map((line) =>
      DRY_ROLES.includes(line.role) ? { ...line, entersAt: anchor ? SEASON.key : mixKey } : line,
    ),
  };
}

function seasonedAt(document: WorkingDocument): 'before' | 'between' | 'after' {
  const season = document.steps.findIndex((s) => s.kind === 'season');
  if (season < 0) return 'after';
  return document.steps.slice(0, season).some((s) => s.kind === 'grind') ? 'between' : 'before';
}

const PLATES: Record<number, readonly number[]> = { 1: [8], 2: [10, 5], 3: [13, 8, 4.5] };

function passes(document: WorkingDocument, count: 1 | 2 | 3): WorkingDocument {
  const grinds = document.steps.filter((s) => s.kind === 'grind');
  if (grinds.length === count || grinds.length === 0) return document;
  const plates = PLATES[count] ?? [];
  const steps = plates.map((plate, i) => grindStep(i + 1, plate));
  const firstAt = document.steps.findIndex((s) => s.kind === 'grind');
  const without = document.steps.filter((s) => s.kind !== 'grind');
  const between = seasonedAt(document) === 'between' && count > 1;
  const placed = [...without.slice(0, firstAt), ...steps, ...without.slice(firstAt)];
  const plain = { ...document, steps: placed };
  return between
    ? seasonAt(plain, 'between')
    : seasonedAt(document) === 'between'
      ? seasonAt(plain, 'after')
      : plain;
}

function setBind(document: WorkingDocument, bind: 'short' | 'sticky'): WorkingDocument {
  return editSteps(document, ['mix'], (step) => ({
    ...step,
    bind,
    say: BIND_WORDS[bind],
    minutes: bind === 'short' ? 4 : 9,
    minMinutes: bind === 'short' ? 2 : 6,
    maxMinutes: bind === 'short' ? 6 : 15,
  }));
}

const HOW_WORDS = {
  dry: 'Seasoning goes in dry, scattered over the meat.',
  'in halves': 'Half of the seasoning, mix, then the other half.',
  slurry: 'Stir the seasoning into the liquid first and pour it over.',
} as const;

function liquid(document: WorkingDocument, pct: number): WorkingDocument {
  const at = document.lines.findIndex((l) => l.role === 'liquid');
  if (at < 0) return document;
  if (pct === 0) return { ...document, lines: document.lines.filter((_, i) => i !== at) };
  return {
    ...document,
    lines: document.lines.map((line, i) =>
      i === at ? { ...line, dose: { pctOfMix: pct }, spoken: `${pct} % of mix` } : line,
    ),
  };
}

const liquidIs = (document: WorkingDocument, pct: number) => {
  const dose = document.lines.find((l) => l.role === 'liquid')?.dose;
  return pct === 0 ? dose === undefined : dose != null && 'pctOfMix' in dose && dose.pctOfMix === pct;
};

function choice(
  id: string,
  title: string,
  why: string,
  holds: Choice['holds'],
  apply: Choice['apply'],
): Choice {
  return { id, title, why, holds, apply };
}

/** Sets one parameter of the steps of some kinds. */
function parameter<K extends keyof StepParameters>(
  kinds: readonly StepParameters['kind'][],
  key: K,
  value: StepParameters[K],
  title: string,
  why: string,
): Choice {
  return choice(
    String(value),
    title,
    why,
    (document) => first(document, ...kinds)?.[key] === value,
    (document) => editSteps(document, kinds, (step) => ({ ...step, [key]: value })),
  );
}

const restAfterMix = (document: WorkingDocument, hours: number): WorkingDocument => {
  const bare = document.steps.filter((s) => s.kind !== 'rest');
  if (hours === 0) return { ...document, steps: bare };
  const at = bare.findIndex((s) => ['dry-skin', 'smoke', 'cook', 'water-cook', 'hang'].includes(s.kind));
  return at < 0
    ? document
    : { ...document, steps: [...bare.slice(0, at), { ...REST_STEP, hours }, ...bare.slice(at)] };
};

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
