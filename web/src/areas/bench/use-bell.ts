import { useEffect } from 'react';

const EVERY_MS = 2500;

/** Rings while something is due: two short tones, where the browser lets a page make a sound. */
export function useBell(ringing: boolean): void {
  useEffect(() => {
    if (!ringing || !('AudioContext' in window)) return;
    const audio = new AudioContext();
    const ring = () => {
      for (const [delay, pitch] of [
        [0, 880],
        [0.28, 660],
      ] as const) {
        const tone = audio.createOscillator();
        const loudness = audio.createGain();
        tone.frequency.value = pitch;
        loudness.gain.setValueAtTime(0.2, audio.currentTime + delay);
        loudness.gain.exponentialRampToValueAtTime(0.001, audio.currentTime + delay + 0.25);
        tone.connect(loudness).connect(audio.destination);
        tone.start(audio.currentTime + delay);
        tone.stop(audio.currentTime + delay + 0.26);
      }
    };
    ring();
    const timer = window.setInterval(ring, EVERY_MS);
    return () => {
      window.clearInterval(timer);
      void audio.close();
    };
  }, [ringing]);
}
