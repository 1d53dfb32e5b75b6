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

/**
 * Lays the ribbon out from left to right: thickness is mass, bands are materials, a widening is mass
 * that came in, a wedge that falls away is mass that left, a gap is what the step still holds or,
 * once closed, cannot explain.
 * @param labels leave room for words
 */
export function layoutRibbon(
  stations: readonly RibbonStation[],
  size: { width: number; height: number },
  labels: boolean,
): RibbonDrawing {
  const used = stations.filter((s) => s.inMg > 0);
  const top = labels ? TOP : 2;
  const room = size.height - top - (labels ? 100 : 10);
  const most = Math.max(1, ...used.map((s) => s.inMg));
  const scale = room / most;
  const each = size.width / Math.max(1, stations.length);
  const drawing: RibbonDrawing = { ...size, bands: [], slivers: [], gaps: [], stations: [] };
  let before = used[0] ? firstMass(used[0]) : 0;
  used.forEach((station, i) => {
    const x = i * each;
    const at = (part: number) => x + part * each;
    const inH = station.inMg * scale;
    const outH = Math.max(0, station.outMg * scale);
    const waiting = !station.closed && station.outMg === 0;
    const endH = waiting ? inH : outH;
    const startH = Math.min(inH, before * scale);
    const profile: Profile[] = [
      {
        x: at(0),
        height: startH,
        bands: i === 0 ? meatOnly(station) : (used[i - 1]?.bands ?? station.bands),
      },
      { x: at(GROW_TO), height: inH, bands: station.bands },
      { x: at(SHED_FROM), height: inH, bands: station.bands },
      { x: at(waiting ? 1 : SHED_TO), height: endH, bands: station.bands },
      { x: at(1), height: endH, bands: station.bands },
    ];
    drawing.bands.push(...bandShapes(station.accountId, profile, top));
    let y = top + endH;
    station.slivers.forEach((sliver, n) => {
      const h = Math.max(1.5, sliver.massMg * scale);
      const drop = (labels ? 16 : 5) + n * (labels ? 4 : 1);
      drawing.slivers.push({
        key: `${station.accountId}-${sliver.accountId}`,
        ...sliver,
        path: fall(at(SHED_FROM), at(SHED_TO), at(0.94), y, h, drop),
        labelX: at(0.97),
        labelY: size.height - 54 + n * 17,
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
        labelY: size.height - 54 + station.slivers.length * 17,
      });
    }
    drawing.stations.push({
      accountId: station.accountId,
      name: station.name,
      x,
      width: each,
      top,
      bottom: top + inH,
      inMg: station.inMg,
      outMg: station.outMg,
    });
    before = waiting ? 0 : station.outMg;
  });
  return drawing;
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
  height: number;
  bands: Composition;
}

/** One shape a material, running through all points of the profile, so that no seam shows. */
function bandShapes(accountId: string, profile: readonly Profile[], top: number): Shape[] {
  const below = profile.map(() => 0);
  return MATERIALS.flatMap((material) => {
    const upper = profile.map((point, i) => `${r(point.x)} ${r(top + (below[i] ?? 0) * point.height)}`);
    let any = false;
    profile.forEach((point, i) => {
      const total = Object.values(point.bands).reduce((a, b) => a + b, 0);
      const share = total > 0 ? (point.bands[material] ?? 0) / total : 0;
      if (share > 0) any = true;
      below[i] = (below[i] ?? 0) + share;
    });
    if (!any) return [];
    const lower = profile
      .map((point, i) => `${r(point.x)} ${r(top + (below[i] ?? 0) * point.height)}`)
      .reverse();
    return [
      { key: `${accountId}-${material}`, material, path: `M${upper.join(' L')} L${lower.join(' L')} Z` },
    ];
  });
}

function fall(x0: number, x1: number, x2: number, y: number, h: number, drop: number): string {
  return `M${r(x0)} ${r(y)} C${r(x1)} ${r(y)} ${r(x1)} ${r(y + drop)} ${r(x2)} ${r(y + drop)} L${r(x2)} ${r(y + drop + h)} C${r(x1)} ${r(y + drop + h)} ${r(x1)} ${r(y + h)} ${r(x0)} ${r(y + h)} Z`;
}

function r(value: number): number {
  return Math.round(value * 100) / 100;
}
