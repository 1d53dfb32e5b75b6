import { useQuery } from '@tanstack/react-query';
import { useEffect, useRef } from 'react';
import { queries } from '../../../data/queries.js';
import type { Typed } from '../typed.js';

const KEY = 'zest-practice';

/** How somebody practises in this tab. */
export interface Practice {
  on: boolean;
  speed: number;
  disasters: boolean;
}

export function practiceNow(): Practice {
  const kept = sessionStorage.getItem(KEY);
  return kept ? (JSON.parse(kept) as Practice) : { on: false, speed: 1, disasters: false };
}

export function keepPractice(practice: Practice): void {
  sessionStorage.setItem(KEY, JSON.stringify(practice));
}

/** In practice there is nothing to measure: a figure that a hand would count is typed for it, once. */
export function usePracticeFigure(text: string, typed: Typed): void {
  const health = useQuery(queries.health);
  const isOn = health.data?.demo === true && practiceNow().on;
  const given = useRef(false);
  const { press } = typed;
  useEffect(() => {
    if (!isOn || given.current || text === '') return;
    given.current = true;
    for (const key of text) press(key);
  }, [isOn, text, press]);
}
