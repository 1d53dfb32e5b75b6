import type { LedgerTransfer } from './types.js';

/** Transfers by where they came from and where they went, gone through once however often that is asked. */
class Flows<T extends LedgerTransfer> {
  readonly #from = new Map<string, T[]>();
  readonly #to = new Map<string, T[]>();

  constructor(transfers: readonly T[]) {
    for (const t of transfers) {
      push(this.#from, t.from, t);
      push(this.#to, t.to, t);
    }
  }

  from(accountId: string | null | undefined): readonly T[] {
    return this.#from.get(accountId ?? '') ?? [];
  }

  to(accountId: string | null | undefined): readonly T[] {
    return this.#to.get(accountId ?? '') ?? [];
  }

  /** What came in less what went out. */
  balance(accountId: string): number {
    return totalOf(this.to(accountId)) - totalOf(this.from(accountId));
  }

  /** Every account that something came from or went to. */
  get accounts(): Set<string> {
    return new Set([...this.#from.keys(), ...this.#to.keys()]);
  }
}

const known = new WeakMap<readonly LedgerTransfer[], Flows<LedgerTransfer>>();

/** A list of transfers looked up by its accounts; a list never changes, so it is gone through once. */
export function flowsOf<T extends LedgerTransfer>(transfers: readonly T[]): Flows<T> {
  const found = known.get(transfers) ?? new Flows(transfers);
  known.set(transfers, found);
  return found as Flows<T>;
}

/** Sum of the amounts. */
export function totalOf(transfers: readonly LedgerTransfer[]): number {
  let sum = 0;
  for (const { amount } of transfers) sum += amount;
  return sum;
}

function push<T>(into: Map<string, T[]>, key: string, one: T): void {
  const list = into.get(key);
  if (list) list.push(one);
  else into.set(key, [one]);
}
