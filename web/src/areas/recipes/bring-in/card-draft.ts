import { entryStep, readDose, type Card, type CardLine, type DoseReading, type Ingredient } from '@zest/core';
import { freeKey, withDose, withIngredient, type EditorLine } from '../editor/line-edits.js';
import { newDocument, type EditorDocument } from '../new-document.js';

/** What was resolved of a line before the draft is made. */
export interface Resolved {
  ingredientId?: string;
  gPerKg?: number;
  /** The grams were weighed, not chosen between two densities. */
  weighed?: boolean;
}

/** What a line of a card comes to once its ingredient is chosen. */
export interface LineSoFar {
  ingredient: Ingredient | undefined;
  reading: DoseReading;
  /** Grams that were resolved by hand and still hold. */
  gPerKg: number | undefined;
}

/**
 * A line with what was resolved of it. Where the ingredient turns out to be a cure, a spoon is refused
 * after all, and only grams that were weighed stand.
 */
export function resolveLine(
  line: CardLine,
  resolved: Resolved,
  batchKg: number | null,
  library: ReadonlyMap<string, Ingredient>,
): LineSoFar {
  const ingredient = library.get(resolved.ingredientId ?? line.ingredientId ?? '');
  const cure =
    ingredient !== undefined && ingredient.contents.nitritePct + ingredient.contents.nitratePct > 0;
  if (!cure) return { ingredient, reading: line.reading, gPerKg: resolved.gPerKg };
  const reading = readDose(line.amount, {
    name: ingredient.name,
    role: ingredient.role,
    facts: ingredient,
    ...(batchKg === null ? {} : { batchKg }),
    basis: 'meat',
  });
  return { ingredient, reading, gPerKg: resolved.weighed ? resolved.gPerKg : undefined };
}

/** A draft of what was read from a card, with what was resolved by hand; doubts go along. */
export function draftOfCard(
  card: Card,
  resolved: Readonly<Record<number, Resolved>>,
  templateId: string,
  library: ReadonlyMap<string, Ingredient>,
): EditorDocument {
  const document: EditorDocument = {
    ...newDocument(templateId),
    usualMeatMg: Math.round((card.batchKg ?? 0) * 1e6),
    ...(card.batchText && /^\d/.test(card.batchText) ? { usualText: card.batchText.slice(0, 60) } : {}),
  };
  card.lines.forEach((line, i) => {
    document.lines.push(
      toEditorLine(line, resolveLine(line, resolved[i] ?? {}, card.batchKg, library), document),
    );
  });
  return document;
}

function toEditorLine(
  line: CardLine,
  { ingredient, reading, gPerKg }: LineSoFar,
  document: EditorDocument,
): EditorLine {
  const blank: EditorLine = {
    key: freeKey(ingredient?.name ?? line.name, document),
    ingredientId: null,
    name: line.name.slice(0, 80),
    role: ingredient?.role ?? line.role,
    dose: null,
    required: true,
    entersAt: entryStep(document.steps, ingredient?.role ?? line.role),
  };
  const dosed = withDose(blank, reading);
  const { doubt: _doubt, ...rest } = dosed;
  const chosen = gPerKg === undefined ? dosed : { ...rest, dose: { gPerKgMeat: gPerKg } };
  return ingredient ? withIngredient(chosen, ingredient) : chosen;
}
