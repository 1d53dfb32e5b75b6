import { stopAboveC } from '../common.js';
import { defineKind } from '../kind.js';

export const freeze = defineKind({
  name: 'freeze',
  listed: 'Freeze',
  traits: { mass: 'passes on', set: true, cold: true, leaves: true },
  parameters: { stopAboveC },
  losses: [],
  title: () => 'Freeze',
  instruction: () => 'Spread out, in the cold, until it is hard to the core.',
  readings: (p) => [{ kind: 'temperature', aboveC: p.stopAboveC }],
});
