export { addSupply } from './commands/goods.js';
export { coldRoomRoutes } from './routes.js';
export { addEvent, addParent, makeLot, stockLot, stockTransfer } from './store/lot-writes.js';
export { prepareLot } from './commands/prepare-lot.js';
export { countLot } from './commands/stock-take.js';
export { receiveLot } from './commands/receive.js';
export { insertCasing, insertIngredient, insertTrim } from './store/kinds.js';
export { nextLotCode } from './store/lots.js';
