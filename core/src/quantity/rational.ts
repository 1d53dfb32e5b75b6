/** An exact fraction of two integers; the denominator is positive. */
export interface Rational {
  n: bigint;
  d: bigint;
}

export function rational(n: bigint, d: bigint = 1n): Rational {
  return d < 0n ? { n: -n, d: -d } : { n, d };
}

/** Reads plain decimal text such as `28.349523125`; throws RangeError on anything else. */
export function fromDecimal(text: string): Rational {
  const match = /^(-?)(\d*)(?:\.(\d*))?$/.exec(text);
  if (!match || (match[2] === '' && (match[3] ?? '') === '')) {
    throw new RangeError(`not a decimal number: ${text}`);
  }
  const fraction = match[3] ?? '';
  const magnitude = BigInt((match[2] ?? '') + fraction);
  return rational(match[1] === '-' ? -magnitude : magnitude, 10n ** BigInt(fraction.length));
}

export function add(a: Rational, b: Rational): Rational {
  return rational(a.n * b.d + b.n * a.d, a.d * b.d);
}

export function multiply(a: Rational, b: Rational): Rational {
  return rational(a.n * b.n, a.d * b.d);
}

/** Nearest integer, a tie going to the even neighbour. */
export function roundHalfEven(value: Rational): bigint {
  const floor = value.n >= 0n || value.n % value.d === 0n ? value.n / value.d : value.n / value.d - 1n;
  const twiceRest = (value.n - floor * value.d) * 2n;
  if (twiceRest > value.d) return floor + 1n;
  if (twiceRest < value.d) return floor;
  return floor % 2n === 0n ? floor : floor + 1n;
}

export function toNumber(value: Rational): number {
  const whole = value.n / value.d;
  const rest = value.n - whole * value.d;
  return Number(whole) + Number(rest) / Number(value.d);
}
