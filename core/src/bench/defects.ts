/** What goes wrong at the stuffer and the table, with its causes as a hand would say them, and the mend. */
export const DEFECTS = {
  burst: {
    'Filled too hard': 'Let the casing run off the horn sooner; leave it slack for the twist.',
    'Weak casing': 'Take another strand, soaked and flushed; put this lot on hold if it goes on.',
    'Air inside': 'Pack the barrel again without air, and prick only where air shows.',
    'Rough horn': 'Feel the end of the horn for a burr; change it.',
    'Twisted too tight': 'Fewer turns, and let the pinch settle first.',
  },
  air: {
    'Barrel not packed': 'Throw the mix into the barrel by handfuls, so that no air stays under it.',
    'Mix too warm': 'Back to the chill: warm mix draws air.',
    'Casing held loose': 'Hold the casing at the horn until it fills.',
  },
  thick: {
    'Cranked too fast': 'Crank slower, or let the casing go faster.',
    'Casing held back': 'Loosen the hand on the horn.',
  },
  thin: {
    'Casing pulled': 'Let the mix push the casing off by itself.',
    'Cranked too slow': 'Crank steadily; do not stop within a piece.',
  },
} as const satisfies Record<string, Record<string, string>>;
export type Defect = keyof typeof DEFECTS;

/** The causes of a defect. */
export function causesOf(defect: Defect): string[] {
  return Object.keys(DEFECTS[defect]);
}

export interface NotedDefect {
  defect: string;
  cause: string;
  pieces: number;
}

/** The same cause so often at one step is no accident any more. */
const AGAIN = 3;

/** The mend of the cause that has come most often, once it has come three times; null before. */
export function defectHelp(
  noted: readonly NotedDefect[],
): { defect: string; cause: string; pieces: number; mend: string } | null {
  const sums = new Map<string, NotedDefect>();
  for (const one of noted) {
    const key = `${one.defect} ${one.cause}`;
    sums.set(key, { ...one, pieces: (sums.get(key)?.pieces ?? 0) + one.pieces });
  }
  const worst = [...sums.values()].sort((a, b) => b.pieces - a.pieces)[0];
  if (!worst || worst.pieces < AGAIN) return null;
  const mends: Record<string, Record<string, string>> = DEFECTS;
  const mend = mends[worst.defect]?.[worst.cause];
  return mend === undefined ? null : { ...worst, mend };
}
