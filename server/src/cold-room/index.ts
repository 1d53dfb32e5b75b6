export { addSupply } from './goods.js';
export { coldRoomRoutes } from './routes.js';
export { addEvent, addParent, makeLot, stockLot, stockTransfer } from './store/lot-writes.js';
export { prepareLot } from './prepare-lot.js';
export { countLot } from './stock-take.js';
export { receiveLot } from './receive.js';
export { nextLotCode } from './store/lots.js';
