import {
  entryStep,
  readCardDose,
  traitsOf,
  type Card,
  type CardLine,
  type DoseBasis,
  type DoseReading,
  type Ingredient,
  type Machines,
} from '@zest/core';
import { freeKey, withDose, withIngredient, type EditorLine } from '../editor/line-edits.js';
import { newDocument, type EditorDocument } from '../new-document.js';

/** What was resolved of a line before the draft is made. */
export interface Resolved {
  ingredientId?: string;
  gPerKg?: number;
  /** The grams were weighed, not chosen between two densities. */
  weighed?: boolean;
}

/** What the doses of a card count on: its meat as confirmed, and what a percent is of. */
export interface ReadFor {
  batchKg: number | null;
  basis: DoseBasis | undefined;
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
  { batchKg, basis }: ReadFor,
  library: ReadonlyMap<string, Ingredient>,
): LineSoFar {
  const ingredient = library.get(resolved.ingredientId ?? line.ingredientId ?? '');
  if (!ingredient || resolved.ingredientId === undefined)
    return { ingredient, reading: line.reading, gPerKg: resolved.gPerKg };
  const cure = ingredient.contents.nitritePct + ingredient.contents.nitratePct > 0;
  const named = cure ? { ...line, name: ingredient.name } : line;
  const reading = readCardDose(named, ingredient.role, ingredient, {
    batchKg: batchKg ?? undefined,
    basis,
    numberStyle: undefined,
  });
  return { ingredient, reading, gPerKg: cure && !resolved.weighed ? undefined : resolved.gPerKg };
}

/** A draft of what was read from a card, with what was resolved by hand; doubts go along. */
export function draftOfCard(
  card: Card,
  resolved: Readonly<Record<number, Resolved>>,
  basis: DoseBasis | undefined,
  template: { id: string; machines: Machines },
  library: ReadonlyMap<string, Ingredient>,
): EditorDocument {
  const begun = newDocument(template.id, template.machines);
  const document: EditorDocument = {
    ...begun,
    steps: withNotes(begun.steps, card),
    usualMeatMg: Math.round((card.batchKg ?? 0) * 1e6),
    ...(card.batchText && /^\d/.test(card.batchText) ? { usualText: card.batchText.slice(0, 60) } : {}),
  };
  card.lines.forEach((line, i) => {
    document.lines.push(
      toEditorLine(line, resolveLine(line, resolved[i] ?? {}, { ...card, basis }, library), document),
    );
  });
  return document;
}

/** A note of a step has at most so many letters. */
const NOTE_LETTERS = 300;

/** What stood on the card and is no ingredient goes along as a note at the mixing, where somebody reads it. */
function withNotes(steps: EditorDocument['steps'], { notes }: Card): EditorDocument['steps'] {
  const note = notes
    .map((n) => n.text)
    .join(' · ')
    .slice(0, NOTE_LETTERS);
  const at = Math.max(
    0,
    steps.findIndex((s) => traitsOf(s).machine === 'mixer'),
  );
  return note === '' ? steps : steps.map((step, i) => (i === at ? { ...step, note } : step));
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
