import { massToken } from '../../quantity/tokens.js';
import { HOW_WORDS, liquidParts, minutes, readBelow, seasonHow, stopAboveC, styleSays } from '../common.js';
import { defineKind, finding, type Situation } from '../kind.js';
import { choice, number, type ParamsOf } from '../parameters.js';
import { handfulWords } from '../tack-words.js';

/** Least minutes a cured mix is worked by hand; a machine spreads cure faster (common practice). */
const HAND_MINUTES = 10;

/** What a hand is told about how far to mix. */
const BIND_WORDS = {
  short: 'Mix until just distributed; coarse links should bite.',
  sticky: 'Mix until a handful sticks to the palm turned down.',
} as const;

const parameters = {
  bind: choice('Bind', ['short', 'sticky'], (v) => (v === 'short' ? 'mixed short' : 'until sticky'), {
    school: {
      id: 'bind',
      question: 'How far is it mixed?',
      choices: [
        {
          value: 'short',
          title: 'short',
          why: 'Coarse fresh links should bite and crumble.',
          also: { minutes: 4, minMinutes: 2, maxMinutes: 6 },
        },
        {
          value: 'sticky',
          title: 'until sticky',
          why: 'Everything smoked, sliced or fine must hold together and hold its water.',
          also: { minutes: 9, minMinutes: 6, maxMinutes: 15 },
        },
      ],
    },
  }),
  mixedBy: choice('Mixed by', ['machine', 'hand'], (v) => (v === 'hand' ? 'by hand' : 'by machine')),
  seasonHow,
  minutes,
  minMinutes: number('At least', 'min', [0.1, 100_000], (v) => `at least ${v} min`),
  maxMinutes: number('At most', 'min', [0.1, 100_000], (v) => `at most ${v} min`),
  liquidParts,
  stopAboveC,
  styleSays,
};
type Mix = ParamsOf<typeof parameters>;

/** Cure is spread by hand: it goes in dissolved, at two times. */
function curedByHand({ mixedBy }: Mix, { cured }: Situation): boolean {
  return mixedBy === 'hand' && cured;
}

/** A cured mix worked by hand has least minutes even where the method names none. */
function leastMinutes(p: Mix, s: Situation): number | undefined {
  return curedByHand(p, s) ? Math.max(p.minMinutes ?? 0, HAND_MINUTES) : p.minMinutes;
}

/**
 * The method's own minutes; where hands must work longer than it says, theirs, and no most that this would pass:
 * 5 to 10 with an aim of 8 never turns into 10 to 10.
 */
function minutesAsked(p: Mix, s: Situation) {
  const least = leastMinutes(p, s);
  const isRaised = least !== undefined && least !== p.minMinutes;
  const most = isRaised && p.maxMinutes !== undefined && p.maxMinutes <= least ? undefined : p.maxMinutes;
  const aim = isRaised && p.minutes !== undefined ? Math.max(p.minutes, least) : p.minutes;
  return { aimMinutes: aim, leastMinutes: least, mostMinutes: most };
}

export const mix = defineKind({
  name: 'mix',
  listed: 'Mix',
  traits: {
    mass: 'passes on',
    machine: 'mixer',
    keeps: { look: 'Look at the paddle and the bowl.', learned: 'kept in bowl and on hands' },
    learnsMinutes: 'minutes of mixing per kilogram',
    caution: 'Never taste raw mix.',
  },
  parameters,
  losses: ['bowl and hands', 'taste', 'floor'],
  title: () => 'Mix',
  instruction: ({ bind, seasonHow: how }) =>
    [bind ? BIND_WORDS[bind] : 'Mix until everything is everywhere.', how && HOW_WORDS[how]]
      .filter(Boolean)
      .join(' '),
  readings: (p, s) => [
    ...(curedByHand(p, s) ? [{ kind: 'addition' }] : []),
    { kind: 'minutes', ...minutesAsked(p, s) },
    { kind: 'tack', words: handfulWords(p.bind) },
    ...readBelow(p.stopAboveC),
  ],
  loads: (_, s) => s.mixerLoads,
  ready: (_, s) => [
    { key: 'guard', words: 'Guard down before the paddle turns; plug pulled to clean.', caution: true },
    { key: 'loads', words: loadWords(s) },
    ...(s.cured
      ? [{ key: 'cure', words: 'Cure is weighed and dissolved; by hand it goes in at two times.' }]
      : []),
  ],
  agrees: (p, { title, path }) => [
    ...(p.bind === undefined
      ? [finding('stop', path('bind'), 'method', `${title}: say whether it is mixed short or until sticky.`)]
      : []),
    ...(p.minMinutes === undefined || p.maxMinutes === undefined
      ? [finding('warn', path('minMinutes'), 'method', `${title}: give its least and most minutes.`)]
      : []),
    ...(p.minMinutes !== undefined && p.maxMinutes !== undefined && p.minMinutes > p.maxMinutes
      ? [finding('stop', path('minMinutes'), 'method', `${title}: the least minutes are above the most.`)]
      : []),
  ],
});

function loadWords({ mixerLoads, inMg }: Situation): string {
  return mixerLoads > 1
    ? `${mixerLoads} loads of about ${massToken(Math.round(inMg / mixerLoads))}; each gets its own tub of seasoning.`
    : `One load of ${massToken(inMg)} fits the mixer.`;
}
