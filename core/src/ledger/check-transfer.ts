import { inputError } from '../errors/index.js';
import type { LedgerAccount, LedgerTransfer } from './types.js';

/**
 * Refuses a transfer that could not be true: an amount that is not a whole number above 0, the same
 * account twice, two measures, or a reversal that is not the exact mirror of what it takes back.
 */
export function checkTransfer(
  transfer: LedgerTransfer,
  from: LedgerAccount,
  to: LedgerAccount,
  reversed?: LedgerTransfer,
): void {
  if (!Number.isSafeInteger(transfer.amount) || transfer.amount <= 0) {
    throw inputError('amount', 'An amount must be a whole number above 0.');
  }
  if (from.id === to.id) throw inputError('to', 'Mass cannot move from an account to itself.');
  if (from.measure !== to.measure) {
    throw inputError(
      'to',
      `${from.name} is kept in ${from.measure}, ${to.name} in ${to.measure}; nothing can move between them.`,
    );
  }
  if (reversed && !isMirror(transfer, reversed)) {
    throw inputError('reversesId', 'A reversal must move the same amount back between the same accounts.');
  }
}

function isMirror(a: LedgerTransfer, b: LedgerTransfer): boolean {
  return a.from === b.to && a.to === b.from && a.amount === b.amount && a.reversesId === b.id;
}
