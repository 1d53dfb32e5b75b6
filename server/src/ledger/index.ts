export { addAccounts, addBalanceRows, lossAccount, type NewAccount } from './store/accounts.js';
export { numberFact, touchBatch, touchBatchesOfLot } from './store/numbers.js';
export { postTransfers, type NewTransfer } from './store/post.js';
export { consume, heldOf, holdAgain, release, releaseAll, reserve } from './store/reservations.js';
export { STOCKED } from './store/stocked.js';
export { verifyLedger } from './store/verify.js';
