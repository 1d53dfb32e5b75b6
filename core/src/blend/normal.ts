/**
 * Complementary error function to about 1e-15 relative.
 * Series below 2.5 and Lentz's continued fraction above (Abramowitz and Stegun 7.1.6, 7.1.14).
 */
function erfc(x: number): number {
  if (x < 0) return 2 - erfc(-x);
  if (x < 2.5) return 1 - erfSeries(x);
  if (x > 27) return 0;
  return (Math.exp(-x * x) / Math.sqrt(Math.PI)) * continuedFraction(x);
}

/** Standard normal distribution function Φ(z). */
export function normalCdf(z: number): number {
  return erfc(-z / Math.SQRT2) / 2;
}

/** Standard normal density φ(z). */
export function normalPdf(z: number): number {
  return Math.exp((-z * z) / 2) / Math.sqrt(2 * Math.PI);
}

function erfSeries(x: number): number {
  let term = x;
  let sum = x;
  for (let n = 1; Math.abs(term) > 1e-17 * Math.abs(sum); n += 1) {
    term *= (2 * x * x) / (2 * n + 1);
    sum += term;
  }
  return (2 / Math.sqrt(Math.PI)) * Math.exp(-x * x) * sum;
}

function continuedFraction(x: number): number {
  let value = 0;
  for (let n = 60; n >= 1; n -= 1) value = n / 2 / (x + value);
  return 1 / (x + value);
}
