import { chamberC, expectedYieldPct, lethalCoreC, minutes } from '../common.js';
import { defineKind } from '../kind.js';
import { APART_CAUTION, coreAgrees } from '../lethal.js';

export const waterCook = defineKind({
  name: 'water-cook',
  listed: 'Cook in water',
  traits: {
    mass: 'holds',
    remainder: 'fat-out',
    set: true,
    machine: 'vessel',
    heat: 'lethal',
    caution: APART_CAUTION,
  },
  parameters: {
    stopBelowC: lethalCoreC,
    chamberC: { ...chamberC, label: 'Bath' },
    minutes,
    expectedYieldPct,
  },
  losses: ['burst', 'floor'],
  title: () => 'Cook in water',
  instruction: () => 'Bath below the boil; read the core in the thickest piece.',
  readings: (p) => [{ kind: 'temperature', belowC: p.stopBelowC }],
  agrees: coreAgrees,
});
