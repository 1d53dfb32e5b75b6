import { coreC } from '../common.js';
import { defineKind } from '../kind.js';

export const taste = defineKind({
  name: 'taste',
  listed: 'Taste',
  traits: {
    mass: 'none',
    tastes: true,
    caution: 'Never taste raw mix: fry the patty through and read its core.',
  },
  parameters: { stopBelowC: { ...coreC, label: 'Core of the patty at least' } },
  losses: ['taste'],
  title: () => 'Taste',
  instruction: () => 'Fry a patty of the final mix through, read its core, then judge it.',
  readings: (p) => [{ kind: 'core', belowC: p.stopBelowC }, { kind: 'verdict' }],
  after: [
    {
      is: (t) => t.machine === 'mixer',
      sentence: 'It is tasted before it is mixed: the test is of the final mix.',
    },
  ],
});
