import { chamberC, expectedYieldPct, hours, lethalCoreC } from '../common.js';
import { defineKind } from '../kind.js';
import { APART_CAUTION, coreAgrees } from '../lethal.js';

/** A cook this long holds the meat in the warm zone for hours, h (common practice). */
const SLOW_HOURS = 4;

/** A chamber up to this heats slowly, and nobody knows how slowly where hours are not said, °C (common practice). */
const LOW_C = 75;

export const cook = defineKind({
  name: 'cook',
  listed: 'Cook',
  traits: {
    mass: 'holds',
    remainder: 'evaporation',
    set: true,
    machine: 'house',
    heat: 'lethal',
    caution: APART_CAUTION,
  },
  parameters: { stopBelowC: lethalCoreC, chamberC, hours, expectedYieldPct },
  losses: ['fat-out', 'floor'],
  title: () => 'Cook',
  instruction: () => 'To the core temperature, read in the thickest piece, then weigh.',
  readings: (p) => [{ kind: 'temperature', belowC: p.stopBelowC }],
  agrees: coreAgrees,
  dangerWithoutCure: ({ hours: h, chamberC: c }) =>
    (h ?? (c !== undefined && c <= LOW_C ? SLOW_HOURS : 0)) >= SLOW_HOURS
      ? 'hours in the warm zone'
      : undefined,
});
