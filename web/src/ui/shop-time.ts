import { useQuery } from '@tanstack/react-query';
import { useMemo } from 'react';
import { shopClock, shopDay } from '@zest/core';
import { deviceTime } from '../data/device-time.js';
import { queries } from '../data/queries.js';

export interface ShopTime {
  zone: string;
  /** The day of an instant where the shop stands, `YYYY-MM-DD`. */
  day: (at: string) => string;
  /** What the clock on the shop's wall shows at an instant, `HH:MM`. */
  clock: (at: string) => string;
  /** The shop's day now. */
  today: () => string;
}

/** Days, dates and clock times are the shop's, wherever the tablet believes it is. */
export function useShopTime(): ShopTime {
  const zone = useQuery(queries.health).data?.timeZone ?? 'UTC';
  return useMemo(
    () => ({
      zone,
      day: (at) => shopDay(zone, at),
      clock: (at) => shopClock(zone, at),
      today: () => shopDay(zone, deviceTime()),
    }),
    [zone],
  );
}
