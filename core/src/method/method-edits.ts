import type { WorkingDocument } from '../recipe/document.js';
import { REST_STEP, SEASON_STEP, grindStep } from './templates.js';
import type { MethodStep } from '../steps/all-kinds.js';
import { traitsOf } from '../steps/step.js';

const DRY_ROLES = ['salt', 'cure', 'accelerator', 'sugar', 'seasoning', 'packet'];

const grinds = (step: MethodStep) => traitsOf(step).machine === 'grinder';
const weighsIngredients = (step: MethodStep) => traitsOf(step).weighs === 'ingredients';
const mixes = (step: MethodStep) => traitsOf(step).machine === 'mixer' || traitsOf(step).machine === 'cutter';

/** Where the weigh-up of the ingredients and the seasoning stand between the grinds. */
export function seasonAt(document: WorkingDocument, where: 'before' | 'between' | 'after'): WorkingDocument {
  const weighUp = document.steps.find(weighsIngredients);
  if (!weighUp) return document;
  const bare = document.steps.filter((s) => !weighsIngredients(s) && traitsOf(s).seasons !== true);
  const passes = bare.filter(grinds);
  const mixKey = bare.find(mixes)?.key ?? 'mix';
  const anchor = where === 'before' ? passes[0] : where === 'between' ? passes[1] : undefined;
  const at = Math.max(0, anchor ? bare.indexOf(anchor) : bare.findIndex((s) => s.key === mixKey));
  const added = anchor ? [weighUp, SEASON_STEP] : [weighUp];
  return {
    ...document,
    steps: [...bare.slice(0, at), ...added, ...bare.slice(at)],
    lines: document.lines.map((line) =>
      DRY_ROLES.includes(line.role) ? { ...line, entersAt: anchor ? SEASON_STEP.key : mixKey } : line,
    ),
  };
}

export function seasonedAt(document: WorkingDocument): 'before' | 'between' | 'after' {
  const season = document.steps.findIndex((s) => traitsOf(s).seasons === true);
  if (season < 0) return 'after';
  return document.steps.slice(0, season).some(grinds) ? 'between' : 'before';
}

const PLATES: Record<number, readonly number[]> = { 1: [8], 2: [10, 5], 3: [13, 8, 4.5] };

export function passes(document: WorkingDocument, count: 1 | 2 | 3): WorkingDocument {
  const now = document.steps.filter(grinds);
  if (now.length === count || now.length === 0) return document;
  const steps = (PLATES[count] ?? []).map((plate, i) => grindStep(i + 1, plate));
  const firstAt = document.steps.findIndex(grinds);
  const without = document.steps.filter((s) => !grinds(s));
  const plain = { ...document, steps: [...without.slice(0, firstAt), ...steps, ...without.slice(firstAt)] };
  if (seasonedAt(document) !== 'between') return plain;
  return seasonAt(plain, count > 1 ? 'between' : 'after');
}

export function liquid(document: WorkingDocument, pct: number): WorkingDocument {
  const at = document.lines.findIndex((l) => l.role === 'liquid');
  if (at < 0) return document;
  if (pct === 0) return { ...document, lines: document.lines.filter((_, i) => i !== at) };
  return {
    ...document,
    lines: document.lines.map((line, i) =>
      i === at ? { ...line, dose: { pctOfMix: pct }, asWritten: `${pct} % of mix` } : line,
    ),
  };
}

export function liquidIs(document: WorkingDocument, pct: number): boolean {
  const dose = document.lines.find((l) => l.role === 'liquid')?.dose;
  if (pct === 0) return dose === undefined;
  return dose !== undefined && dose !== null && 'pctOfMix' in dose && dose.pctOfMix === pct;
}

/** Puts a rest before the first step that warms or dries the product; none for 0 hours. */
export function restBeforeHeat(document: WorkingDocument, hours: number): WorkingDocument {
  const bare = document.steps.filter((s) => traitsOf(s).rests !== true);
  if (hours === 0) return { ...document, steps: bare };
  const at = bare.findIndex((s) => traitsOf(s).heat !== undefined || traitsOf(s).dries === true);
  if (at < 0) return document;
  const rest = { ...REST_STEP, hours } as MethodStep;
  return { ...document, steps: [...bare.slice(0, at), rest, ...bare.slice(at)] };
}
