import { chamberC, expectedYieldPct, minutes } from '../common.js';
import { defineKind } from '../kind.js';

export const drySkin = defineKind({
  name: 'dry-skin',
  listed: 'Dry the skin',
  traits: { mass: 'passes on', remainder: 'evaporation', set: true, machine: 'house', heat: 'warm' },
  parameters: { minutes, chamberC, expectedYieldPct },
  losses: [],
  title: () => 'Dry the skin',
  instruction: () => 'Until the skin is dry to the finger and takes the smoke.',
  takesHours: (p) => (p.minutes === undefined ? undefined : p.minutes / 60),
  readings: (p) => [{ kind: 'minutes', aimMinutes: p.minutes }],
});
