import { readBelow, stopAboveC } from '../common.js';
import { defineKind, type ReadyCheck, type Situation } from '../kind.js';
import { choice, flag, number } from '../parameters.js';

/** A horn passes into a casing when it is narrower than this part of the calibre (common practice). */
export const HORN_PART = 0.75;

export const stuff = defineKind({
  name: 'stuff',
  listed: 'Stuff',
  traits: {
    mass: 'holds',
    machine: 'stuffer',
    tastedBefore: true,
    closesEmpty: true,
    clearedBetweenOwners: true,
    keeps: { look: 'Look in barrel and horn.', learned: 'kept by the stuffer' },
  },
  parameters: {
    stopAboveC,
    hornMm: number('Horn', 'mm', [0.1, 100], (v) => `${v} mm horn`, { isSize: true }),
    fill: choice('Fill', ['slack', 'hard'], (v) => `filled ${v}`, {
      school: {
        id: 'fill',
        question: 'How is it filled?',
        choices: [
          {
            value: 'slack',
            title: 'slack',
            why: 'Room for the twist; links that are twisted burst when full.',
          },
          {
            value: 'hard',
            title: 'hard',
            why: 'No hollows: fibrous casing, rings and sticks that are cut.',
          },
        ],
      },
    }),
    prick: flag('Pricked', (v) => (v ? 'pricked' : 'not pricked'), {
      school: {
        id: 'prick',
        question: 'Is it pricked?',
        choices: [
          { value: false, title: 'not pricked', why: 'Juice stays in.' },
          { value: true, title: 'pricked', why: 'Air gets out; no pockets of jelly and fat.' },
        ],
      },
    }),
  },
  losses: ['barrel and horn', 'burst', 'taste', 'floor'],
  title: () => 'Stuff',
  instruction: ({ fill }) =>
    fill === 'hard' ? 'Fill hard and evenly, no air.' : 'Fill evenly, no air; leave slack for the twist.',
  readings: (p, s) => [...(s.mustBeCleared ? [{ kind: 'cleared' }] : []), ...readBelow(p.stopAboveC)],
  ready: ({ hornMm }, s) => [
    { key: 'guard', words: 'Piston down slowly; fingers out of the barrel.', caution: true },
    ...(s.casing ? [{ key: 'horn', words: hornWords(s.casing.calibreMm, hornMm) }] : []),
    ...soakCheck(s),
    { key: 'air', words: 'Barrel packed without air, fill pressed to the horn.' },
  ],
  rule: ({ fill, prick }) => {
    const how =
      fill === 'hard'
        ? 'Fill hard: no give under the thumb, closed at once.'
        : fill === 'slack'
          ? 'Leave it slack: a hand’s width empty at the end, the twist takes it up.'
          : '';
    const air = prick === undefined ? '' : prick ? 'Prick where air shows.' : 'Do not prick; press air out.';
    return [how, air].filter(Boolean).join(' ');
  },
  after: [{ is: (t) => t.machine === 'mixer', sentence: 'It is stuffed before it is mixed.' }],
});

function hornWords(calibreMm: number, hornMm: number | undefined): string {
  const widest = Math.floor(calibreMm * HORN_PART);
  return hornMm === undefined
    ? `Horn narrower than ${widest} mm for a ${calibreMm} mm casing.`
    : `Horn of ${hornMm} mm fitted, for a ${calibreMm} mm casing.`;
}

function soakCheck({ casing, soakingSinceMs, nowMs }: Situation): ReadyCheck[] {
  if (!casing || casing.soakMinutes === 0) return [];
  if (soakingSinceMs === undefined || soakingSinceMs === null) {
    return [
      {
        key: 'soak',
        words: `${casing.name} soaked for ${casing.soakMinutes} min and flushed; nobody has noted when.`,
      },
    ];
  }
  const minutes = Math.floor((nowMs - soakingSinceMs) / 60_000);
  return [
    {
      key: 'soak',
      words:
        minutes >= casing.soakMinutes
          ? `${casing.name}, soaking for ${minutes} min, flushed.`
          : `${casing.name} has soaked ${minutes} of ${casing.soakMinutes} min.`,
    },
  ];
}
