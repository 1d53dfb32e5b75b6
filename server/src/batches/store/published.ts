import type { RecipeDocument } from '@zest/contract';

const KEPT = 500;
const known = new Map<string, RecipeDocument>();

/** A published document as it was read before: versions never change, so each process may keep them. */
export function publishedDocument(versionId: string, read: () => RecipeDocument): RecipeDocument {
  const document = known.get(versionId) ?? read();
  if (known.size >= KEPT) known.clear();
  known.set(versionId, document);
  return document;
}
