export { SHOP, addAccounts, addBalanceRows, lossAccount, type NewAccount } from './accounts.js';
export { postTransfers, type NewTransfer } from './post.js';
export { consume, releaseAll, reserve } from './reservations.js';
export { verifyLedger } from './verify.js';
