import type { RibbonStation } from '@zest/core';

const TOP = 34;
/** Ribbons stand so far apart, and further by the lines of words that fall between them. */
const ROW_GAP = { words: 58, plain: 5 };
/** Words begin so far below a ribbon, where what fell out of it has come down. */
const BELOW = 34;
/** A line of words below a ribbon, and how many there is room for. */
export const LINE = 17;
export const LINES = 4;
/** With words, every further ribbon makes the drawing so much higher, beside what stands between. */
const ROW_HEIGHT = 34;
/** The ribbon of the fat, where it is worked apart from the lean. */
export const STREAM_ROW = 1;

/** Where a station stands: its column from the left, and its ribbon from above. */
export interface Slot {
  station: RibbonStation;
  column: number;
  row: number;
  /** What is written over it, whole and short: whose it is, where a portion begins. */
  titles: [string, string];
}

/** A portion that is finished as it parts has no station of its own: it is drawn as what it is. */
function withFinished(stations: readonly RibbonStation[]): RibbonStation[] {
  return stations.flatMap((station) => [
    station,
    ...station.parted
      .filter(({ key }) => stations.every((s) => s.portion !== key))
      .map(({ key, name, massMg }): RibbonStation => ({
        ...station,
        accountId: `${station.accountId} ${key}`,
        name,
        closed: true,
        portion: key,
        parted: [],
        inMg: massMg,
        outMg: massMg,
        slivers: [],
        balanceMg: 0,
      })),
  ]);
}

/** Columns in the order of the steps; ribbons beside each other share theirs, and a portion begins behind its parting. */
export function slotsOf(stations: readonly RibbonStation[]): Slot[] {
  const next: number[] = [0];
  const rows = new Map<string, number>();
  const names = new Map(stations.flatMap((s) => s.parted.map((p) => [p.key, p.name] as const)));
  const named = new Set<string>();
  return withFinished(stations).map((station) => {
    const row =
      station.portion === null
        ? station.stream === 'fat'
          ? STREAM_ROW
          : 0
        : portionRow(rows, station.portion);
    const isJoined = station.portion === null && station.stream === 'all';
    const column = isJoined
      ? Math.max(next[0] ?? 0, rows.size === 0 ? (next[STREAM_ROW] ?? 0) : 0)
      : (next[row] ?? 0);
    next[row] = column + 1;
    for (const { key } of station.parted) next[portionRow(rows, key)] = column + 1;
    const isFirst = station.portion !== null && !named.has(station.portion);
    if (station.portion !== null) named.add(station.portion);
    const whose = isFirst && station.portion !== null ? names.get(station.portion) : undefined;
    const title = whose === undefined || whose === station.name ? station.name : `${whose}: ${station.name}`;
    return { station, column, row, titles: [title, whose ?? station.name] };
  });
}

function portionRow(rows: Map<string, number>, key: string): number {
  const row = rows.get(key) ?? rows.size + 1;
  rows.set(key, row);
  return row;
}

/** What all stations of a drawing share. */
export interface Place {
  each: number;
  scale: number;
  /** Upper edge of each ribbon. */
  tops: number[];
  /** Where the words of what fell out begin: below each ribbon but the last, and at the foot. */
  floors: number[];
  foot: number;
  /** Columns in which ribbons stand beside each other. */
  shared: ReadonlySet<number>;
  height: number;
  labels: boolean;
  /** The words that stand below already. */
  said: Words[];
}

export function placeOf(
  slots: readonly Slot[],
  used: readonly Slot[],
  size: { width: number; height: number },
  labels: boolean,
): Place {
  const rows = Math.max(1, ...used.map((s) => s.row + 1));
  const thickest = (list: readonly Slot[]) => Math.max(0, ...list.map((s) => s.station.inMg));
  const apart = (row: number) => used.filter((s) => s.row === row && !isWhole(used, s));
  const rowMg = Array.from({ length: rows }, (_, row) => thickest(rows > 1 ? apart(row) : used));
  const top = labels ? TOP : 2;
  const gaps = Array.from({ length: rows - 1 }, (_, row) =>
    labels ? ROW_GAP.words + LINE * linesBelow(apart(row)) : ROW_GAP.plain,
  );
  const between = gaps.reduce((sum, gap) => sum + gap, 0);
  const height = labels ? size.height + between + (rows - 1) * ROW_HEIGHT : size.height;
  const room = height - top - (labels ? 100 : 10) - between;
  const allMg = rowMg.reduce((sum, mg) => sum + mg, 0);
  const scale = room / Math.max(1, thickest(used), allMg);
  const tops = rowMg.map((_, row) =>
    rowMg.slice(0, row).reduce((y, mg, above) => y + mg * scale + (gaps[above] ?? 0), top),
  );
  return {
    each: size.width / Math.max(1, ...slots.map((s) => s.column + 1)),
    scale,
    tops,
    floors: tops.slice(0, -1).map((y, row) => y + (rowMg[row] ?? 0) * scale + BELOW),
    shared: new Set(used.flatMap((s) => (isWhole(used, s) ? [] : [s.column]))),
    foot: height - 54,
    height,
    labels,
    said: [],
  };
}

/** Lines of words that fall below a ribbon at most. */
function linesBelow(slots: readonly Slot[]): number {
  const words = slots.map(({ station }) => station.slivers.length + (station.balanceMg === 0 ? 0 : 1));
  return Math.min(LINES, Math.max(0, ...words));
}

/** All of the batch goes through it: no other ribbon stands beside it. */
function isWhole(used: readonly Slot[], { column, row }: Slot): boolean {
  return used.every((s) => s.column !== column || s.row === row);
}

/** Words on a line, from the left to the right. */
export interface Words {
  y: number;
  from: number;
  to: number;
}
