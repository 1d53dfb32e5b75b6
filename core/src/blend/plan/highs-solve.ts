import { SolverGaveUp, type Model, type Row, type Solution, type Solve } from './model.js';

/** The part of the HiGHS package that is used: solve a model given as LP text. */
export interface HighsLike {
  solve(
    lp: string,
    options: Record<string, number | boolean | string>,
  ): { Status: string; Columns: Record<string, object> };
}

const MAX_VIOLATION = 1e-5;

/**
 * Turns a loaded HiGHS into a {@link Solve}.
 *
 * The solver reports success for unreadable numbers, so every coefficient is checked before and
 * every row after a solve.
 * @throws Error when the model holds a number that is not finite or the answer breaks a row
 * @throws SolverGaveUp when the time given is up and nothing was found
 */
export function highsSolve(highs: HighsLike): Solve {
  return (model, effort = {}) => {
    checkFinite(model);
    const answer = highs.solve(toLpText(model), {
      mip_rel_gap: effort.gap ?? 0,
      mip_abs_gap: 0,
      output_flag: false,
      ...(effort.seconds === undefined ? {} : { time_limit: effort.seconds }),
      ...(effort.presolve === false ? { presolve: 'off' } : {}),
    });
    if (answer.Status === 'Infeasible') return { status: 'infeasible' };
    if (answer.Status === 'Time limit reached') return bestSoFar(model, answer.Columns);
    if (answer.Status !== 'Optimal') throw new Error(`The solver stopped with "${answer.Status}".`);
    return readSolution(model, answer.Columns);
  };
}

/** What was found when the time was up, if it obeys every row. */
function bestSoFar(model: Model, columns: Record<string, object>): Solution {
  try {
    return { ...readSolution(model, columns), stopped: true };
  } catch {
    throw new SolverGaveUp();
  }
}

function readSolution(
  model: Model,
  columns: Record<string, object>,
): Extract<Solution, { status: 'optimal' }> {
  const values = new Map<string, number>();
  for (const { name, lower, upper, whole } of model.columns) {
    const entry = columns[name];
    const raw = entry && 'Primal' in entry ? Number(entry.Primal) : 0;
    const value = whole ? Math.round(raw) : raw;
    values.set(name, Math.min(upper, Math.max(lower, value)));
  }
  for (const row of model.rows) {
    if (violation(row, values) > MAX_VIOLATION * Math.max(1, Math.abs(row.bound))) {
      throw new Error(`The solver's answer breaks the rule ${row.name}.`);
    }
  }
  return { status: 'optimal', values };
}

function violation(row: Row, values: ReadonlyMap<string, number>): number {
  const sum = row.terms.reduce((s, t) => s + t.factor * (values.get(t.column) ?? 0), 0);
  if (row.sense === '<=') return sum - row.bound;
  if (row.sense === '>=') return row.bound - sum;
  return Math.abs(sum - row.bound);
}

function checkFinite(model: Model): void {
  const numbers = [
    ...model.columns.flatMap((c) => [c.lower, c.cost, c.square]),
    ...model.rows.flatMap((r) => [r.bound, ...r.terms.map((t) => t.factor)]),
  ];
  if (!numbers.every(Number.isFinite)) throw new Error('The model holds a number that is not finite.');
}

/** LP-format text, one term a line because readers limit the length of a line. */
export function toLpText(model: Model): string {
  const linear = model.columns.filter((c) => c.cost !== 0).map((c) => signed(c.cost, c.name));
  const squares = model.columns.filter((c) => c.square !== 0).map((c) => signed(2 * c.square, `${c.name}^2`));
  const quadratic = squares.length > 0 ? ['+ [', ...squares, '] / 2'] : [];
  const objective = [...linear, ...quadratic];
  const first = model.columns[0]?.name ?? 'x';
  const lines = ['Minimize', ' obj:', ...(objective.length > 0 ? objective : [`0 ${first}`]), 'Subject To'];
  for (const row of model.rows) {
    const terms = row.terms.filter((t) => t.factor !== 0).map((t) => signed(t.factor, t.column));
    lines.push(` ${row.name}:`, ...(terms.length > 0 ? terms : [`0 ${first}`]), ` ${row.sense} ${row.bound}`);
  }
  lines.push('Bounds');
  for (const c of model.columns) {
    lines.push(` ${c.lower} <= ${c.name} <= ${Number.isFinite(c.upper) ? c.upper : '+inf'}`);
  }
  const whole = model.columns.filter((c) => c.whole).map((c) => ` ${c.name}`);
  if (whole.length > 0) lines.push('General', ...whole);
  lines.push('End', '');
  return lines.join('\n');
}

function signed(factor: number, name: string): string {
  return ` ${factor < 0 ? '-' : '+'} ${Math.abs(factor)} ${name}`;
}
