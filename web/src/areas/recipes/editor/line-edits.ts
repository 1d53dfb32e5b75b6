import {
  entryStep,
  stepTitle,
  plain,
  readDose,
  writeDose,
  type DoseReading,
  type Ingredient,
  type NumberStyle,
} from '@zest/core';
import type { EditorDocument } from '../new-document.js';

export type EditorLine = EditorDocument['lines'][number];

/** What a typed dose is read with. */
export function readLineDose(
  text: string,
  line: Pick<EditorLine, 'name' | 'role'>,
  document: Pick<EditorDocument, 'usualMeatMg' | 'basis'>,
  ingredient: Ingredient | undefined,
  numberStyle: NumberStyle | undefined,
): DoseReading {
  return readDose(text, {
    name: line.name,
    role: line.role,
    facts: ingredient,
    ...(document.usualMeatMg > 0 ? { batchKg: document.usualMeatMg / 1e6 } : {}),
    basis: document.basis,
    numberStyle,
  });
}

/** The line with what was typed as its dose: a weight, or a doubt that has to be settled. */
export function withDose(line: EditorLine, reading: DoseReading): EditorLine {
  const { doubt: _doubt, ...rest } = line;
  return reading.kind === 'dose'
    ? { ...rest, dose: reading.dose, asWritten: reading.asWritten }
    : { ...rest, dose: null, asWritten: reading.asWritten, doubt: reading.doubt };
}

/** What stands in the field of a line. */
export function shownDose(line: EditorLine): string {
  return line.asWritten ?? (line.dose ? writeDose(line.dose) : '');
}

/** The line with an ingredient chosen; its dose stays, its role and strength are the ingredient's. */
export function withIngredient(line: EditorLine, ingredient: Ingredient): EditorLine {
  const { nitritePct: _strength, ...rest } = line;
  return {
    ...rest,
    ingredientId: ingredient.id,
    name: ingredient.name,
    role: ingredient.role,
    ...(ingredient.contents.nitritePct > 0 ? { nitritePct: ingredient.contents.nitritePct } : {}),
  };
}

/** A key that no line of the recipe has. */
export function freeKey(name: string, document: Pick<EditorDocument, 'lines'>): string {
  const base = plain(name).replace(/ /g, '-').slice(0, 30) || 'line';
  const taken = new Set(document.lines.map((l) => l.key));
  if (!taken.has(base)) return base;
  let n = 2;
  while (taken.has(`${base}-${n}`)) n += 1;
  return `${base}-${n}`;
}

/** A new line at the end, ready for its dose. */
export function newLine(ingredient: Ingredient, document: EditorDocument): EditorLine {
  return withIngredient(
    {
      key: freeKey(ingredient.name, document),
      ingredientId: null,
      name: ingredient.name,
      role: ingredient.role,
      dose: null,
      required: true,
      entersAt: entryStep(document.steps, ingredient.role),
    },
    ingredient,
  );
}

/** Moves a line to where another stands; it goes in at the same step as that one. */
export function moveLine(document: EditorDocument, key: string, toKey: string): EditorDocument {
  const from = document.lines.findIndex((l) => l.key === key);
  const to = document.lines.findIndex((l) => l.key === toKey);
  const line = document.lines[from];
  const target = document.lines[to];
  if (!line || !target || from === to) return document;
  const rest = document.lines.filter((l) => l.key !== key);
  rest.splice(to, 0, { ...line, entersAt: target.entersAt });
  return { ...document, lines: rest };
}

/** Moves a line one place within its step; the ends stay. */
export function nudgeLine(document: EditorDocument, key: string, by: -1 | 1): EditorDocument {
  const line = document.lines.find((l) => l.key === key);
  const mates = document.lines.filter((l) => l.entersAt === line?.entersAt);
  const next = mates[mates.findIndex((l) => l.key === key) + by];
  return next ? moveLine(document, key, next.key) : document;
}

const ROLE_ORDER = [
  'salt',
  'cure',
  'accelerator',
  'sugar',
  'packet',
  'seasoning',
  'binder',
  'liquid',
  'fat',
  'inclusion',
];

/** Lines in the order of their roles, each step's among themselves. */
export function sortByRole(document: EditorDocument): EditorDocument {
  const rank = (line: EditorLine) => ROLE_ORDER.indexOf(line.role);
  return { ...document, lines: [...document.lines].sort((a, b) => rank(a) - rank(b)) };
}

/** Lines by the step at which they go in, in the order of the method; strays last. */
export function linesByStep(document: EditorDocument): { key: string; title: string; lines: EditorLine[] }[] {
  const groups = document.steps.map((step) => ({
    key: step.key,
    title: stepTitle(step),
    lines: document.lines.filter((l) => l.entersAt === step.key),
  }));
  const known = new Set(document.steps.map((s) => s.key));
  const stray = document.lines.filter((l) => !known.has(l.entersAt));
  return [...groups, { key: '', title: 'At no step', lines: stray }].filter((g) => g.lines.length > 0);
}

/** Replaces one line. */
export function editLine(
  document: EditorDocument,
  key: string,
  edit: (line: EditorLine) => EditorLine,
): EditorDocument {
  return { ...document, lines: document.lines.map((l) => (l.key === key ? edit(l) : l)) };
}
