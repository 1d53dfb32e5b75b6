/** The statements of a migration, in their order: they end with a semicolon at the end of a line. */
export function statementsOf(text: string): string[] {
  const bare = text
    .split('\n')
    .filter((line) => !line.trimStart().startsWith('--'))
    .join('\n');
  return bare
    .split(/;[ \t]*(?:\n|$)/)
    .map((s) => s.trim())
    .filter((s) => s !== '');
}

const DEFINES = /^(?:CREATE|ALTER|DROP|RENAME)\s+(?:TABLE|INDEX|UNIQUE INDEX)\s+/i;

/** The table that a statement makes, changes or drops; undefined for one that only changes rows. */
export function definedTable(statement: string): string | undefined {
  if (!DEFINES.test(statement)) return undefined;
  const name = /(?:TABLE|\sON)\s+(?:IF\s+(?:NOT\s+)?EXISTS\s+)?`?(\w+)`?/i.exec(statement)?.[1];
  if (name === undefined) throw new Error(`A migration defines a table that cannot be told: ${statement}`);
  return name;
}
