const PREFIX = 'extra-';

/** Key of a line that no recipe has: something went in at the bench. */
export function unwrittenKey(lineId: string): string {
  return `${PREFIX}${lineId.slice(-8)}`;
}

/** Whether a line went in without being written. */
export function isUnwritten(line: { document: { key: string } | null }): boolean {
  return line.document?.key.startsWith(PREFIX) === true;
}
