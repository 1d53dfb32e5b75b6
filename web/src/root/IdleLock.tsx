import { useEffect } from 'react';
import { isShared, noteSignedIn } from '../data/shared-device.js';
import { useLeave, usePerson } from '../data/session.js';

/** A shared device that nobody touches for so long asks again who is there. */
const IDLE_MS = 10 * 60_000;
const SIGNS_OF_LIFE = ['pointerdown', 'keydown', 'wheel'] as const;

/**
 * Whoever may sign, price or look into everything does not stay signed in at a device of several once nobody touches
 * it. A hand at the bench stays in through the shift: hands are wet and away for long.
 */
export function IdleLock() {
  const { id, role } = usePerson();
  const leave = useLeave();
  useEffect(() => {
    noteSignedIn(localStorage, id);
    if (role === 'bench' || !isShared(localStorage)) return;
    let timer: number;
    const touched = () => {
      window.clearTimeout(timer);
      timer = window.setTimeout(() => void leave(), IDLE_MS);
    };
    touched();
    for (const sign of SIGNS_OF_LIFE) window.addEventListener(sign, touched, { passive: true });
    return () => {
      window.clearTimeout(timer);
      for (const sign of SIGNS_OF_LIFE) window.removeEventListener(sign, touched);
    };
  }, [id, role, leave]);
  return null;
}
