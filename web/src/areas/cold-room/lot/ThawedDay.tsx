import { THAWED_DAYS, addDays } from '@zest/core';
import type { LotDetail } from '@zest/contract';
import { DateInput } from '../../../ui/command/index.js';
import { useShopTime } from '../../../ui/shop-time.js';

/** The last day of what is thawed: ice stopped the days that it had, thawing gives it few. */
export function ThawedDay() {
  return <DateInput name="useBy" label={`Use by, ${THAWED_DAYS} days at most`} />;
}

/** The day that is proposed: as far off as thawed meat keeps, and no later than what the lot has by itself. */
export function useThawedDay({ useBy, frozenOn }: LotDetail): { day: string; asksWhy: boolean } {
  const today = useShopTime().today();
  const latest = addDays(today, THAWED_DAYS);
  const isLonger = useBy !== null && useBy < latest;
  const day = isLonger && frozenOn === null && useBy >= today ? useBy : latest;
  return { day, asksWhy: isLonger && frozenOn === null };
}
