import { inWindow } from '../in-window.js';
import { mixture } from '../mixture.js';
import { DEFAULT_FAT_SD, type FatPart, type FatWindow } from '../types.js';

export interface OffTrim {
  id: string;
  /** Fat of the blend, and its chance of being inside, if this trim is one uncertainty leaner or fatter. */
  leaner: { fatPct: number; chance: number };
  fatter: { fatPct: number; chance: number };
  /** Points of the blend's variance that come from this trim, 0–1. */
  shareOfDoubt: number;
  /** Chance of being inside once a laboratory has confirmed this trim's figure. */
  chanceIfTested: number;
}

/**
 * What happens to a blend if one fat figure is off by its uncertainty, for every trim with one, the
 * trim whose test would help most first.
 */
export function fatSensitivity(parts: readonly (FatPart & { id: string })[], window: FatWindow): OffTrim[] {
  const whole = mixture(parts);
  const judge = (changed: readonly FatPart[]) => {
    const blend = mixture(changed);
    return { fatPct: blend.fatPct, chance: inWindow(blend.fatPct, blend.fatSd, window) };
  };
  const swap = (id: string, change: Partial<FatPart>) =>
    parts.map((p) => (p.id === id ? { ...p, ...change } : p));
  return parts
    .filter((part) => part.massKg > 0 && (part.fatSd ?? 0) > 0)
    .map((part) => {
      const sd = part.fatSd ?? 0;
      const at = (fatPct: number) =>
        judge(swap(part.id, { fatPct: Math.min(100, Math.max(0, fatPct)), fatSd: 0 }));
      const mine = ((part.massKg / whole.massKg) * sd) ** 2;
      return {
        id: part.id,
        leaner: at(part.fatPct - sd),
        fatter: at(part.fatPct + sd),
        shareOfDoubt: whole.fatSd > 0 ? mine / whole.fatSd ** 2 : 0,
        chanceIfTested: judge(swap(part.id, { fatSd: Math.min(sd, DEFAULT_FAT_SD.lab) })).chance,
      };
    })
    .sort((a, b) => b.chanceIfTested - a.chanceIfTested || b.shareOfDoubt - a.shareOfDoubt);
}
