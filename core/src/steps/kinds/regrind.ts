import { GRINDER_CAUTION, grinderChecks, plateMm, stopAboveC } from '../common.js';
import { defineKind } from '../kind.js';

export const regrind = defineKind({
  name: 'regrind',
  listed: 'Grind what is added',
  traits: {
    mass: 'none',
    machine: 'grinder',
    onlyCorrects: true,
    clearedBetweenOwners: true,
    caution: GRINDER_CAUTION,
  },
  parameters: { plateMm, stopAboveC },
  losses: [],
  title: ({ plateMm: plate }) =>
    plate === undefined ? 'Grind what is added' : `Grind what is added ${plate} mm`,
  instruction: ({ plateMm: plate }) =>
    `Through ${plate === undefined ? 'the plate' : `the ${plate} mm plate`} of the batch, cold and without smear; then it is weighed in.`,
  readings: (p, s) => [
    ...(s.mustBeCleared ? [{ kind: 'cleared' }] : []),
    { kind: 'temperature', aboveC: p.stopAboveC },
  ],
  ready: ({ plateMm: plate }) => grinderChecks(plate),
});
