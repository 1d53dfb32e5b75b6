import { format } from 'mysql2';
import toNumbered from 'named-placeholders';

type Value = string | number | boolean | Date | Buffer | null;
/** A piece of SQL in the place of a value. */
export interface Raw {
  toSqlString: () => string;
}
export type Rows = (Value | Raw)[][];
export type Params = Record<string, Value | (string | number)[]>;

const compile = toNumbered();

/**
 * One statement as text with its parameters escaped. Named parameters are written `:name`; a list of
 * rows for `VALUES ?` is given as one positional parameter.
 */
export function statement(sql: string, params: Params | Rows[]): string {
  if (Array.isArray(params)) return format(sql, params, false, 'Z');
  const [text, values] = compile(sql, params);
  return format(text, values, false, 'Z');
}
