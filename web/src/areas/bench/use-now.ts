import { useEffect, useState } from 'react';
import { deviceNow } from '../../data/device-time.js';

/** The time, once a second. */
export function useNow(active = true): number {
  const [now, setNow] = useState(deviceNow);
  useEffect(() => {
    if (!active) return;
    const timer = window.setInterval(() => setNow(deviceNow()), 1000);
    return () => window.clearInterval(timer);
  }, [active]);
  return now;
}
