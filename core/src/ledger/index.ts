export { LOSSES, LOSS_REASONS, leavesAs, lossReason, type LossReason } from './losses.js';
export { FIXED_ACCOUNTS, SHOP_ACCOUNTS } from './shop-accounts.js';
export { flowsOf, totalOf } from './flows.js';
export { once } from './once.js';
export { balances, effective } from './balances.js';
export { batchCost, type PriceList } from './cost.js';
export {
  MATERIALS,
  ribbon,
  type Composition,
  type Material,
  type RibbonStation,
  type Sliver,
} from './ribbon.js';
export type { AccountId, LotId } from './ids.js';
export type { AccountKind, LedgerAccount, LedgerTransfer, Measure } from './types.js';
export { beyondScaleError, yields, type YieldAnswer } from './yields.js';
