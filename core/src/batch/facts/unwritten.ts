/** Whether a line went in without being written: somebody put it in at the bench, and that is what its document says. */
export function isUnwritten(line: { document: { unwritten?: true | undefined } | null }): boolean {
  return line.document?.unwritten === true;
}
