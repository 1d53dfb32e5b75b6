import { expectedYieldPct } from '../common.js';
import { defineKind } from '../kind.js';

export const cut = defineKind({
  name: 'cut',
  listed: 'Cut',
  traits: { mass: 'holds', set: true },
  parameters: { expectedYieldPct },
  losses: ['ends', 'floor'],
  title: () => 'Cut',
  instruction: () => 'Cut to length, ends apart, then weigh.',
  readings: () => [],
});
