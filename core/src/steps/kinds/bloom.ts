import { expectedYieldPct, minutes } from '../common.js';
import { defineKind } from '../kind.js';

export const bloom = defineKind({
  name: 'bloom',
  listed: 'Bloom',
  traits: { mass: 'passes on', remainder: 'evaporation', set: true, needsCure: true },
  parameters: { minutes, expectedYieldPct },
  losses: [],
  title: () => 'Bloom',
  instruction: () => 'Hang in the open until the colour is even.',
  readings: (p) => [{ kind: 'minutes', aimMinutes: p.minutes }],
});
