import { expectedYieldPct, stopAboveC } from '../common.js';
import { defineKind } from '../kind.js';
import { choice } from '../parameters.js';

export const cool = defineKind({
  name: 'cool',
  listed: 'Cool',
  traits: { mass: 'passes on', remainder: 'evaporation', set: true, cold: true, coolsDown: true },
  parameters: {
    cooling: choice('Cooled in', ['ice water', 'air'], (v) => `in ${v}`, {
      school: {
        id: 'cooling',
        question: 'How is it cooled?',
        choices: [
          {
            value: 'ice water',
            title: 'quenched in ice water',
            why: 'Plump, no wrinkles, a higher yield.',
          },
          { value: 'air', title: 'in air', why: 'Drier and denser; it wrinkles.' },
        ],
      },
    }),
    stopAboveC,
    expectedYieldPct,
  },
  losses: [],
  title: () => 'Cool',
  instruction: () => 'Down to cold-room temperature without a stop.',
  readings: (p) => [{ kind: 'temperature', aboveC: p.stopAboveC, fromHot: true }],
  after: [{ is: (t) => t.heat === 'lethal', sentence: 'It is cooled before it is cooked.' }],
});
