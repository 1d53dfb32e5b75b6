import { asMeant, type DayInput, type PlanTrim } from '@zest/core';
import type { BlendDraft, BlendSettings, TrimLot } from '@zest/contract';
import { DIVISION_KG, toTrim, whyNot } from '../settings.js';

/** Drafts and cold room as the question to the day's planner. */
export function dayInput(planned: readonly BlendDraft[], lots: readonly TrimLot[]): DayInput {
  const stock = new Map<string, PlanTrim>();
  for (const draft of planned) {
    for (const lot of lots) {
      if (stock.has(lot.id) || whyNot(lot, anySpecies(draft.settings)) !== undefined) continue;
      stock.set(lot.id, toTrim(lot, { ...draft.settings, locks: {} }));
    }
  }
  return {
    stock: [...stock.values()],
    divisionKg: DIVISION_KG,
    dropBelowKg: 0.5,
    batches: planned.map((draft) => {
      const { settings } = draft;
      return {
        id: draft.id,
        priority: draft.priority,
        batchKg: settings.meatMg / 1e6,
        window: settings.window,
        confidence: settings.confidence,
        speciesRules: asMeant(
          settings.speciesRules,
          lots.map((l) => l.species),
        ),
        ...(settings.maxTrims === null ? {} : { maxTrims: settings.maxTrims }),
        ...(settings.owner === null ? {} : { owner: settings.owner }),
      };
    }),
  };
}

/** Species rules are rows of each batch's own model; lots are offered to the day whatever they are. */
function anySpecies(settings: BlendSettings): BlendSettings {
  return { ...settings, speciesRules: [] };
}
