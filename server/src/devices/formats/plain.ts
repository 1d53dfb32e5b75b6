import { massOf, type ScaleFormat } from './types.js';

/** `  12.340 kg`, nothing but the figure; a `?` behind it says that it moves. From memory. */
export const PLAIN: ScaleFormat = {
  read: (line, unit) => {
    const match = /^([+-]?\s*\d*\.?\d+)\s*(kg|g|lb|oz)?\s*(\?)?$/i.exec(line.trim());
    const netMg = match ? massOf(match[1] ?? '', match[2] ?? unit) : undefined;
    if (netMg === undefined) return undefined;
    return { kind: 'weight', netMg, ...(match?.[3] === '?' ? { stable: false } : {}) };
  },
};
