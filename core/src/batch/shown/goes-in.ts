import { shareOut } from '../../quantity/share-out.js';
import { scaleAt } from '../../weighing/shop-scales.js';
import { paramsOf } from '../../steps/index.js';
import type { BatchView, StepView } from './view.js';
import type { LineView } from '../judged/line-view.js';

/** Something that goes into a step now, load by load and in how many parts. Masses mg. */
export interface GoesIn {
  /** The line; null for the meat, which stands there already. */
  lineId: string | null;
  name: string;
  role: string;
  massMg: number;
  /** One for every load or lot; they sum to the mass. */
  perLoadMg: number[];
  /** Parts of the first load, where it does not go in at once. */
  partsMg: number[];
  /** Its step was closed without it: it stays in sight until it is in or given up. */
  forgotten: boolean;
}

/** In which order a hand puts things in: what must be everywhere first, what must stay whole last. */
const ORDER = ['meat', 'fat', 'cure', 'salt', 'accelerator', 'packet', 'sugar', 'seasoning', 'binder'];
const LAST = ['liquid', 'inclusion'];

/** Whether somebody said that a line is not put in any more. */
export function isGivenUp({ marks }: Pick<BatchView, 'marks'>, lineId: string): boolean {
  return marks.some((m) => m.kind === 'given-up' && m.lineId === lineId);
}

/**
 * What goes into a step now, in order: the meat that stands there and every line that was weighed for it, by
 * what each really weighed, for each load and each part in grams.
 */
export function goesIn(view: BatchView, step: StepView): GoesIn[] {
  const lines = view.lines.filter((l) => l.kind === 'ingredient' && l.intoStepId === step.id);
  if (lines.length === 0 || !step.holdsMass) return [];
  const meatMg = step.inMg - lines.reduce((sum, l) => sum + l.weighedMg, 0);
  const closed = new Set(view.steps.filter((s) => s.state === 'closed').map((s) => s.id));
  const isPutInLate = (line: LineView) => lines.some((l) => l.id !== line.id && l.key === line.key);
  const isForgotten = (line: LineView) =>
    line.weighedMg === 0 &&
    line.required &&
    closed.has(line.stepId) &&
    !isPutInLate(line) &&
    !isGivenUp(view, line.id);
  const rows = lines
    .filter((l) => l.weighedMg > 0 || isForgotten(l))
    .map((l): GoesIn => {
      const perLoadMg = byLoad(view, step, l);
      return {
        lineId: l.id,
        name: l.name,
        role: l.role,
        massMg: l.weighedMg,
        perLoadMg,
        partsMg: inParts(step, l, perLoadMg[0] ?? 0),
        forgotten: isForgotten(l),
      };
    })
    .sort((a, b) => rank(a.role) - rank(b.role));
  if (meatMg <= 0) return rows;
  const perLoadMg = split(meatMg, step.loads, scaleAt(view.scales, 'floor').divisionMg);
  return [
    {
      lineId: null,
      name: isSeasoned(view, step) ? 'Mix so far' : 'Meat',
      role: 'meat',
      massMg: meatMg,
      perLoadMg,
      partsMg: perLoadMg.slice(0, 1),
      forgotten: false,
    },
    ...rows,
  ];
}

/** Something went into it before it came here. */
function isSeasoned(view: BatchView, step: StepView): boolean {
  const earlier = new Set(view.steps.filter((s) => s.position < step.position).map((s) => s.id));
  return view.lines.some(
    (l) => l.kind === 'ingredient' && l.weighedMg > 0 && earlier.has(l.intoStepId ?? ''),
  );
}

function rank(role: string): number {
  const early = ORDER.indexOf(role);
  if (early >= 0) return early;
  const late = LAST.indexOf(role);
  return ORDER.length + (late < 0 ? 0 : 1 + late);
}

/** As it was weighed for each load; what was weighed for all of them is shared out. */
function byLoad(view: BatchView, step: StepView, line: LineView): number[] {
  const mine = view.entries.filter((e) => e.lineId === line.id && !e.reversed && e.reversesId === null);
  const inLoad = (load: number) => mine.reduce((sum, e) => (e.load === load ? sum + e.amount : sum), 0);
  const own = Array.from({ length: step.loads }, (_, i) => inLoad(i + 1));
  const forAll = line.weighedMg - own.reduce((sum, mg) => sum + mg, 0);
  const shared = split(Math.max(0, forAll), step.loads, line.divisionMg);
  return own.map((mg, i) => mg + (shared[i] ?? 0));
}

function split(massMg: number, parts: number, divisionMg: number): number[] {
  return shareOut(massMg, new Array<number>(Math.max(1, parts)).fill(1), divisionMg);
}

/** Liquid in as many parts as the method says, seasoning in halves where it says so, else all at once. */
function inParts(step: StepView, line: LineView, loadMg: number): number[] {
  const p = paramsOf(step.document) as { liquidParts?: number; seasonHow?: string };
  const parts = line.role === 'liquid' ? (p.liquidParts ?? 1) : p.seasonHow === 'in halves' ? 2 : 1;
  return split(loadMg, line.role === 'inclusion' ? 1 : parts, line.divisionMg);
}
