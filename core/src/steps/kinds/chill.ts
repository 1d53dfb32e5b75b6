import { stopAboveC } from '../common.js';
import { defineKind } from '../kind.js';

export const chill = defineKind({
  name: 'chill',
  listed: 'Chill',
  traits: { mass: 'none', cold: true },
  parameters: { stopAboveC },
  losses: [],
  title: () => 'Chill',
  instruction: () => 'Meat, fat and grinder parts cold through, then read the meat.',
  readings: (p) => [{ kind: 'temperature', aboveC: p.stopAboveC }],
});
