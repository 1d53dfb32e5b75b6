import { inputError } from '../errors/index.js';
import { effective } from './balances.js';
import { flowsOf, totalOf } from './flows.js';
import type { LedgerAccount, LedgerTransfer } from './types.js';

export interface YieldAnswer {
  balances: Record<string, number>;
  /** Out over in for every place that something entered; losses do not count as out. */
  stepYields: Record<string, number>;
  /** What has left the place in good order, and what is still in it while it is open, over the meat block. */
  runningYields: Record<string, number>;
  /** Balance of open places, mg. */
  stillThereMg: number;
  /** Signed balance of closed places, mg: in − out − explained. */
  unaccountedMg: number;
}

/**
 * Yields and missing mass of a batch from its transfers.
 *
 * @param meatBlock ids of the accounts whose net outflow is the meat block
 * @throws InputError when a transfer names an unknown account or a bad amount, or no meat has moved
 */
export function yields(input: {
  accounts: readonly LedgerAccount[];
  meatBlock: readonly string[];
  transfers: readonly LedgerTransfer[];
}): YieldAnswer {
  const accounts = new Map(input.accounts.map((a) => [a.id, a]));
  input.transfers.forEach((t, i) => {
    for (const end of ['from', 'to'] as const) {
      if (!accounts.has(t[end])) {
        throw inputError(`transfers[${i}].${end}`, `There is no account "${t[end]}".`);
      }
    }
    if (!Number.isSafeInteger(t.amount) || t.amount <= 0) {
      throw inputError(`transfers[${i}].massMg`, 'A mass must be a whole number of milligrams above 0.');
    }
  });
  const flows = flowsOf(effective(input.transfers));
  const meatMg = -input.meatBlock.reduce((sum, id) => sum + flows.balance(id), 0);
  const answer: YieldAnswer = {
    balances: Object.fromEntries(input.accounts.map((a) => [a.id, flows.balance(a.id)])),
    stepYields: {},
    runningYields: {},
    stillThereMg: 0,
    unaccountedMg: 0,
  };
  for (const account of input.accounts) {
    if (account.kind !== 'place') continue;
    const inMg = totalOf(flows.to(account.id));
    const outMg = totalOf(flows.from(account.id).filter((t) => goesOn(accounts.get(t.to))));
    const balance = flows.balance(account.id);
    if (account.closed) answer.unaccountedMg += balance;
    else answer.stillThereMg += balance;
    if (inMg > 0) answer.stepYields[account.id] = outMg / inMg;
    if (inMg > 0 && meatMg > 0) {
      answer.runningYields[account.id] = (outMg + (account.closed ? 0 : balance)) / meatMg;
    }
  }
  return answer;
}

/** Whether mass that came there has not gone. */
function goesOn(account: LedgerAccount | undefined): boolean {
  return account?.kind === 'place' || account?.kind === 'lot';
}

/**
 * A closed step's balance once the scales' own error is allowed for: 0 inside the sum of the
 * divisions of the scales used, the balance itself outside.
 */
export function beyondScaleError(balanceMg: number, divisionsMg: number): number {
  return Math.abs(balanceMg) <= divisionsMg ? 0 : balanceMg;
}
