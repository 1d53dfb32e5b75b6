/** Smaller differences than this are the network, not the clock, ms. */
const NOTICE_MS = 5000;
let offsetMs = 0;

/** Learns how far this device's clock is off from the time an answer of the server carries. */
export function learnTime(dateHeader: string | null): void {
  const serverMs = dateHeader === null ? NaN : Date.parse(dateHeader);
  if (Number.isNaN(serverMs)) return;
  const difference = serverMs - Date.now();
  offsetMs = Math.abs(difference) > NOTICE_MS ? difference : 0;
}

/** Now, by this device's clock with its last known error taken off; ms. */
export function deviceNow(): number {
  return Date.now() + offsetMs;
}

/** {@link deviceNow} as entries carry it. */
export function deviceTime(): string {
  return new Date(deviceNow()).toISOString();
}
