import { buildModel, massTerms } from '../build-model.js';
import { column, type Model, type Row, type Term } from '../model.js';
import { objectiveCosts } from '../objective.js';
import type { PlanInput, PlanTrim } from '../types.js';

/** A batch of the day with its place in it. */
export interface Member {
  index: number;
  input: PlanInput;
  /** Must be made: something has already been weighed into it. */
  begun: boolean;
}

const name = (member: Member, column: string) => `b${member.index}_${column}`;

/** Column that is 1 when the batch is made. */
export const madeColumn = (member: Member): string => name(member, 'made');

/** A row of one batch's own model as a row of the day's; it holds only if the batch is made. */
export function dayRow(member: Member, row: Row): Row {
  return {
    ...row,
    name: name(member, row.name),
    terms: [...prefixed(member, row.terms), { column: madeColumn(member), factor: -row.bound }],
    bound: 0,
  };
}

/**
 * All batches in one model: each with its own rules, multiplied by whether it is made, and one row
 * for every lot that keeps what they take together within the stock.
 * @param choose the batches may be left out; otherwise every one is made
 */
export function dayModel(members: readonly Member[], stock: readonly PlanTrim[], choose: boolean): Model {
  const columns = members.flatMap((member) => [
    ...buildModel(member.input).columns.map((c) => ({ ...c, name: name(member, c.name) })),
    column(madeColumn(member), choose && !member.begun ? 0 : 1, 1, choose),
  ]);
  const rows = members.flatMap((member) => buildModel(member.input).rows.map((row) => dayRow(member, row)));
  for (const [i, trim] of stock.entries()) {
    const terms = members.flatMap((member) => termsOf(member, trim.id));
    if (terms.length > 0) rows.push({ name: `stock_${i}`, terms, sense: '<=', bound: trim.availableKg });
  }
  return { columns, rows };
}

/** Columns that add up to what one batch takes of a lot. */
export function termsOf(member: Member, id: string): Term[] {
  const i = member.input.trims.findIndex((t) => t.id === id && t.lockedKg === undefined);
  const trim = member.input.trims[i];
  return trim ? prefixed(member, massTerms(trim, i)) : [];
}

export function dayCosts(members: readonly Member[]): Map<string, number> {
  return new Map(
    members.flatMap((member) =>
      [...objectiveCosts(member.input)].map(([column, cost]) => [name(member, column), cost] as const),
    ),
  );
}

/** The values of one batch's columns under their own names. */
export function valuesOf(member: Member, values: ReadonlyMap<string, number>): Map<string, number> {
  const start = `b${member.index}_`;
  return new Map(
    [...values].flatMap(([key, value]) =>
      key.startsWith(start) ? [[key.slice(start.length), value] as const] : [],
    ),
  );
}

function prefixed(member: Member, terms: readonly Term[]): Term[] {
  return terms.map((t) => ({ ...t, column: name(member, t.column) }));
}
