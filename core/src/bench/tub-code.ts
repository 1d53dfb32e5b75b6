/** What the code on the label of a tub says, and what a scanner types: batch and mixer load. */
export function tubCode(batchNumber: number, load: number): string {
  return `B${batchNumber}-L${load}`;
}

/** Batch and load of a scanned tub; undefined for any other code. */
export function readTubCode(code: string): { batchNumber: number; load: number } | undefined {
  const match = /^B(\d{1,9})-L(\d{1,2})$/.exec(code.trim().toUpperCase());
  return match ? { batchNumber: Number(match[1]), load: Number(match[2]) } : undefined;
}
