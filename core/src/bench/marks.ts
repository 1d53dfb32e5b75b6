/**
 * What is said or ticked at the bench and is neither a weight nor a reading.
 *
 * - `start`, `ready`: everything for the batch is there; the machine of a step is checked
 * - `timer`: subject names it, value is its minutes, 0 stops it
 * - `chill`: value 1 back into the cold, 0 out again
 * - `cure`: subject is the line whose weight a second person has confirmed
 * - `label`, `scan`: a tub's label was printed, a tub was scanned
 * - `load-skipped`: subject is the load, the note says why
 * - `taste-skipped`: a proven recipe is not tasted this time
 * - `pilot`: a patty of an early part, fried on purpose; the value is its core in °C, the note how it was. It proves nothing
 * - `attribute`: subject is what was tasted, the note how it was
 * - `fill`, `strand`: a fill of the stuffer, a strand of casing; the value is how many, below 0 takes back
 * - `defect`: subject is what went wrong, the note its cause, the value how many
 * - `given-up`: subject is a line that was signed past and is not put in any more, the note why
 * - `said`: a note in words
 * - `signed`: the lead signs for what speaks against the batch; subject is the guard, the note why
 */
export const MARK_KINDS = [
  'start',
  'ready',
  'timer',
  'chill',
  'cure',
  'label',
  'scan',
  'load-skipped',
  'taste-skipped',
  'pilot',
  'attribute',
  'fill',
  'strand',
  'defect',
  'given-up',
  'said',
  'signed',
] as const;
export type MarkKind = (typeof MARK_KINDS)[number];

/**
 * How many of a kind were ticked: each counts one unless its value says more, or takes some back.
 *
 * @param subject only those of it, where it is given
 */
export function countMarks(
  marks: readonly { kind: MarkKind; value: number | null; subject?: string }[],
  kind: MarkKind,
  subject?: string,
): number {
  const counts = marks.filter((m) => m.kind === kind && (subject === undefined || m.subject === subject));
  return counts.reduce((sum, mark) => sum + (mark.value ?? 1), 0);
}

/** What a patty is judged by. */
export const TASTE_ATTRIBUTES = ['salt', 'spice', 'fat', 'bite', 'colour'] as const;
export const TASTE_ANSWERS = ['too little', 'right', 'too much'] as const;
