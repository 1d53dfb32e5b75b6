import type { TrimLot } from '@zest/contract';
import { shortName } from './settings.js';

/** A lot as it is spoken of: its trim and its code. */
export function lotName(lots: readonly TrimLot[], id: string): string {
  const lot = lots.find((l) => l.id === id);
  return lot ? `${lot.trimName} ${lot.code}` : id;
}

/** A lot in a tight place: its trim without the lean/fat figure, and its code. */
export function briefName(lots: readonly TrimLot[], id: string): string {
  const lot = lots.find((l) => l.id === id);
  return lot ? `${shortName(lot)} ${lot.code}` : id;
}

/** A sentence of the planner with the names of the lots in place of their ids. */
export function withNames(sentence: string, lots: readonly TrimLot[]): string {
  return lots.reduce((text, lot) => text.replaceAll(lot.id, `${lot.trimName} ${lot.code}`), sentence);
}
