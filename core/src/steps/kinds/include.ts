import { minutes, readBelow, stopAboveC } from '../common.js';
import { defineKind } from '../kind.js';

export const include = defineKind({
  name: 'include',
  listed: 'Put the inclusions in',
  traits: { mass: 'passes on', includes: true },
  parameters: { minutes, stopAboveC },
  losses: ['bowl and hands', 'floor'],
  title: () => 'Put the inclusions in',
  instruction: () => 'Last and gently, only until they are everywhere.',
  readings: (p) => [{ kind: 'minutes', aimMinutes: p.minutes }, ...readBelow(p.stopAboveC)],
});
