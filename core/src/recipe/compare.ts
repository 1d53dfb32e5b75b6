import { stepTitle, writeStep } from '../steps/index.js';
import { writeDose } from './show-dose.js';
import { fillTokens } from '../quantity/tokens.js';
import type { WorkingDocument, WorkingLine } from './document.js';
import { portionWords } from './portion-words.js';
import type { Portion } from './product.js';

export interface Difference {
  /** Where: `Mace`, `Step Mix`, `Fat window`. */
  what: string;
  before: string | null;
  after: string | null;
}

/**
 * What differs between two documents, in the order of the later one: lines by their key, steps by
 * theirs, then the head. Equal documents give an empty list.
 */
export function compareRecipes(before: WorkingDocument, after: WorkingDocument): Difference[] {
  return [
    ...head(before, after),
    ...lines(before, after),
    ...portions(before, after),
    ...steps(before, after),
  ];
}

function head(a: WorkingDocument, b: WorkingDocument): Difference[] {
  const rows: [string, string | null, string | null][] = [
    ['Product state', a.state, b.state],
    ['Product class', a.fatClass ?? null, b.fatClass ?? null],
    ['Fat window', window(a), window(b)],
    ['Chance wanted', percent(a.confidence), percent(b.confidence)],
    ['Species', species(a), species(b)],
    ['Claims', a.claims.join(', ') || null, b.claims.join(', ') || null],
    ['Usual batch', kg(a.usualMeatMg), kg(b.usualMeatMg)],
    ['Mixer', `${a.mixerCapacityKg} kg`, `${b.mixerCapacityKg} kg`],
    ['Stuffer', capacity(a.stufferCapacityKg), capacity(b.stufferCapacityKg)],
    ['Casing', a.casing?.name ?? null, b.casing?.name ?? null],
    ['Piece', piece(a), piece(b)],
    ['Pack', a.packMassG ? `${a.packMassG} g` : null, b.packMassG ? `${b.packMassG} g` : null],
    ['Heat', hotness(a), hotness(b)],
    ['Percentages are of', a.basis, b.basis],
    ['Cooking sentence', a.cookingSentence ?? null, b.cookingSentence ?? null],
  ];
  return rows.filter(([, x, y]) => x !== y).map(([what, x, y]) => ({ what, before: x, after: y }));
}

const window = (d: WorkingDocument) => `${d.window.minPct}–${d.window.maxPct} %`;
const percent = (part: number) => `${Math.round(part * 100)} %`;
const kg = (mg: number) => `${Number((mg / 1e6).toFixed(3))} kg`;
const capacity = (value: number | undefined) => (value === undefined ? null : `${value} kg`);
const hotness = (d: WorkingDocument) => d.hotness.map((h) => `${h.name} × ${h.factor}`).join(', ') || null;

function piece(d: WorkingDocument): string | null {
  if (d.linkMassG !== null) return `${d.linkMassG} g`;
  return d.linkLengthMm === null ? null : `${d.linkLengthMm} mm`;
}

function species(d: WorkingDocument): string | null {
  return (
    d.speciesRules
      .map((r) =>
        [
          r.species,
          r.minPct === undefined ? '' : `≥ ${r.minPct} %`,
          r.maxPct === undefined ? '' : `≤ ${r.maxPct} %`,
        ]
          .filter(Boolean)
          .join(' '),
      )
      .join(', ') || null
  );
}

function lines(a: WorkingDocument, b: WorkingDocument): Difference[] {
  return byKey(a.lines, b.lines, (line) => line.name, writeLine);
}

function writeLine(line: WorkingLine): string {
  const parts = [
    line.dose ? writeDose(line.dose) : (line.asWritten ?? 'no dose'),
    line.required ? '' : 'may be left out',
    line.hot ? 'follows the heat' : '',
    line.tolerancePct === undefined ? '' : `± ${line.tolerancePct} %`,
    `at ${line.entersAt}`,
    line.note ? `“${line.note}”` : '',
  ];
  return parts.filter(Boolean).join(', ');
}

/** Weights are as in the rest of a comparison, in kilograms. */
function portions(a: WorkingDocument, b: WorkingDocument): Difference[] {
  const words = (d: WorkingDocument) => (p: Portion) =>
    [
      fillTokens(portionWords(d, p), { system: 'metric' }),
      ...d.steps.filter((s) => s.portion === p.key).map(stepTitle),
    ].join(', ');
  const before = (a.portions ?? []).map((p) => ({ key: p.key, name: p.name, words: words(a)(p) }));
  const after = (b.portions ?? []).map((p) => ({ key: p.key, name: p.name, words: words(b)(p) }));
  return byKey(
    before,
    after,
    (p) => `Portion ${p.name}`,
    (p) => p.words,
  );
}

function steps(a: WorkingDocument, b: WorkingDocument): Difference[] {
  const changed = byKey(a.steps, b.steps, (step) => `Step ${stepTitle(step)}`, writeStep);
  const order = (d: WorkingDocument) =>
    d.steps
      .filter((s) => a.steps.some((t) => t.key === s.key) && b.steps.some((t) => t.key === s.key))
      .map(stepTitle);
  const [x, y] = [order(a).join(' · '), order(b).join(' · ')];
  return x === y || changed.some((c) => c.before !== null && c.after !== null)
    ? changed
    : [...changed, { what: 'Order of the steps', before: x, after: y }];
}

function byKey<T extends { key: string }>(
  before: readonly T[],
  after: readonly T[],
  what: (item: T) => string,
  write: (item: T) => string,
): Difference[] {
  const found: Difference[] = [];
  for (const item of after) {
    const old = before.find((o) => o.key === item.key);
    const now = write(item);
    if (!old) found.push({ what: what(item), before: null, after: now });
    else if (write(old) !== now) found.push({ what: what(item), before: write(old), after: now });
  }
  for (const old of before) {
    if (!after.some((item) => item.key === old.key))
      found.push({ what: what(old), before: write(old), after: null });
  }
  return found;
}
