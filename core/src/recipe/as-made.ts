import type { RecipeLine, WorkingLine } from './document.js';
import type { LineRole } from './ingredient.js';

/** One batch's line as it was written and as it was made, in g per kg of the meat it was for. */
export interface MadeLine {
  key: string;
  name: string;
  ingredientId: string;
  role: LineRole;
  /** 0 where the recipe does not have it: it went in at the bench. */
  writtenGPerKg: number;
  madeGPerKg: number;
}

export interface AsMade {
  key: string;
  name: string;
  ingredientId: string;
  role: LineRole;
  writtenGPerKg: number;
  /** Mean of what went in over the batches that have it. */
  meanGPerKg: number;
  batches: number;
  /** Mean of made over written, percent; 0 is as written, and where nothing is written. */
  meanOffPct: number;
  worstOffPct: number;
  /** Every one of the last batches on the same side: the recipe or the hand is wrong. */
  always: 'over' | 'under' | 'unwritten' | null;
}

/** So many batches before anybody says always. */
const ENOUGH = 3;
/** Within this it is as written, percent; common practice. */
const AS_WRITTEN_PCT = 1.5;

/**
 * As written against as made, line by line over the last batches (newest first). A line that is always
 * poured on the same side, beyond what a scale's division explains, is named; so is what is never written and
 * always goes in.
 */
export function asMade(batches: readonly (readonly MadeLine[])[]): AsMade[] {
  const keys = new Map<string, MadeLine[]>();
  for (const batch of batches) {
    for (const line of batch) keys.set(line.key, [...(keys.get(line.key) ?? []), line]);
  }
  return [...keys].flatMap(([key, made]): AsMade[] => {
    const [first] = made;
    if (!first) return [];
    const { name, ingredientId, role, writtenGPerKg } = first;
    const meanGPerKg = made.reduce((sum, m) => sum + m.madeGPerKg, 0) / made.length;
    const common = { key, name, ingredientId, role, writtenGPerKg, meanGPerKg, batches: made.length };
    if (writtenGPerKg <= 0) {
      const always = made.length >= ENOUGH && made.length === batches.length ? 'unwritten' : null;
      return [{ ...common, meanOffPct: 0, worstOffPct: 0, always }];
    }
    const offs = made.map((m) => (m.madeGPerKg / m.writtenGPerKg - 1) * 100);
    return [
      {
        ...common,
        meanOffPct: offs.reduce((sum, o) => sum + o, 0) / offs.length,
        worstOffPct: offs.reduce((worst, o) => (Math.abs(o) > Math.abs(worst) ? o : worst), 0),
        always: alwaysOff(offs),
      },
    ];
  });
}

function alwaysOff(offs: readonly number[]): 'over' | 'under' | null {
  if (offs.length < ENOUGH) return null;
  if (offs.every((o) => o > AS_WRITTEN_PCT)) return 'over';
  return offs.every((o) => o < -AS_WRITTEN_PCT) ? 'under' : null;
}

/**
 * The lines of a next version as they are really made: what is always over or under at what it comes to, and what
 * always goes in unwritten as a line of its own. The rest stays as it was written.
 */
export function linesAsMade(lines: readonly RecipeLine[], made: readonly AsMade[]): WorkingLine[] {
  const changed = lines.map(({ carries: _carries, ...line }): WorkingLine => {
    const known = made.find((m) => m.key === line.key && m.always !== null);
    if (!known) return line;
    const { asWritten: _typed, ...rest } = line;
    return { ...rest, dose: rounded(known.writtenGPerKg * (1 + known.meanOffPct / 100)) };
  });
  const entersAt = lines.at(-1)?.entersAt ?? '';
  const added = made
    .filter((m) => m.always === 'unwritten')
    .map(({ ingredientId, name, role, meanGPerKg }): WorkingLine => ({
      key: `made-${ingredientId.slice(-8)}`,
      ingredientId,
      name,
      role,
      dose: rounded(meanGPerKg),
      required: true,
      entersAt,
    }));
  return [...changed, ...added];
}

function rounded(gPerKgMeat: number) {
  return { gPerKgMeat: Number(gPerKgMeat.toPrecision(3)) };
}
