import type { ScaleId } from '@zest/core';

/** Ports above the base port of the device program: one a scale, the control port, the thermometer. */
export const SCALE_PORT_OFFSET: Record<ScaleId, number> = { floor: 0, bench: 1, dose: 2 };
export const CONTROL_PORT_OFFSET = 3;
export const THERMOMETER_PORT_OFFSET = 4;
