import { createReadStream } from 'node:fs';
import { createInterface } from 'node:readline';

const TABLE = /^CREATE TABLE `([^`]+)`/;
const INSERT = /^INSERT INTO `([^`]+)`/;

/** Rows of each table in a dump, counted in the dump itself: the shop may go on writing meanwhile. */
export async function countRows(dump: string): Promise<Record<string, number>> {
  const rows: Record<string, number> = {};
  for await (const line of createInterface({ input: createReadStream(dump, 'utf8') })) {
    const made = TABLE.exec(line)?.[1];
    if (made !== undefined) rows[made] ??= 0;
    const filled = INSERT.exec(line)?.[1];
    if (filled !== undefined) rows[filled] = (rows[filled] ?? 0) + rowsIn(line);
    else if (line.startsWith('(')) {
      const last = Object.keys(rows).at(-1);
      if (last !== undefined) rows[last] = (rows[last] ?? 0) + rowsIn(line);
    }
  }
  return rows;
}

/** Brackets that close a row, outside of texts. */
function rowsIn(line: string): number {
  let depth = 0;
  let inText = false;
  let count = 0;
  const from = line.startsWith('(') ? 0 : line.indexOf(' VALUES') + 7;
  for (let i = from; i < line.length; i += 1) {
    const c = line[i];
    if (inText) {
      if (c === '\\') i += 1;
      else if (c === "'") inText = false;
    } else if (c === "'") inText = true;
    else if (c === '(') depth += 1;
    else if (c === ')') {
      depth -= 1;
      if (depth === 0) count += 1;
    }
  }
  return count;
}
