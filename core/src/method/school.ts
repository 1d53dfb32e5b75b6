import type { WorkingDocument } from '../recipe/document.js';

/** One side of a question. */
export interface Choice {
  id: string;
  title: string;
  /** Why this side does it, one line. */
  why: string;
  holds: (document: WorkingDocument) => boolean;
  apply: (document: WorkingDocument) => WorkingDocument;
}

/** A question that people who know this work answer differently; a recipe picks. */
export interface School {
  id: string;
  question: string;
  /** Whether the question arises for this recipe. */
  arises: (document: WorkingDocument) => boolean;
  choices: readonly Choice[];
}

export function choice(
  id: string,
  title: string,
  why: string,
  holds: Choice['holds'],
  apply: Choice['apply'],
): Choice {
  return { id, title, why, holds, apply };
}
