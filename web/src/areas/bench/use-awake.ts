import { useEffect } from 'react';

/** Keeps the screen on where work is done, as far as the device lets it; comes back when the page is seen again. */
export function useAwake(): void {
  useEffect(() => {
    let lock: WakeLockSentinel | undefined;
    let isOver = false;
    const keep = async () => {
      if (document.visibilityState !== 'visible' || !('wakeLock' in navigator)) return;
      const kept = await navigator.wakeLock.request('screen').catch(() => undefined);
      if (isOver) await kept?.release();
      else lock = kept;
    };
    const seen = () => void keep();
    seen();
    document.addEventListener('visibilitychange', seen);
    return () => {
      isOver = true;
      document.removeEventListener('visibilitychange', seen);
      void lock?.release();
    };
  }, []);
}
