/** A weight in a sentence of the server, kilograms to 10 g. */
export function kg(mg: number): string {
  return `${(mg / 1e6).toFixed(2)} kg`;
}
