import { useEffect, useSyncExternalStore } from 'react';
import type { PracticeNeed } from '@zest/core';

interface Asked {
  /** Changes when something else is asked for. */
  key: string;
  need: PracticeNeed;
}

let asked: Asked | undefined;
const listeners = new Set<() => void>();

function set(next: Asked | undefined): void {
  asked = next;
  for (const listener of listeners) listener();
}

/** Says what the screen waits for, while it is shown, so that practice can deliver it. */
export function usePracticeNeed(key: string, need: PracticeNeed | undefined): void {
  const text = JSON.stringify(need);
  useEffect(() => {
    if (text === undefined) return;
    set({ key: `${key} ${text}`, need: JSON.parse(text) as PracticeNeed });
    return () => set(undefined);
  }, [key, text]);
}

/** What the screen waits for now. */
export function useAsked(): Asked | undefined {
  return useSyncExternalStore(
    (notify) => {
      listeners.add(notify);
      return () => {
        listeners.delete(notify);
      };
    },
    () => asked,
  );
}
