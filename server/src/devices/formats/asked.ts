import { massOf, type ScaleFormat } from './types.js';

/** Asked with `SI`, it answers `S S     12.340 kg`, `S D …` while it moves, `S +` when it is too much. From memory. */
export const ASKED: ScaleFormat = {
  ask: 'SI\r\n',
  tare: 'T\r\n',
  read: (line, unit) => {
    const text = line.trim();
    if (/^S \+$/.test(text)) return { kind: 'overload' };
    const match = /^S ([SD])\s+([+-]?\d*\.?\d+)\s*(kg|g|lb|oz)?$/i.exec(text);
    const netMg = match ? massOf(match[2] ?? '', match[3] ?? unit) : undefined;
    return netMg === undefined ? undefined : { kind: 'weight', netMg, stable: match?.[1] === 'S' };
  },
};
