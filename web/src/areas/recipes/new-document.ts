import { METHOD_TEMPLATES } from '@zest/core';
import type { RecipeDraft } from '@zest/contract';

export type EditorDocument = RecipeDraft['document'];

/** An empty recipe with one of the starting methods. */
export function newDocument(templateId: string): EditorDocument {
  const template = METHOD_TEMPLATES.find((t) => t.id === templateId) ?? METHOD_TEMPLATES[0];
  const state = template?.state ?? 'raw';
  return {
    state,
    window: state === 'raw' ? { minPct: 20, maxPct: 28 } : { minPct: 20, maxPct: 27 },
    confidence: 0.8,
    claims: [],
    speciesRules: [],
    usualMeatMg: 0,
    mixerCapacityKg: 30,
    stufferCapacityKg: 12,
    basis: 'meat',
    hotness: [],
    lines: [],
    steps: (template?.steps ?? []).map((step) => ({ ...step })),
    casing: null,
    linkMassG: null,
    linkLengthMm: null,
  };
}
