export { SHOP, addAccounts, addBalanceRows, lossAccount, type NewAccount } from './accounts.js';
export { postLocked, postTransfers, stockLock, type NewTransfer, type StockRow } from './post.js';
export { consume, release, releaseAll, reserve } from './reservations.js';
export { verifyLedger } from './verify.js';
