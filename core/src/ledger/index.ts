export { balances, effective } from './balances.js';
export { checkTransfer } from './check-transfer.js';
export { batchCost, type PriceList } from './cost.js';
export {
  MATERIALS,
  ribbon,
  type Composition,
  type Material,
  type RibbonStation,
  type Sliver,
} from './ribbon.js';
export {
  ACCOUNT_KINDS,
  MEASURES,
  type AccountKind,
  type LedgerAccount,
  type LedgerTransfer,
  type Measure,
} from './types.js';
export { beyondScaleError, yields, type YieldAnswer } from './yields.js';
