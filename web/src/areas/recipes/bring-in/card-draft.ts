import {
  entryStep,
  readCardDose,
  stepTitle,
  traitsOf,
  type Card,
  type CardLine,
  type DoseBasis,
  type DoseReading,
  type Ingredient,
  type Machine,
} from '@zest/core';
import { STEP_NOTE } from '@zest/contract';
import { freeKey, withDose, withIngredient, type EditorLine } from '../editor/line-edits.js';
import { keysOf } from './card-text.js';
import { newDocument, type EditorDocument } from '../new-document.js';

/** What was resolved of a line before the draft is made. */
export interface Resolved {
  ingredientId?: string;
  gPerKg?: number;
  /** The grams were weighed, not chosen between two densities. */
  weighed?: boolean;
  /** It is no ingredient after all: it goes along as a note. */
  isNote?: boolean;
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
  resolved: Readonly<Record<string, Resolved>>,
  basis: DoseBasis | undefined,
  template: { id: string; machines: readonly Machine[] },
  library: ReadonlyMap<string, Ingredient>,
): EditorDocument {
  const begun = newDocument(template.id, template.machines);
  const keys = keysOf(card.lines);
  const settledOf = (i: number) => resolved[keys[i] ?? ''] ?? {};
  const left = card.lines.filter((_, i) => settledOf(i).isNote);
  const document: EditorDocument = {
    ...begun,
    steps: withNotes(begun.steps, [...card.notes, ...left]),
    usualMeatMg: Math.round((card.batchKg ?? 0) * 1e6),
    ...(card.batchText && /^\d/.test(card.batchText) ? { usualText: card.batchText.slice(0, 60) } : {}),
  };
  card.lines.forEach((line, i) => {
    const settled = settledOf(i);
    if (settled.isNote) return;
    document.lines.push(
      toEditorLine(line, resolveLine(line, settled, { ...card, basis }, library), document),
    );
  });
  return document;
}

/**
 * What stood on the card and is no ingredient goes along as a note, where somebody reads it: what names a step at that
 * step, the rest at the mixing; what has no room there at the next that has.
 */
function withNotes(
  steps: EditorDocument['steps'],
  notes: readonly { text: string; place: number }[],
): EditorDocument['steps'] {
  const mixing = Math.max(
    0,
    steps.findIndex((s) => traitsOf(s).machine === 'mixer'),
  );
  const written = steps.map((step) => step.note ?? '');
  const roomAt = (at: number, text: string) => (written[at] ?? '').length + text.length + 3 <= STEP_NOTE;
  for (const { text } of [...notes].sort((a, b) => a.place - b.place)) {
    const named = steps.findIndex((step) => namesStep(text, stepTitle(step)));
    const wanted = named < 0 ? mixing : named;
    // There, then after it, then before it.
    const order = [...steps.keys()].map((i) => (wanted + i) % steps.length);
    for (const piece of text.match(PIECES) ?? []) {
      const at = order.find((index) => roomAt(index, piece)) ?? wanted;
      written[at] = [written[at], piece].filter((w) => w !== '').join(' · ');
    }
  }
  return steps.map((step, i) =>
    written[i] === '' ? step : { ...step, note: (written[i] ?? '').slice(0, STEP_NOTE) },
  );
}

/** A sentence that is longer than a note is cut into what has room. */
const PIECES = new RegExp(`[\\s\\S]{1,${STEP_NOTE - 3}}`, 'g');

/** `Grind it twice` names the step of that title; its first word does, not what it says of itself. */
function namesStep(text: string, title: string): boolean {
  const [verb = ''] = title.toLowerCase().split(' ');
  return (
    verb.length > 2 &&
    new RegExp(`^(?:\\d+[.)]\\s*)?(?:then\\s+|now\\s+|next,?\\s+)?${verb}\\b`, 'i').test(text)
  );
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
