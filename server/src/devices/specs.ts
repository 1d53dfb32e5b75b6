import type { ScaleSpec } from '@zest/core';
import type { SCALE_IDS } from '@zest/contract';

type ScaleId = (typeof SCALE_IDS)[number];

/** The three scales of the shop; masses in mg. */
export const SCALES: readonly (ScaleSpec & { id: ScaleId })[] = [
  { id: 'floor', name: 'Floor scale', capacityMg: 150_000_000, divisionMg: 20_000, tubMg: 2_400_000 },
  { id: 'bench', name: 'Bench scale', capacityMg: 15_000_000, divisionMg: 1_000, tubMg: 600_000 },
  { id: 'dose', name: 'Dose scale', capacityMg: 600_000, divisionMg: 10, tubMg: 40_000 },
];

/** Ports above the base port of the device program: one a scale, the control port, the thermometer. */
export const SCALE_PORT_OFFSET: Record<ScaleId, number> = { floor: 0, bench: 1, dose: 2 };
export const CONTROL_PORT_OFFSET = 3;
export const THERMOMETER_PORT_OFFSET = 4;
