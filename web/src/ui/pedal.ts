const KEPT = 'zest-pedal';
/** What a pedal sends where nothing else was taught. */
const USUAL = ' ';

/** The key that the pedal at this device sends. */
export function pedalKey(): string {
  return localStorage.getItem(KEPT) ?? USUAL;
}

/** From now on this key is the pedal, at this device. */
export function teachPedal(key: string): void {
  if (key === USUAL) localStorage.removeItem(KEPT);
  else localStorage.setItem(KEPT, key);
}

/** How a key is called. */
export function keyWords(key: string): string {
  return key === ' ' ? 'Space' : key;
}
