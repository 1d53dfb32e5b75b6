/** What a table that somebody brings may hold; more is no delivery note. */
export const CAPS = {
  rows: 5_000,
  columns: 80,
  letters: 500,
  /** Parts of the file, and what they come to unpacked. */
  parts: 400,
  unpackedBytes: 40_000_000,
} as const;

/** Why a table cannot be taken, or undefined when it can. */
export function beyondCaps(rows: readonly (readonly string[])[]): string | undefined {
  if (rows.length > CAPS.rows) return `The table has ${rows.length} rows; at most ${CAPS.rows} are read.`;
  const widest = rows.reduce((most, row) => Math.max(most, row.length), 0);
  if (widest > CAPS.columns) return `The table has ${widest} columns; at most ${CAPS.columns} are read.`;
  const long = rows.some((row) => row.some((cell) => cell.length > CAPS.letters));
  return long ? `A cell holds more than ${CAPS.letters} letters.` : undefined;
}
