import { sampleSize } from '../common.js';
import { countingOf, pieceReadings } from '../counting.js';
import { defineKind } from '../kind.js';
import { choice } from '../parameters.js';

const TITLES = { links: 'Link', coils: 'Coil', logs: 'Tie the logs', sticks: 'Cut the sticks' } as const;

export const link = defineKind({
  name: 'link',
  listed: 'Link, coil or tie',
  traits: {
    mass: 'holds',
    pieces: true,
    closesEmpty: true,
    set: true,
    keeps: { look: 'Look on the table and in the tub of ends.' },
  },
  parameters: {
    shape: choice('Pieces', ['links', 'coils', 'logs', 'sticks'], (v) => v),
    twist: choice('Twist', ['alternate directions', 'pinch two, twist one'], (v) => `twist: ${v}`, {
      asked: (p) => (p['shape'] ?? 'links') === 'links',
      school: {
        id: 'twist',
        question: 'How is it twisted?',
        choices: [
          {
            value: 'alternate directions',
            title: 'alternate directions',
            why: 'No link can undo its neighbour.',
          },
          {
            value: 'pinch two, twist one',
            title: 'pinch two, twist one always the same way',
            why: 'Half the twists, one movement.',
          },
        ],
      },
    }),
    sampleSize,
  },
  losses: ['ends', 'burst', 'floor'],
  title: ({ shape = 'links' }) => TITLES[shape],
  instruction: ({ shape = 'links', sampleSize: n = 10 }) => {
    if (shape === 'links') return `Twist to length, count, weigh ${n}.`;
    if (shape === 'coils') return 'Coil and tie; each coil onto the scale.';
    if (shape === 'logs') return 'Tie, label each log, and onto the scale.';
    return `Cut to length, count by the rod, weigh ${n}.`;
  },
  readings: pieceReadings,
  counting: ({ shape }) => countingOf(shape),
  rule: ({ twist }) => (twist ? `Twist ${twist}.` : ''),
  after: [{ is: (t) => t.machine === 'stuffer', sentence: 'It is linked before it is stuffed.' }],
});
