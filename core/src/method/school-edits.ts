import type { WorkingDocument } from '../recipe/document.js';
import type { StepParameters } from './step.js';
import { BIND_WORDS, REST_STEP, grindStep } from './templates.js';

/** One side of a question. */
export interface Choice {
  id: string;
  title: string;
  /** Why this side does it, one line. */
  why: string;
  holds: (document: WorkingDocument) => boolean;
  apply: (document: WorkingDocument) => WorkingDocument;
}

export const has = (document: WorkingDocument, kind: StepParameters['kind']) =>
  document.steps.some((s) => s.kind === kind);

export function editSteps(
  document: WorkingDocument,
  kinds: readonly StepParameters['kind'][],
  change: (step: StepParameters) => StepParameters,
): WorkingDocument {
  return { ...document, steps: document.steps.map((s) => (kinds.includes(s.kind) ? change(s) : s)) };
}

export const first = (document: WorkingDocument, ...kinds: StepParameters['kind'][]) =>
  document.steps.find((s) => kinds.includes(s.kind));

const MIXERS = ['mix', 'emulsify'] as const;
const SEASON: StepParameters = {
  key: 'season',
  kind: 'season',
  title: 'Season',
  say: 'Turn the meat in its seasoning until every piece is coated.',
  minutes: 3,
};
const DRY_ROLES = ['salt', 'cure', 'accelerator', 'sugar', 'seasoning', 'packet'];

/** Where the dry weigh-up and the seasoning stand between the grinds. */
export function seasonAt(document: WorkingDocument, where: 'before' | 'between' | 'after'): WorkingDocument {
  const dry = first(document, 'weigh-dry');
  const bare = document.steps.filter((s) => s.kind !== 'weigh-dry' && s.kind !== 'season');
  if (!dry) return document;
  const grinds = bare.filter((s) => s.kind === 'grind');
  const mixKey = bare.find((s) => MIXERS.some((kind) => kind === s.kind))?.key ?? 'mix';
  const anchor = where === 'before' ? grinds[0] : where === 'between' ? grinds[1] : undefined;
  const at = anchor ? bare.indexOf(anchor) : bare.findIndex((s) => s.key === mixKey);
  const added = anchor ? [dry, SEASON] : [dry];
  return {
    ...document,
    steps: [...bare.slice(0, Math.max(0, at)), ...added, ...bare.slice(Math.max(0, at))],
    lines: document.lines.map((line) =>
      DRY_ROLES.includes(line.role) ? { ...line, entersAt: anchor ? SEASON.key : mixKey } : line,
    ),
  };
}

export function seasonedAt(document: WorkingDocument): 'before' | 'between' | 'after' {
  const season = document.steps.findIndex((s) => s.kind === 'season');
  if (season < 0) return 'after';
  return document.steps.slice(0, season).some((s) => s.kind === 'grind') ? 'between' : 'before';
}

const PLATES: Record<number, readonly number[]> = { 1: [8], 2: [10, 5], 3: [13, 8, 4.5] };

export function passes(document: WorkingDocument, count: 1 | 2 | 3): WorkingDocument {
  const grinds = document.steps.filter((s) => s.kind === 'grind');
  if (grinds.length === count || grinds.length === 0) return document;
  const plates = PLATES[count] ?? [];
  const steps = plates.map((plate, i) => grindStep(i + 1, plate));
  const firstAt = document.steps.findIndex((s) => s.kind === 'grind');
  const without = document.steps.filter((s) => s.kind !== 'grind');
  const between = seasonedAt(document) === 'between' && count > 1;
  const placed = [...without.slice(0, firstAt), ...steps, ...without.slice(firstAt)];
  const plain = { ...document, steps: placed };
  return between
    ? seasonAt(plain, 'between')
    : seasonedAt(document) === 'between'
      ? seasonAt(plain, 'after')
      : plain;
}

export function setBind(document: WorkingDocument, bind: 'short' | 'sticky'): WorkingDocument {
  return editSteps(document, ['mix'], (step) => ({
    ...step,
    bind,
    say: BIND_WORDS[bind],
    minutes: bind === 'short' ? 4 : 9,
    minMinutes: bind === 'short' ? 2 : 6,
    maxMinutes: bind === 'short' ? 6 : 15,
  }));
}

export const HOW_WORDS = {
  dry: 'Seasoning goes in dry, scattered over the meat.',
  'in halves': 'Half of the seasoning, mix, then the other half.',
  slurry: 'Stir the seasoning into the liquid first and pour it over.',
} as const;

export function liquid(document: WorkingDocument, pct: number): WorkingDocument {
  const at = document.lines.findIndex((l) => l.role === 'liquid');
  if (at < 0) return document;
  if (pct === 0) return { ...document, lines: document.lines.filter((_, i) => i !== at) };
  return {
    ...document,
    lines: document.lines.map((line, i) =>
      i === at ? { ...line, dose: { pctOfMix: pct }, spoken: `${pct} % of mix` } : line,
    ),
  };
}

export const liquidIs = (document: WorkingDocument, pct: number) => {
  const dose = document.lines.find((l) => l.role === 'liquid')?.dose;
  return pct === 0
    ? dose === undefined
    : dose !== undefined && dose !== null && 'pctOfMix' in dose && dose.pctOfMix === pct;
};

export function choice(
  id: string,
  title: string,
  why: string,
  holds: Choice['holds'],
  apply: Choice['apply'],
): Choice {
  return { id, title, why, holds, apply };
}

/** Sets one parameter of the steps of some kinds. */
export function parameter<K extends keyof StepParameters>(
  kinds: readonly StepParameters['kind'][],
  key: K,
  value: StepParameters[K],
  title: string,
  why: string,
): Choice {
  return choice(
    String(value),
    title,
    why,
    (document) => first(document, ...kinds)?.[key] === value,
    (document) => editSteps(document, kinds, (step) => ({ ...step, [key]: value })),
  );
}

export const restAfterMix = (document: WorkingDocument, hours: number): WorkingDocument => {
  const bare = document.steps.filter((s) => s.kind !== 'rest');
  if (hours === 0) return { ...document, steps: bare };
  const at = bare.findIndex((s) => ['dry-skin', 'smoke', 'cook', 'water-cook', 'hang'].includes(s.kind));
  return at < 0
    ? document
    : { ...document, steps: [...bare.slice(0, at), { ...REST_STEP, hours }, ...bare.slice(at)] };
};
