import { sampleSize } from '../common.js';
import { countingOf, pieceReadings } from '../counting.js';
import { defineKind } from '../kind.js';
import { choice } from '../parameters.js';

export const form = defineKind({
  name: 'form',
  listed: 'Form patties or portion',
  traits: {
    mass: 'holds',
    pieces: true,
    tastedBefore: true,
    closesEmpty: true,
    keeps: { look: 'Look where it stood.' },
  },
  parameters: { shape: choice('Pieces', ['patties', 'bulk'], (v) => v), sampleSize },
  losses: ['bowl and hands', 'taste', 'floor'],
  title: ({ shape }) => (shape === 'bulk' ? 'Portion' : 'Form'),
  instruction: ({ shape, sampleSize: n = 10 }) =>
    shape === 'bulk' ? 'Portion; each tub onto the scale.' : `Press patties, count, weigh ${n}.`,
  readings: pieceReadings,
  counting: ({ shape }) => countingOf(shape),
  after: [{ is: (t) => t.machine === 'mixer', sentence: 'It is formed before it is mixed.' }],
});
