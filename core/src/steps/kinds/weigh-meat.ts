import { defineKind } from '../kind.js';

export const weighMeat = defineKind({
  name: 'weigh-meat',
  listed: 'Weigh the meat',
  traits: { mass: 'none', weighs: 'meat' },
  parameters: {},
  losses: [],
  title: () => 'Weigh the meat',
  instruction: () => 'Each trim onto the scale, one at a time.',
  readings: () => [],
});
