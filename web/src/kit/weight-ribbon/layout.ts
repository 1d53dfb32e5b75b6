import { MATERIALS, type Composition, type Material, type RibbonStation } from '@zest/core';
import { LINE, LINES, STREAM_ROW, placeOf, slotsOf, type Place, type Slot, type Words } from './rows.js';

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
    /** Where its name begins. */
    nameX: number;
    width: number;
    top: number;
    bottom: number;
    inMg: number;
    outMg: number;
  }[];
}

const GROW_TO = 0.34;
const SHED_FROM = 0.58;
const SHED_TO = 0.8;
/** Without words, a gap below this part of the step is within what scales err by. */
const TOO_SMALL = 0.005;

/** Ribbons have met, or are apart, by this part of the step in which they join or part. */
const JOIN_BY = 0.2;

/**
 * Lays the ribbon out from left to right: thickness is mass, bands are materials, a widening is mass
 * that came in, a wedge that falls away is mass that left, a gap is what the step still holds or,
 * once closed, cannot explain. Lean and fat worked apart are ribbons that join, portions are ribbons that part.
 * @param size what one ribbon has; with words it grows with every further one
 * @param labels leave room for words
 */
export function layoutRibbon(
  stations: readonly RibbonStation[],
  size: { width: number; height: number },
  labels: boolean,
): RibbonDrawing {
  const slots = slotsOf(stations);
  const used = slots.filter((s) => s.station.inMg > 0);
  const place = placeOf(slots, used, size, labels);
  const { width } = size;
  const drawing: RibbonDrawing = {
    width,
    height: place.height,
    bands: [],
    slivers: [],
    gaps: [],
    stations: [],
  };
  const ends = new Map<number, End>();
  for (const slot of used) {
    const { station, row } = slot;
    const joins =
      station.stream === 'all' && station.portion === null && ends.get(STREAM_ROW)?.isStream === true;
    const incoming = (joins ? [row, STREAM_ROW] : [row]).flatMap((r) => ends.get(r) ?? []);
    drawStation(drawing, slot, place, incoming);
    if (joins) ends.delete(STREAM_ROW);
    for (const [r, end] of endsOf(slot, place, (key) => rowOf(slots, key))) ends.set(r, end);
  }
  return drawing;
}

/** How what goes on from a station leaves it: what goes straight on above, each portion below what is above it. */
function endsOf(
  { station, row }: Slot,
  place: Place,
  rowOfPortion: (key: string) => number,
): [number, End][] {
  const moved = station.closed || station.outMg > 0 ? station.outMg : 0;
  const partedMg = station.parted.reduce((sum, p) => sum + p.massMg, 0);
  const { bands } = station;
  const top = place.tops[row] ?? 0;
  let y = top + Math.max(0, moved - partedMg) * place.scale;
  const portions = station.parted.map(({ key, massMg }): [number, End] => {
    const end = { massMg, bands, top: y, isStream: false };
    y += massMg * place.scale;
    return [rowOfPortion(key), end];
  });
  const isStream = station.stream !== 'all';
  return [[row, { massMg: Math.max(0, moved - partedMg), bands, top, isStream }], ...portions];
}

function rowOf(slots: readonly Slot[], key: string): number {
  return slots.find((s) => s.station.portion === key)?.row ?? 0;
}

/** How a ribbon leaves a station. */
interface End {
  massMg: number;
  bands: Composition;
  top: number;
  /** Lean or fat, which join again. */
  isStream: boolean;
}

function drawStation(drawing: RibbonDrawing, slot: Slot, place: Place, ends: readonly End[]): void {
  const { station, column, row } = slot;
  const { scale, labels } = place;
  const top = place.tops[row] ?? 0;
  const floor = (place.shared.has(column) && place.floors[row]) || place.foot;
  const x = column * place.each;
  const at = (part: number) => x + part * place.each;
  const inH = station.inMg * scale;
  const waiting = !station.closed && station.outMg === 0;
  const endH = waiting ? inH : Math.max(0, station.outMg * scale);
  const before = ends.length > 0 ? ends.reduce((sum, e) => sum + e.massMg, 0) : firstMass(station);
  const moves = ends.length > 1 || ends.some((e) => Math.abs(e.top - top) > 1e-6);
  const from = moves ? JOIN_BY : 0;
  if (moves) drawing.bands.push(...joints(station.accountId, ends, [at(0), at(JOIN_BY)], top, scale));
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
    name: fitting(slot.titles, place.each * (1 - from)),
    x,
    nameX: at(from),
    width: place.each,
    top,
    bottom: top + inH,
    inMg: station.inMg,
    outMg: station.outMg,
  });
}

/** Ribbons on their way from where they came to where they stand, the upper on the lower. */
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

/** About so wide is a letter of a name. */
const NAME_LETTER = 7.2;

/** The whole name where there is room for it, else as much of the short one. */
function fitting([whole, name]: [string, string], width: number): string {
  const most = Math.max(4, Math.floor(width / NAME_LETTER) - 1);
  if (whole.length <= most) return whole;
  return name.length <= most ? name : `${name.slice(0, most - 1).trimEnd()}…`;
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
