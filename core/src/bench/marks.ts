import type { Defect } from './defects.js';
import type { TimerId } from './timers.js';

/** What a patty is judged by. */
export const TASTE_ATTRIBUTES = ['salt', 'spice', 'fat', 'bite', 'colour'] as const;
export const TASTE_ANSWERS = ['too little', 'right', 'too much'] as const;

/** What became of a piece that went wrong. */
export const BECAME = { again: 'Stuffed again.', rework: 'Kept as rework.', binned: 'Binned.' } as const;

/** What is said or ticked at the bench and is neither a weight nor a reading, each with what belongs to it. */
export type Mark =
  /** Everything for the batch is there. */
  | { kind: 'start' }
  /** The machine of a step is checked, with what was read out then, and the plate or horn on it where it is another than written. */
  | { kind: 'ready'; checks?: string; sizeMm?: number }
  /** Runs so many minutes from now; 0 stops it. */
  | { kind: 'timer'; timer: TimerId; minutes: number }
  /** The clock of a step or of a load is started, or thrown away; its minutes are a reading. */
  | { kind: 'run'; load: number; isOn: boolean }
  /** Back into the cold, or out again. */
  | { kind: 'chill'; isIn: boolean }
  /** A second person has confirmed this weight of a line. */
  | { kind: 'cure'; lineId: string; massMg: number }
  /** A tub's label was printed. */
  | { kind: 'label'; code: string; file: string; massMg: number | null }
  | { kind: 'scan'; code: string }
  /** A load of the mixer or the cutter was put aside. */
  | { kind: 'load-skipped'; load: number; why: string }
  /** A proven recipe is not tasted this time. */
  | { kind: 'taste-skipped' }
  /** A patty of an early part, fried on purpose. It proves nothing. */
  | { kind: 'pilot'; coreC: number; answer: string }
  | {
      kind: 'attribute';
      attribute: (typeof TASTE_ATTRIBUTES)[number];
      answer: (typeof TASTE_ANSWERS)[number];
    }
  /** Fills of the stuffer; below 0 takes back. */
  | { kind: 'fill'; count: number }
  /** Strands of casing; below 0 takes back. */
  | { kind: 'strand'; count: number }
  /** What went wrong with how many pieces; below 0 takes back. */
  | { kind: 'defect'; defect: Defect; cause: string; became: keyof typeof BECAME | null; count: number }
  /** A line that was signed past and is not put in any more. */
  | { kind: 'given-up'; lineId: string; why: string }
  /** The lead signs for what speaks against the batch. */
  | {
      kind: 'signed';
      guard: string;
      why: string;
      /** What spoke against it, as it was said then; who and what it is about, and how far it went. */
      covers?: string;
      about?: string;
      amount?: number;
    };

export type MarkKind = Mark['kind'];
type FieldsOf = { [K in MarkKind]: readonly Exclude<keyof Extract<Mark, { kind: K }>, 'kind'>[] };

/** What each kind says besides its kind. */
const FIELDS: FieldsOf = {
  start: [],
  ready: ['checks', 'sizeMm'],
  timer: ['timer', 'minutes'],
  run: ['load', 'isOn'],
  chill: ['isIn'],
  cure: ['lineId', 'massMg'],
  label: ['code', 'file', 'massMg'],
  scan: ['code'],
  'load-skipped': ['load', 'why'],
  'taste-skipped': [],
  pilot: ['coreC', 'answer'],
  attribute: ['attribute', 'answer'],
  fill: ['count'],
  strand: ['count'],
  defect: ['defect', 'cause', 'became', 'count'],
  'given-up': ['lineId', 'why'],
  signed: ['guard', 'why', 'covers', 'about', 'amount'],
};

/** A mark alone, whatever else came with it. */
export function bareMark(mark: Mark): Mark {
  return { kind: mark.kind, ...saidBy(mark) } as Mark;
}

/** What a mark says, without who made it, where and when. */
export function saidBy(mark: Mark): Omit<Mark, 'kind'> {
  const all: Record<string, unknown> = { ...mark };
  return Object.fromEntries(
    FIELDS[mark.kind].flatMap((name) => (all[name] === undefined ? [] : [[name, all[name]]])),
  );
}

/** The marks of one kind out of many, with what belongs to them. */
export function marksOf<K extends MarkKind, M extends Mark>(
  marks: readonly M[],
  kind: K,
): Extract<M, { kind: K }>[] {
  return marks.filter((mark): mark is Extract<M, { kind: K }> => mark.kind === kind);
}

/** How many fills, strands or pieces that went wrong were ticked, less what was taken back. */
export function countMarks(
  marks: readonly Mark[],
  kind: 'fill' | 'strand' | 'defect',
  defect?: Defect,
): number {
  return marks.reduce((sum, mark) => {
    if (mark.kind !== kind) return sum;
    return mark.kind === 'defect' && defect !== undefined && mark.defect !== defect ? sum : sum + mark.count;
  }, 0);
}

/** What a mark says on paper; null for what is only ticked and has no words. */
export function markWords(mark: Mark): string | null {
  switch (mark.kind) {
    case 'ready':
      return mark.sizeMm === undefined
        ? (mark.checks ?? null)
        : [mark.checks, `${mark.sizeMm} mm on it.`].filter(Boolean).join(' ');
    case 'load-skipped':
      return `Load ${mark.load} put aside: ${mark.why}`;
    case 'pilot':
      return `Pilot patty: ${mark.answer}`;
    case 'attribute':
      return `${mark.attribute}: ${mark.answer}`;
    case 'defect':
      return `${mark.defect}: ${[mark.cause, mark.became && BECAME[mark.became]].filter(Boolean).join('. ')}`;
    case 'given-up':
      return mark.why;
    case 'label':
      return `Label ${mark.code}`;
    case 'start':
    case 'timer':
    case 'run':
    case 'chill':
    case 'cure':
    case 'scan':
    case 'taste-skipped':
    case 'fill':
    case 'strand':
    case 'signed':
      return null;
  }
}
