import type { ProbeId, ProbeReadingMessage } from '@zest/contract';

export type ProbeAction = { action: 'set'; tempC: number } | { action: 'unplug' } | { action: 'plug' };

/** What the application asks of its thermometer, whatever stands behind it. Temperatures as the device shows them. */
export interface ThermometerDriver {
  list: () => { id: ProbeId; name: string; connected: boolean }[];
  /** Whether this process itself received the reading less than 10 s ago, steady and with this temperature. */
  believes: (readingId: string, tempC: number) => boolean;
  /** The channel a reading came from, as long as it is remembered. */
  deviceOf: (readingId: string) => ProbeId | undefined;
  onReading: (listener: (reading: ProbeReadingMessage) => void) => void;
  /** Simulated thermometers only. */
  play: (id: ProbeId, action: ProbeAction) => boolean;
  close: () => void;
}

export const PROBES: readonly { id: ProbeId; name: string }[] = [
  { id: 'hand', name: 'Hand probe' },
  { id: 'core', name: 'Core probe' },
  { id: 'core2', name: 'Second core probe' },
  { id: 'chamber', name: 'Chamber' },
];

/** For a shop whose thermometer is not connected: every temperature is typed. */
export const NO_THERMOMETER: ThermometerDriver = {
  list: () => PROBES.map((probe) => ({ ...probe, connected: false })),
  believes: () => false,
  deviceOf: () => undefined,
  onReading: () => undefined,
  play: () => false,
  close: () => undefined,
};
