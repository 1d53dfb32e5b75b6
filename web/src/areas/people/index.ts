export { BackupSign } from './BackupSign.js';
export { ShopPlaces } from './ShopPlaces.js';
export { WrongTries } from './WrongTries.js';
