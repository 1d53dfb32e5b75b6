import { column, type Column, type Model, type Row, type Term } from './model.js';
import type { PlanInput, PlanTrim } from './types.js';

/** Names of the rules a plan obeys, as rows of its model. */
export const RULE = {
  mass: 'mass',
  lean: 'fat_high',
  rich: 'fat_low',
  trims: 'max_trims',
  speciesMin: (i: number) => `species_min_${i}`,
  speciesMax: (i: number) => `species_max_${i}`,
} as const;

/** Columns that add up to the kilograms of trim `i`. */
export function massTerms(trim: PlanTrim, i: number, factor = 1): Term[] {
  if (!usesBoxes(trim)) return [{ column: `x${i}`, factor }];
  const terms: Term[] = [
    { column: `x${i}`, factor },
    { column: `n${i}`, factor: factor * (trim.boxKg ?? 0) },
  ];
  if (trim.balance) terms.push({ column: `r${i}`, factor });
  return terms;
}

export function usesBoxes(trim: PlanTrim): boolean {
  return trim.boxKg !== undefined && trim.lockedKg === undefined;
}

/** Kilograms of every trim in a solution. */
export function massesOf(trims: readonly PlanTrim[], values: ReadonlyMap<string, number>): number[] {
  return trims.map((trim, i) =>
    Math.max(
      0,
      massTerms(trim, i).reduce((sum, t) => sum + t.factor * (values.get(t.column) ?? 0), 0),
    ),
  );
}

/**
 * The blend as a model: exact batch mass, fat window, stock, species shares, whole boxes with at
 * most one broken, least use and greatest number of trims. Objective costs are left at 0.
 */
export function buildModel(input: PlanInput): Model {
  const { trims, batchKg, window } = input;
  const columns: Column[] = [];
  const rows: Row[] = [];
  trims.forEach((trim, i) => addTrim(input, trim, i, columns, rows));
  rows.push({ name: RULE.mass, terms: total(trims, () => 1), sense: '=', bound: batchKg });
  rows.push({
    name: RULE.lean,
    terms: total(trims, (t) => t.fatPct),
    sense: '<=',
    bound: window.maxPct * batchKg,
  });
  rows.push({
    name: RULE.rich,
    terms: total(trims, (t) => t.fatPct),
    sense: '>=',
    bound: window.minPct * batchKg,
  });
  (input.speciesRules ?? []).forEach((rule, i) => {
    const terms = total(trims, (t) => (t.species === rule.species ? 1 : 0));
    if (rule.minPct !== undefined) {
      rows.push({ name: RULE.speciesMin(i), terms, sense: '>=', bound: (rule.minPct / 100) * batchKg });
    }
    if (rule.maxPct !== undefined) {
      rows.push({ name: RULE.speciesMax(i), terms, sense: '<=', bound: (rule.maxPct / 100) * batchKg });
    }
  });
  const breakable = trims.flatMap((t, i) => (usesBoxes(t) && t.balance ? [i] : []));
  if (breakable.length > 1) {
    const terms = breakable.map((i) => ({ column: `z${i}`, factor: 1 }));
    rows.push({ name: 'one_broken_box', terms, sense: '<=', bound: 1 });
  }
  if (input.maxTrims !== undefined) {
    const terms = trims.map((_, i) => ({ column: `y${i}`, factor: 1 }));
    rows.push({ name: RULE.trims, terms, sense: '<=', bound: input.maxTrims });
  }
  return { columns, rows };
}

function addTrim(input: PlanInput, trim: PlanTrim, i: number, columns: Column[], rows: Row[]): void {
  const most = Math.min(trim.availableKg, input.batchKg);
  if (trim.lockedKg !== undefined) {
    columns.push(column(`x${i}`, trim.lockedKg, trim.lockedKg));
  } else if (usesBoxes(trim)) {
    addBoxes(trim, i, columns, rows);
  } else {
    columns.push(column(`x${i}`, 0, most));
  }
  const least = trim.lockedKg === undefined ? (trim.minUseKg ?? 0) : 0;
  if (least === 0 && !needsSwitch(input)) return;
  const upper = trim.lockedKg ?? most;
  const lower = trim.lockedKg !== undefined && trim.lockedKg > 0 ? 1 : 0;
  columns.push(column(`y${i}`, lower, 1, true));
  rows.push({
    name: `on_${i}`,
    terms: [...massTerms(trim, i), { column: `y${i}`, factor: -upper }],
    sense: '<=',
    bound: 0,
  });
  if (least > 0) {
    rows.push({
      name: `least_${i}`,
      terms: [...massTerms(trim, i), { column: `y${i}`, factor: -least }],
      sense: '>=',
      bound: 0,
    });
  }
}

function addBoxes(trim: PlanTrim, i: number, columns: Column[], rows: Row[]): void {
  const box = trim.boxKg ?? 0;
  const loose = Math.min(trim.looseKg ?? 0, trim.availableKg);
  const boxes = Math.floor((trim.availableKg - loose) / box + 1e-9);
  columns.push(column(`x${i}`, 0, loose), column(`n${i}`, 0, boxes, true));
  if (!trim.balance) return;
  columns.push(column(`r${i}`, 0, box), column(`z${i}`, 0, 1, true));
  rows.push(
    {
      name: `broken_${i}`,
      terms: [
        { column: `r${i}`, factor: 1 },
        { column: `z${i}`, factor: -box },
      ],
      sense: '<=',
      bound: 0,
    },
    {
      name: `boxes_${i}`,
      terms: [
        { column: `n${i}`, factor: 1 },
        { column: `z${i}`, factor: 1 },
      ],
      sense: '<=',
      bound: boxes,
    },
  );
}

function needsSwitch(input: PlanInput): boolean {
  return input.maxTrims !== undefined || (input.objective?.trims ?? 0) > 0;
}

function total(trims: readonly PlanTrim[], factor: (trim: PlanTrim) => number): Term[] {
  return trims.flatMap((trim, i) => massTerms(trim, i, factor(trim)));
}
