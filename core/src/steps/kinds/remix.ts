import { stopAboveC } from '../common.js';
import { defineKind } from '../kind.js';
import { number } from '../parameters.js';
import { handfulWords } from '../tack-words.js';

export const remix = defineKind({
  name: 'remix',
  listed: 'Mix again',
  traits: { mass: 'none', onlyCorrects: true, caution: 'Never taste raw mix.' },
  parameters: {
    minMinutes: number('At least', 'min', [0.1, 120], (v) => `at least ${v} min`),
    stopAboveC,
  },
  losses: [],
  title: () => 'Mix it in cold',
  instruction: () => 'Mix again, load by load, until what was added is everywhere; then read the mix.',
  readings: (p) => [
    { kind: 'minutes', aimMinutes: p.minMinutes, leastMinutes: p.minMinutes },
    { kind: 'tack', words: handfulWords(undefined) },
    { kind: 'temperature', aboveC: p.stopAboveC },
  ],
});
