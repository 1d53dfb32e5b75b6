import { expectedYieldPct, hours, stopAboveC } from '../common.js';
import { defineKind } from '../kind.js';

export const rest = defineKind({
  name: 'rest',
  listed: 'Rest in the cold',
  traits: {
    mass: 'passes on',
    remainder: 'evaporation',
    set: true,
    machine: 'cooler',
    rests: true,
    cold: true,
  },
  parameters: { hours, stopAboveC, expectedYieldPct },
  losses: ['drip'],
  title: ({ hours: h }) => (h !== undefined && h >= 10 ? 'Rest overnight' : 'Rest in the cold'),
  instruction: () => 'Covered, in the cold, so that the cure can work.',
  takesHours: (p) => p.hours,
  readings: (p) => [{ kind: 'temperature', aboveC: p.stopAboveC }],
});
