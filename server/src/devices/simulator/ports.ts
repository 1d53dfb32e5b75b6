import { SCALES, type ScaleId } from '@zest/core';
import type { Wiring } from '@zest/contract';
import type { Fittings } from '../fitting.js';
import { PROBES } from '../thermometer.js';

/** Ports above the base port of the device program: one a scale, the control port, the thermometer. */
export const SCALE_PORT_OFFSET: Record<ScaleId, number> = { floor: 0, bench: 1, dose: 2 };
export const CONTROL_PORT_OFFSET = 3;
export const THERMOMETER_PORT_OFFSET = 4;

/** The simulated scales and the channels of the simulated thermometer, as they hang on the program's ports. */
export function simulatedFittings(basePort: number): Fittings {
  const at = (offset: number): Wiring => ({ by: 'tcp', host: '127.0.0.1', port: basePort + offset });
  return {
    scales: SCALES.map((scale) => ({
      ...scale,
      wiring: at(SCALE_PORT_OFFSET[scale.id]),
      format: 'own',
      unit: 'g',
    })),
    probes: PROBES.map((probe) => ({
      ...probe,
      wiring: at(THERMOMETER_PORT_OFFSET),
      format: 'own',
      channel: probe.id,
    })),
  };
}
