import { defineKind } from '../kind.js';

export const pack = defineKind({
  name: 'pack',
  listed: 'Pack',
  traits: { mass: 'holds', set: true, leaves: true },
  parameters: {},
  losses: ['ends', 'floor'],
  title: () => 'Pack',
  instruction: () => 'Weigh and count what goes into the packs.',
  readings: () => [{ kind: 'count' }],
});
