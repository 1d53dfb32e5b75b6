import { MATERIALS, type Composition, type Material, type RibbonStation } from '@zest/core';

/** A closed shape in drawing units. */
interface Shape {
  key: string;
  material: Material;
  path: string;
}

interface SliverShape {
  key: string;
  name: string;
  kind: 'loss' | 'side' | 'gain';
  massMg: number;
  path: string;
  /** Where its words stand. */
  labelX: number;
  labelY: number;
}

interface GapShape {
  accountId: string;
  name: string;
  massMg: number;
  closed: boolean;
  path: string;
  labelX: number;
  labelY: number;
}

export interface RibbonDrawing {
  width: number;
  height: number;
  bands: Shape[];
  slivers: SliverShape[];
  gaps: GapShape[];
  stations: {
    accountId: string;
    name: string;
    x: number;
    width: number;
    top: number;
    bottom: number;
    inMg: number;
    outMg: number;
  }[];
}

const TOP = 34;
const GROW_TO = 0.34;
const SHED_FROM = 0.58;
const SHED_TO = 0.8;
/** Without words, a gap below this part of the step is within what scales err by. */
const TOO_SMALL = 0.005;

/** Two ribbons stand so far apart that what one loses does not fall onto the other. */
const LANE_GAP = { words: 62, plain: 14 };
/** Two ribbons have met by this part of the step in which they join. */
const JOIN_BY = 0.2;

/** Where a station stands: its column from the left, and the upper or the lower ribbon. */
interface Slot {
  station: RibbonStation;
  column: number;
  lane: 0 | 1;
}

/**
 * Lays the ribbon out from left to right: thickness is mass, bands are materials, a widening is mass
 * that came in, a wedge that falls away is mass that left, a gap is what the step still holds or,
 * once closed, cannot explain. Lean and fat worked apart are two ribbons that join.
 * @param labels leave room for words
 */
export function layoutRibbon(
  stations: readonly RibbonStation[],
  size: { width: number; height: number },
  labels: boolean,
): RibbonDrawing {
  const slots = slotsOf(stations);
  const used = slots.filter((s) => s.station.inMg > 0);
  const most = (lane: 0 | 1) =>
    Math.max(0, ...used.filter((s) => s.lane === lane).map((s) => s.station.inMg));
  const parted = used.some((s) => s.lane === 1);
  const upper = parted ? Math.max(0, ...used.filter(isLean).map((s) => s.station.inMg)) : most(0);
  const gap = parted ? (labels ? LANE_GAP.words : LANE_GAP.plain) : 0;
  const top = labels ? TOP : 2;
  const room = size.height - top - (labels ? 100 : 10) - gap;
  const scale = room / Math.max(1, most(0), upper + most(1));
  const columns = Math.max(1, ...slots.map((s) => s.column + 1));
  const place: Place = {
    each: size.width / columns,
    scale,
    tops: [top, top + upper * scale + gap],
    floors: [top + upper * scale + 18, size.height - 54],
    labels,
    said: [],
  };
  const drawing: RibbonDrawing = { ...size, bands: [], slivers: [], gaps: [], stations: [] };
  const ends: (End | undefined)[] = [undefined, undefined];
  for (const slot of used) {
    const joins = slot.station.stream === 'all' && ends[1] !== undefined;
    const incoming = joins
      ? ends.filter((e) => e !== undefined)
      : [ends[slot.lane]].filter((e) => e !== undefined);
    drawStation(drawing, slot, place, incoming);
    if (joins) ends[1] = undefined;
    const { station } = slot;
    const moved = station.closed || station.outMg > 0 ? station.outMg : 0;
    ends[slot.lane] = { massMg: moved, bands: station.bands, top: place.tops[slot.lane] };
  }
  return drawing;
}

function isLean({ station }: Slot): boolean {
  return station.stream === 'lean';
}

/** Columns in the order of the steps; the two streams share theirs. */
function slotsOf(stations: readonly RibbonStation[]): Slot[] {
  const next = [0, 0];
  return stations.map((station) => {
    const lane = station.stream === 'fat' ? 1 : 0;
    const column = station.stream === 'all' ? Math.max(...next) : (next[lane] ?? 0);
    if (station.stream === 'all') next.fill(column + 1);
    else next[lane] = column + 1;
    return { station, column, lane };
  });
}

/** What all stations of a drawing share. */
interface Place {
  each: number;
  scale: number;
  /** Upper edge of each ribbon. */
  tops: [number, number];
  /** Where the words of what fell out begin: below the upper ribbon, and at the foot. */
  floors: [number, number];
  labels: boolean;
  /** The words that stand below already. */
  said: Words[];
}

/** How a ribbon leaves a station. */
interface End {
  massMg: number;
  bands: Composition;
  top: number;
}

function drawStation(
  drawing: RibbonDrawing,
  { station, column, lane }: Slot,
  place: Place,
  ends: readonly End[],
): void {
  const { scale, labels } = place;
  const top = place.tops[lane];
  const floor = place.floors[station.stream === 'lean' ? 0 : 1];
  const x = column * place.each;
  const at = (part: number) => x + part * place.each;
  const inH = station.inMg * scale;
  const waiting = !station.closed && station.outMg === 0;
  const endH = waiting ? inH : Math.max(0, station.outMg * scale);
  const before = ends.length > 0 ? ends.reduce((sum, e) => sum + e.massMg, 0) : firstMass(station);
  const from = ends.length > 1 ? JOIN_BY : 0;
  if (ends.length > 1)
    drawing.bands.push(...joints(station.accountId, ends, [at(0), at(JOIN_BY)], top, scale));
  const came = ends.length > 0 ? sumOf(ends.map((e) => e.bands)) : meatOnly(station);
  const profile: Profile[] = [
    { x: at(from), top, height: Math.min(inH, before * scale), bands: came },
    { x: at(GROW_TO), top, height: inH, bands: station.bands },
    { x: at(SHED_FROM), top, height: inH, bands: station.bands },
    { x: at(waiting ? 1 : SHED_TO), top, height: endH, bands: station.bands },
    { x: at(1), top, height: endH, bands: station.bands },
  ];
  drawing.bands.push(...bandShapes(station.accountId, profile));
  let y = top + endH;
  station.slivers.forEach((sliver, n) => {
    const h = Math.max(1.5, sliver.massMg * scale);
    const drop = (labels ? 16 : 5) + n * (labels ? 4 : 1);
    drawing.slivers.push({
      key: `${station.accountId}-${sliver.accountId}`,
      ...sliver,
      name: brief(sliver.name),
      path: fall(at(SHED_FROM), at(SHED_TO), at(0.94), y, h, drop),
      labelX: at(0.97),
      labelY: lineFor(place.said, brief(sliver.name), at(0.97), floor),
    });
    y += sliver.massMg * scale;
  });
  const unseen = !labels && station.closed && Math.abs(station.balanceMg) < TOO_SMALL * station.inMg;
  if (!waiting && station.balanceMg !== 0 && !unseen) {
    const h = Math.max(3, Math.abs(station.balanceMg) * scale);
    drawing.gaps.push({
      accountId: station.accountId,
      name: station.name,
      massMg: station.balanceMg,
      closed: station.closed,
      path: `M${at(SHED_FROM)} ${y} H${at(SHED_TO)} V${y + h} H${at(SHED_FROM)} Z`,
      labelX: at(0.97),
      labelY: lineFor(place.said, 'unaccounted', at(0.97), floor),
    });
  }
  drawing.stations.push({
    accountId: station.accountId,
    name: station.name,
    x,
    width: place.each,
    top,
    bottom: top + inH,
    inMg: station.inMg,
    outMg: station.outMg,
  });
}

/** The ends of two ribbons running together into one, the upper on the lower. */
function joints(
  key: string,
  ends: readonly End[],
  [x0, x1]: [number, number],
  top: number,
  scale: number,
): Shape[] {
  let y = top;
  return ends.flatMap((end, i) => {
    const height = end.massMg * scale;
    const shapes = bandShapes(`${key}-from-${i}`, [
      { x: x0, top: end.top, height, bands: end.bands },
      { x: x1, top: y, height, bands: end.bands },
    ]);
    y += height;
    return shapes;
  });
}

function sumOf(all: readonly Composition[]): Composition {
  return all.reduce<Composition>((sum, bands) => {
    const next = { ...sum };
    for (const material of MATERIALS) {
      const mg = (sum[material] ?? 0) + (bands[material] ?? 0);
      if (mg > 0) next[material] = mg;
    }
    return next;
  }, {});
}

/** The first station starts from nothing but its meat: all but what stands in other materials. */
function firstMass(station: RibbonStation): number {
  return (station.bands.lean ?? 0) + (station.bands.fat ?? 0);
}

/** The meat of the first station, from which the ribbon starts. */
function meatOnly(station: RibbonStation): Composition {
  const { lean = 0, fat = 0 } = station.bands;
  return { lean, fat };
}

interface Profile {
  x: number;
  top: number;
  height: number;
  bands: Composition;
}

/** One shape a material, running through all points of the profile, so that no seam shows. */
function bandShapes(accountId: string, profile: readonly Profile[]): Shape[] {
  const below = profile.map(() => 0);
  return MATERIALS.flatMap((material) => {
    const upper = profile.map((point, i) => `${r(point.x)} ${r(point.top + (below[i] ?? 0) * point.height)}`);
    let any = false;
    profile.forEach((point, i) => {
      const total = Object.values(point.bands).reduce((a, b) => a + b, 0);
      const share = total > 0 ? (point.bands[material] ?? 0) / total : 0;
      if (share > 0) any = true;
      below[i] = (below[i] ?? 0) + share;
    });
    if (!any) return [];
    const lower = profile
      .map((point, i) => `${r(point.x)} ${r(point.top + (below[i] ?? 0) * point.height)}`)
      .reverse();
    return [
      { key: `${accountId}-${material}`, material, path: `M${upper.join(' L')} L${lower.join(' L')} Z` },
    ];
  });
}

/** Words on a line, from the left to the right. */
interface Words {
  y: number;
  from: number;
  to: number;
}

const LINE = 17;
/** There is room for so many lines. */
const LINES = 4;
/** About so wide is a letter of what is said below, and so many letters has its weight. */
const LETTER = 5.9;
const WEIGHT_LETTERS = 7;

/** The first line on which words that end here fall onto no others; the last where each has some. */
function lineFor(said: Words[], name: string, to: number, floor: number): number {
  const from = to - (name.length + WEIGHT_LETTERS) * LETTER;
  const isFree = (y: number) => !said.some((w) => w.y === y && w.from < to && from < w.to);
  const lines = Array.from({ length: LINES }, (_, n) => floor + n * LINE);
  const y = lines.find(isFree) ?? floor + (LINES - 1) * LINE;
  said.push({ y, from, to });
  return y;
}

/** Whose rework it is stands above. */
function brief(name: string): string {
  return name.endsWith(' rework') ? 'rework' : name;
}

function fall(x0: number, x1: number, x2: number, y: number, h: number, drop: number): string {
  return `M${r(x0)} ${r(y)} C${r(x1)} ${r(y)} ${r(x1)} ${r(y + drop)} ${r(x2)} ${r(y + drop)} L${r(x2)} ${r(y + drop + h)} C${r(x1)} ${r(y + drop + h)} ${r(x1)} ${r(y + h)} ${r(x0)} ${r(y + h)} Z`;
}

function r(value: number): number {
  return Math.round(value * 100) / 100;
}
