export { coldRoomRoutes } from './routes.js';
export { stockLot } from './receive.js';
export { nextLotCode } from './store.js';
