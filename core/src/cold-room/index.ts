export {
  HEAT_STATES,
  MEAT_STATES,
  arrivalLimit,
  type ArrivalInput,
  type HeatState,
  type MeatState,
} from './arrival.js';
export {
  OUT_OF_CHILL,
  chillClock,
  clockOf,
  type ChillClock,
  type ChillEvent,
  type TimeOut,
} from './chill-clock.js';
export { cookOut, type CookOutSample } from './cook-out.js';
export { readDelivery, DELIVERY_COLUMNS, type DeliveryLine, type DeliveryShop } from './delivery.js';
export { dividedUnmixed, sortingGap } from './divide.js';
export { fatStories, type FatBase, type FatStory, type FatTest } from './fat-history.js';
export { daysLeft, urgency, type Urgency } from './outlook.js';
export { PART_GOES_TO, PREPARATIONS, prepare, type Preparation, type Prepared } from './prepare.js';
