import { unstatedOf } from '@zest/core';
import type { LibraryItem } from '@zest/contract';
import type { Units } from '../../../ui/units.js';

/** What it is made of, as far as limits, label and taste are concerned. */
export function holdsWords(item: LibraryItem, units: Units): string {
  if (!item.typed) return 'nobody has said whether it is salt, cure or neither';
  const { contents } = item;
  const parts = [
    ['salt', contents.saltPct],
    ['nitrite', contents.nitritePct],
    ['nitrate', contents.nitratePct],
    ['sugar', contents.sugarPct],
    ['fat', contents.fatPct],
    ['binder', contents.binderPct],
  ] as const;
  const missing = unstatedOf(item).filter((s) => s !== 'kind');
  return [
    ...parts
      .filter(([, pct]) => pct > 0)
      .map(([name, pct]) => `${name} ${units.percent(pct, pct < 2 ? 2 : 0)}`),
    ...(item.packet ? [`${item.packet.netG} g seasons ${item.packet.seasonsKg} kg`] : []),
    ...(item.piece ? [`pieces of ${item.piece.mm} mm, ${item.piece.melting}`] : []),
    ...item.allergens.map((a) => a.toUpperCase()),
    ...(item.mayContain ? ['may contain allergens: not stated'] : []),
    ...(missing.length > 0 ? [`not stated: ${missing.join(', ')}`] : []),
  ].join(' · ');
}
