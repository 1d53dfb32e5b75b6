export {
  HEAT_STATES,
  LOT_FORMS,
  MEAT_STATES,
  arrivalLimit,
  type ColdInput,
  type HeatState,
  type LotForm,
  type MeatState,
} from './arrival.js';
export { chillClock, clockOf, type ChillClock, type ChillEvent, type TimeOut } from './chill-clock.js';
export { cookOut, type CookOutSample } from './cook-out.js';
export { readDelivery, DELIVERY_COLUMNS, type DeliveryLine, type DeliveryShop } from './delivery.js';
export { READINGS_AGREE_C, canHaveChilled } from './chilling.js';
export { fatAfter } from './fat-after.js';
export {
  LOT_DEEDS,
  THAWED_DAYS,
  heldFor,
  lifeOf,
  mayNot,
  mayNotBecome,
  neverBetter,
  thawedDayWrong,
  type LotDeed,
  type LotLife,
} from './lot-life.js';
export {
  PORK_COOKED_C,
  mayCarryParasites,
  parasiteWords,
  parasitesWrong,
  type ParasiteRecord,
} from './parasites.js';
export { PART_MODES, partLot, unmixed, weighedApartMg, type PartMode } from './part.js';
export { fatStories, type FatBase, type FatStory, type FatTest } from './fat-history.js';
export { daysLeft, urgency, type Urgency } from './outlook.js';
export { PART_GOES_TO, PREPARATIONS, prepare, type Preparation, type Prepared } from './prepare.js';
