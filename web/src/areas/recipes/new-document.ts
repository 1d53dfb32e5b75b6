import { METHOD_TEMPLATES, blankDocument, startingCapacities, type Machine } from '@zest/core';
import type { RecipeDraft } from '@zest/contract';

export type EditorDocument = RecipeDraft['document'];

/** An empty recipe with one of the starting methods, for the machines of the shop. */
export function newDocument(templateId: string, machines: readonly Machine[]): EditorDocument {
  const { mixerKg, stufferKg } = startingCapacities(machines);
  const template = METHOD_TEMPLATES.find((t) => t.id === templateId) ?? METHOD_TEMPLATES[0];
  return {
    ...blankDocument({
      state: template?.state ?? 'raw',
      steps: (template?.steps ?? []).map((step) => ({ ...step })),
      stufferCapacityKg: stufferKg,
    }),
    mixerCapacityKg: mixerKg,
  };
}
