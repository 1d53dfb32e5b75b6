import { useEffect, useRef, useState } from 'react';
import { NO_LAG, learnLag, stopShortMg, type HandLag, type Material } from '@zest/core';
import { usePerson } from '../../../data/session.js';

/** What is known of every hand at this device since it was opened, by what it pours: water runs on longer than salt. */
const KNOWN = new Map<string, HandLag>();

interface LagNow {
  material: Material;
  dueMg: number;
  lowMg: number;
  valueMg: number;
  stable: boolean;
}

/** Where this hand stops for the dose that is poured now, and what a taken weight teaches of it. */
export function useHandLag(now: LagNow): { stopAtMg: number | undefined; taken: (massMg: number) => void } {
  const key = `${usePerson().id} ${now.material}`;
  const [lag, setLag] = useState(() => KNOWN.get(key) ?? NO_LAG);
  const rested = useRef(false);
  const { stable, valueMg, dueMg, lowMg } = now;
  useEffect(() => {
    // It stood still short of its band: it is poured in two goes.
    if (stable && valueMg > dueMg / 2 && valueMg < lowMg) rested.current = true;
    else if (valueMg === 0) rested.current = false;
  }, [stable, valueMg, dueMg, lowMg]);
  const current = KNOWN.get(key) ?? lag;
  return {
    stopAtMg: current.part > 0 && dueMg > 0 ? stopShortMg(dueMg, current) : undefined,
    taken: (massMg) => {
      const next = learnLag(current, { dueMg, takenMg: massMg, rested: rested.current });
      KNOWN.set(key, next);
      rested.current = false;
      setLag(next);
    },
  };
}
