import { defineKind } from '../kind.js';

export const CURE_CAUTION = 'Cure is weighed, never spooned. Too much of it is poison.';

export const weighIngredients = defineKind({
  name: 'weigh-ingredients',
  listed: 'Weigh the ingredients',
  traits: { mass: 'none', weighs: 'ingredients', caution: CURE_CAUTION },
  parameters: {},
  losses: [],
  title: () => 'Weigh the ingredients',
  instruction: () => 'Each line by its own weight, into its own tub.',
  readings: () => [],
});
