export { GoodsCountDialog } from './goods/GoodsCountDialog.js';
export { LotsOfItem } from './goods/LotsOfItem.js';
export { ReceiveGoodsDialog } from './goods/ReceiveGoodsDialog.js';
export { amount, runsOut } from './goods/goods-words.js';
export { NewCasingDialog } from './goods/NewCasingDialog.js';
export { NewIngredientDialog } from './goods/NewIngredientDialog.js';
export { FatTest } from './lot/FatTestDialog.js';
