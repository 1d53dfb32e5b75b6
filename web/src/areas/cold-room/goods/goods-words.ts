import type { StockItem } from '@zest/contract';
import type { Units } from '../../../ui/units.js';

/** In how many days nothing of it is left, as it was used in the last four weeks. */
export function runsOut(item: StockItem): string {
  if (item.isSupply) return '';
  if (item.free <= 0) return 'nothing free';
  if (item.daysLeft === null) return 'not used lately';
  const days = Math.floor(item.daysLeft);
  return days > 90 ? 'in over 3 months' : `in about ${days} days`;
}

/** So much of an item: casing by its length, the rest by weight. */
export function amount(item: StockItem, value: number, units: Units): string {
  return item.measure === 'mm' ? units.length(value) : units.mass(value, 10_000);
}
