import { METHOD_TEMPLATES, blankDocument, type Machines } from '@zest/core';
import type { RecipeDraft } from '@zest/contract';

export type EditorDocument = RecipeDraft['document'];

/** An empty recipe with one of the starting methods, for the machines of the shop. */
export function newDocument(templateId: string, machines: Machines): EditorDocument {
  const template = METHOD_TEMPLATES.find((t) => t.id === templateId) ?? METHOD_TEMPLATES[0];
  return {
    ...blankDocument({
      state: template?.state ?? 'raw',
      steps: (template?.steps ?? []).map((step) => ({ ...step })),
      stufferCapacityKg: machines.stufferKg,
    }),
    mixerCapacityKg: machines.mixerKg,
  };
}
