import { MG_PER_KG, type PlanInput, type PlanTrim, type PlanUse } from '@zest/core';
import type { BatchView, BlendSettings, RecipeDocument, TrimLot } from '@zest/contract';
import { DIVISION_KG, toTrim, whyNot } from '../blend/index.js';

/**
 * The question what to weigh in besides what is weighed in: the weighed parts fixed, the free stock
 * with what this batch itself has set aside.
 */
export function replanInput(
  sheet: BatchView,
  lots: readonly TrimLot[],
  recipe: Pick<RecipeDocument, 'speciesRules' | 'confidence'>,
): PlanInput {
  const meats = sheet.lines.filter((l) => l.kind === 'meat');
  const settings: BlendSettings = {
    meatMg: sheet.plannedMeatMg,
    window: sheet.window,
    confidence: recipe.confidence,
    locks: {},
    useFirst: [],
    leaveOut: [],
    wholeBoxes: false,
    maxTrims: null,
    leastUseMg: 500_000,
    objective: { cost: 1, age: 0, trims: 0 },
    speciesRules: recipe.speciesRules,
    owner: sheet.owner,
  };
  const offered = lots.flatMap((lot): PlanTrim[] => {
    const line = meats.find((l) => l.lotId === lot.id);
    const ours = line ? Math.max(0, line.dueMg - line.weighedMg) : 0;
    const withOurs = { ...lot, freeMg: lot.freeMg + ours };
    return whyNot(withOurs, settings) === undefined ? [toTrim(withOurs, settings)] : [];
  });
  const weighed = meats.flatMap((line): PlanTrim[] => {
    const lot = lots.find((l) => l.id === line.lotId);
    if (line.weighedMg === 0) return [];
    const kg = line.weighedMg / MG_PER_KG;
    return [
      {
        id: `${line.lotId} weighed`,
        lot: line.lotId,
        species: lot?.species ?? '',
        fatPct: lot?.fatPct ?? sheet.plannedFatPct,
        fatSd: lot?.fatSd ?? sheet.fatSd,
        pricePerKg: (lot?.priceMinorPerKg ?? 0) / 100,
        availableKg: kg,
        lockedKg: kg,
        ...(sheet.owner === null ? {} : { owner: sheet.owner }),
      },
    ];
  });
  return {
    batchKg: sheet.plannedMeatMg / MG_PER_KG,
    window: sheet.window,
    confidence: recipe.confidence,
    speciesRules: recipe.speciesRules,
    divisionKg: DIVISION_KG,
    dropBelowKg: 0.5,
    ...(sheet.owner === null ? {} : { owner: sheet.owner }),
    trims: [...offered, ...weighed],
  };
}

/** The plan's uses by lot, what is weighed and what is still to come taken together. */
export function replanUses(
  uses: readonly PlanUse[],
  trims: readonly PlanTrim[],
): { lotId: string; massMg: number }[] {
  const lotOf = new Map(trims.map((t) => [t.id, t.lot ?? t.id]));
  const byLot = new Map<string, number>();
  for (const use of uses) {
    const lotId = lotOf.get(use.id) ?? use.id;
    byLot.set(lotId, (byLot.get(lotId) ?? 0) + use.massMg);
  }
  return [...byLot].map(([lotId, massMg]) => ({ lotId, massMg }));
}
