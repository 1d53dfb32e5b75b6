/** A linear (or convex quadratic) model with bounds and whole numbers, solver-neutral. */
export interface Column {
  name: string;
  lower: number;
  upper: number;
  whole: boolean;
  cost: number;
  /** Coefficient of the squared variable in the objective. */
  square: number;
}

export interface Term {
  column: string;
  factor: number;
}

export interface Row {
  name: string;
  terms: Term[];
  sense: '<=' | '>=' | '=';
  bound: number;
}

export interface Model {
  columns: Column[];
  rows: Row[];
}

/** What a solver answers: the value of every column, or nothing when no point satisfies the rows. */
export type Solution =
  | {
      status: 'optimal';
      values: Map<string, number>;
      /** The time was up: the best so far. */ stopped?: true;
    }
  | { status: 'infeasible' };

/** How hard a solver tries: seconds after which its best answer so far is taken, and the gap it may leave. */
export interface Effort {
  seconds?: number;
  /** Relative distance from the proven optimum, 0 unless given. */
  gap?: number;
  /** Rewriting the model first costs more than it saves where it is small and without tangents. */
  presolve?: boolean;
}

/** The solver as the planning code sees it. Adapters give HiGHS on the server, in a worker or in tests. */
export type Solve = (model: Model, effort?: Effort) => Solution;

/** The time was up and no answer had been found yet. */
export class SolverGaveUp extends Error {
  constructor() {
    super('No blend was found in the time given.');
    this.name = 'SolverGaveUp';
  }
}

export function column(name: string, lower: number, upper: number, whole = false): Column {
  return { name, lower, upper, whole, cost: 0, square: 0 };
}

/** The model with other objective costs; columns not named cost nothing. */
export function withCosts(model: Model, costs: ReadonlyMap<string, number>): Model {
  return {
    rows: model.rows,
    columns: model.columns.map((c) => ({ ...c, cost: costs.get(c.name) ?? 0, square: 0 })),
  };
}

export function withRows(model: Model, rows: readonly Row[]): Model {
  return { columns: model.columns, rows: [...model.rows, ...rows] };
}

/** The model with every whole-number demand dropped. */
export function relaxed(model: Model): Model {
  return { rows: model.rows, columns: model.columns.map((c) => ({ ...c, whole: false })) };
}
