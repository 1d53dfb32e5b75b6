import type { InputIssue } from '@zest/core';

/** What somebody signed for: the guard, what was said of it, and how far it went. */
export interface Covered {
  guard: string;
  sentence: string;
  about?: string | undefined;
  amount?: number | undefined;
}

/**
 * The signatures that came with a command, by guard, and what each of them turned out to cover: what is written down is
 * what was signed for, and not a guard alone.
 */
export class Signing {
  readonly covered: Covered[] = [];
  readonly #signed: Readonly<Record<string, string>>;

  constructor(signed: Readonly<Record<string, string>>) {
    this.#signed = signed;
  }

  /** Whether something is signed for; noted as covered where it is. */
  covers(what: Covered): boolean {
    if (!this.#signed[what.guard]?.trim()) return false;
    this.covered.push(what);
    return true;
  }

  /** What is still to be signed, at the place where that is done; nothing where it is. */
  ask(what: Covered): InputIssue[] {
    return this.covers(what) ? [] : [{ path: `signed.${what.guard}`, message: what.sentence }];
  }

  /** The reason that was given for a guard. */
  reasonFor(guard: string): string {
    return this.#signed[guard] ?? '';
  }
}
