import type { ProbeFormat } from './types.js';

/** Freezing point in °F, and °F to one °C. */
const FREEZING_F = 32;
const F_PER_C = 1.8;

/** `CH2: 71.3 C`, `2,71.3`, or `71.3 C` where there is one channel; `OPEN`, `OL` or dashes where nothing is plugged in. */
export const NUMBERED: ProbeFormat = {
  read: (line) => {
    const match =
      /^(?:(?:CH|T)?\s*(\d{1,2})\s*[:=,;]\s*)?([+-]?\d{1,3}(?:\.\d{1,2})?|OPEN|OL|-{2,6})\s*(?:°|deg)?\s*([CF])?$/i.exec(
        line.trim(),
      );
    if (!match) return undefined;
    const channel = match[1] === undefined ? '' : String(Number(match[1]));
    const shown = Number(match[2]);
    if (!Number.isFinite(shown)) return { channel, tempC: null };
    const tempC = match[3]?.toUpperCase() === 'F' ? (shown - FREEZING_F) / F_PER_C : shown;
    return { channel, tempC: Math.round(tempC * 10) / 10 };
  },
};
