/** A thermometer of the trade shows tenths of a degree: what is the same there is the same, in either unit. */
function tenths(tempC: number): number {
  return Math.round(tempC * 10);
}

/** Whether a temperature is above a limit, as a thermometer shows both: 40 °F is not above 4.4 °C. */
export function isWarmer(tempC: number, limitC: number): boolean {
  return tenths(tempC) > tenths(limitC);
}

/** Whether a temperature is below what it has to reach, as a thermometer shows both. */
export function isColder(tempC: number, limitC: number): boolean {
  return tenths(tempC) < tenths(limitC);
}
