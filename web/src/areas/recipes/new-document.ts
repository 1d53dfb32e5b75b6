import { METHOD_TEMPLATES, blankDocument } from '@zest/core';
import type { RecipeDraft } from '@zest/contract';

export type EditorDocument = RecipeDraft['document'];

/** An empty recipe with one of the starting methods. */
export function newDocument(templateId: string): EditorDocument {
  const template = METHOD_TEMPLATES.find((t) => t.id === templateId) ?? METHOD_TEMPLATES[0];
  return blankDocument({
    state: template?.state ?? 'raw',
    steps: (template?.steps ?? []).map((step) => ({ ...step })),
    stufferCapacityKg: 12,
  });
}
