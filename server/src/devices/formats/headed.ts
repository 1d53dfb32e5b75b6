import { massOf, type ScaleFormat } from './types.js';

/** `ST,NT,+  12.340kg`: how it stands, net or gross, the weight with its unit; sent all the time. From memory. */
export const HEADED: ScaleFormat = {
  read: (line, unit) => {
    const text = line.trim();
    if (/^OL\b/i.test(text)) return { kind: 'overload' };
    const match = /^(ST|US)\s*,?\s*(?:(?:GS|NT|G|N)\s*,)?\s*([+-]?[ \d]*\.?\d+)\s*(kg|g|lb|oz)?$/i.exec(text);
    const netMg = match ? massOf(match[2] ?? '', match[3] ?? unit) : undefined;
    if (netMg === undefined) return undefined;
    return { kind: 'weight', netMg, stable: match?.[1]?.toUpperCase() === 'ST' };
  },
};
