export { BackupSign } from './BackupSign.js';
export { ConditionSign } from './ConditionSign.js';
export { ShopPlaces } from './ShopPlaces.js';
export { HygieneSign } from './HygieneSign.js';
export { WrongTries } from './WrongTries.js';
