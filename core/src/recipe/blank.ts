import type { WorkingDocument } from './document.js';

/** A recipe of which nothing is known but its method and perhaps its lines. Its kind, its meat and its fat are asked. */
export function blankDocument(
  known: Pick<WorkingDocument, 'state' | 'steps'> &
    Partial<Pick<WorkingDocument, 'lines' | 'stufferCapacityKg'>>,
): WorkingDocument {
  return {
    window: { minPct: 0, maxPct: 100 },
    confidence: 0.8,
    claims: [],
    speciesRules: [],
    usualMeatMg: 0,
    mixerCapacityKg: 30,
    basis: 'meat',
    hotness: [],
    lines: [],
    casing: null,
    linkMassG: null,
    linkLengthMm: null,
    ...known,
  };
}
