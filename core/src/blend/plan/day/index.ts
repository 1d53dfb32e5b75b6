export { planDay } from './plan-day.js';
export type * from './types.js';
