/** Percent of fat-free muscle; from memory, checked in the tests against a national composition table. */
const FAT_FREE_MUSCLE = { waterPct: 77, proteinPct: 21.5 } as const;

/**
 * Water and protein of raw meat from its fat: the fat-free part of muscle is much the same in every
 * cut. Skin, rind and organs do not follow it.
 * @example leanComposition(20).proteinPct // 17.2
 */
export function leanComposition(fatPct: number): { waterPct: number; proteinPct: number } {
  const lean = 1 - fatPct / 100;
  return { waterPct: FAT_FREE_MUSCLE.waterPct * lean, proteinPct: FAT_FREE_MUSCLE.proteinPct * lean };
}
