/** One batch's line as it was written and as it was made, in g per kg of the meat it was for. */
export interface MadeLine {
  key: string;
  name: string;
  writtenGPerKg: number;
  madeGPerKg: number;
}

export interface AsMade {
  key: string;
  name: string;
  writtenGPerKg: number;
  batches: number;
  /** Mean of made over written, percent; 0 is as written. */
  meanOffPct: number;
  worstOffPct: number;
  /** Every one of the last batches on the same side: the recipe or the hand is wrong. */
  always: 'over' | 'under' | null;
}

/** So many batches before anybody says always. */
const ENOUGH = 3;
/** Within this it is as written, percent; common practice. */
const AS_WRITTEN_PCT = 1.5;

/**
 * As written against as made, line by line over the last batches (newest first). A line that is always
 * poured on the same side, beyond what a scale's division explains, is named.
 */
export function asMade(batches: readonly (readonly MadeLine[])[]): AsMade[] {
  const keys = new Map<string, MadeLine[]>();
  for (const batch of batches) {
    for (const line of batch) {
      if (line.writtenGPerKg > 0) keys.set(line.key, [...(keys.get(line.key) ?? []), line]);
    }
  }
  return [...keys].map(([key, made]) => {
    const offs = made.map((m) => (m.madeGPerKg / m.writtenGPerKg - 1) * 100);
    const enough = offs.length >= ENOUGH;
    return {
      key,
      name: made[0]?.name ?? key,
      writtenGPerKg: made[0]?.writtenGPerKg ?? 0,
      batches: offs.length,
      meanOffPct: offs.reduce((sum, o) => sum + o, 0) / offs.length,
      worstOffPct: offs.reduce((worst, o) => (Math.abs(o) > Math.abs(worst) ? o : worst), 0),
      always:
        enough && offs.every((o) => o > AS_WRITTEN_PCT)
          ? 'over'
          : enough && offs.every((o) => o < -AS_WRITTEN_PCT)
            ? 'under'
            : null,
    };
  });
}
