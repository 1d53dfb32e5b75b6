import { MATERIALS, type Material, type RibbonStation } from '@zest/core';

/** A closed shape in drawing units. */
export interface Shape {
  key: string;
  material: Material;
  path: string;
}

export interface SliverShape {
  key: string;
  name: string;
  kind: 'loss' | 'side' | 'gain';
  massMg: number;
  path: string;
  /** Where its words stand. */
  labelX: number;
  labelY: number;
}

export interface GapShape {
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
  stations: { accountId: string; name: string; x: number; width: number; top: number; bottom: number; inMg: number; outMg: number }[];
}

const TOP = 34;
const GROW_TO = 0.34;
const SHED_FROM = 0.58;
const SHED_TO = 0.8;

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
  const room = size.height - top - (labels ? 96 : 10);
  const most = Math.max(1, ...used.map((s) => s.inMg));
  const scale = room / most;
  const each = size.width / Math.max(1, used.length);
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
    bandShapes(station, [at(0), startH], [at(GROW_TO), inH], top, drawing);
    bandShapes(station, [at(GROW_TO), inH], [at(SHED_FROM), inH], top, drawing, 'mid');
    bandShapes(station, [at(SHED_FROM), inH], [at(waiting ? 1 : SHED_TO), endH], top, drawing, 'shed');
    if (!waiting) bandShapes(station, [at(SHED_TO), endH], [at(1), endH], top, drawing, 'out');
    let y = top + endH;
    station.slivers.forEach((sliver, n) => {
      const h = Math.max(1.5, sliver.massMg * scale);
      const drop = (labels ? 16 : 5) + n * (labels ? 4 : 1);
      drawing.slivers.push({
        key: `${station.accountId}-${sliver.accountId}`,
        ...sliver,
        path: fall(at(SHED_FROM), at(SHED_TO), at(0.94), y, h, drop),
        labelX: at(0.97),
        labelY: size.height - 74 + n * 18,
      });
      y += sliver.massMg * scale;
    });
    if (!waiting && station.balanceMg !== 0) {
      const h = Math.max(3, Math.abs(station.balanceMg) * scale);
      drawing.gaps.push({
        accountId: station.accountId,
        name: station.name,
        massMg: station.balanceMg,
        closed: station.closed,
        path: `M${at(SHED_FROM)} ${y} H${at(SHED_TO)} V${y + h} H${at(SHED_FROM)} Z`,
        labelX: at((SHED_FROM + SHED_TO) / 2),
        labelY: size.height - 74 + station.slivers.length * 18,
      });
    }
    drawing.stations.push({ accountId: station.accountId, name: station.name, x, width: each, top, bottom: top + inH, inMg: station.inMg, outMg: station.outMg });
    before = waiting ? 0 : station.outMg;
  });
  return drawing;
}

/** The first station starts from nothing but its meat: all but what stands in other materials. */
function firstMass(station: RibbonStation): number {
  return (station.bands.lean ?? 0) + (station.bands.fat ?? 0);
}

function bandShapes(
  station: RibbonStation,
  [x0, h0]: [number, number],
  [x1, h1]: [number, number],
  top: number,
  drawing: RibbonDrawing,
  part = 'in',
): void {
  const total = Object.values(station.bands).reduce((a, b) => a + b, 0);
  if (total <= 0) return;
  let below = 0;
  for (const material of MATERIALS) {
    const share = (station.bands[material] ?? 0) / total;
    if (share <= 0) continue;
    const from = below;
    below += share;
    drawing.bands.push({
      key: `${station.accountId}-${part}-${material}`,
      material,
      path: `M${r(x0)} ${r(top + from * h0)} L${r(x1)} ${r(top + from * h1)} L${r(x1)} ${r(top + below * h1)} L${r(x0)} ${r(top + below * h0)} Z`,
    });
  }
}

function fall(x0: number, x1: number, x2: number, y: number, h: number, drop: number): string {
  return `M${r(x0)} ${r(y)} C${r(x1)} ${r(y)} ${r(x1)} ${r(y + drop)} ${r(x2)} ${r(y + drop)} L${r(x2)} ${r(y + drop + h)} C${r(x1)} ${r(y + drop + h)} ${r(x1)} ${r(y + h)} ${r(x0)} ${r(y + h)} Z`;
}

function r(value: number): number {
  return Math.round(value * 100) / 100;
}
