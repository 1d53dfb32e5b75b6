import type { ProbeId, ProbeFormatId, ScaleFormatId, WeightUnit, Wiring } from '@zest/contract';
import type { ShopScale } from '@zest/core';

/** A scale as it hangs on its wire. */
export interface ScaleFitting extends ShopScale {
  wiring: Wiring;
  format: ScaleFormatId;
  /** Of figures that the scale sends without one. */
  unit: WeightUnit;
}

/** A probe: one channel of a thermometer on its wire. */
export interface ProbeFitting {
  id: ProbeId;
  name: string;
  wiring: Wiring;
  format: ProbeFormatId;
  channel: string;
}

export interface Fittings {
  scales: readonly ScaleFitting[];
  probes: readonly ProbeFitting[];
}
