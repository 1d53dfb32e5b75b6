import type { FatWindow } from '@zest/core';

export interface BeamBlockInput {
  id: string;
  name: string;
  fatPct: number;
  massKg: number;
}

export interface BeamBlock extends BeamBlockInput {
  x: number;
  y: number;
  side: number;
  /** Where the string to the block starts on the beam. */
  hangY: number;
}

export interface BeamDrawing {
  blocks: BeamBlock[];
  pivotX: number;
  /** Degrees; the beam tips to the side on which the fat is out of the window. */
  tilt: number;
  windowX: [number, number];
  /** One standard uncertainty each way around the pivot. */
  shadow: { x: number; rx: number };
  ticks: { pct: number; x: number }[];
}

export const BEAM_Y = 96;
const MARGIN = 46;
const LARGEST_SIDE = 118;
const MOST_TILT = 7;

/** Place of a fat on the beam. */
export function beamX(fatPct: number, width: number): number {
  return MARGIN + (fatPct / 100) * (width - 2 * MARGIN);
}

/**
 * The blend as a lever: blocks hang at their fat with their area as kilograms, the pivot rests at the
 * blend's fat. Blocks that would overlap hang lower, the heavier ones nearest to the beam.
 */
export function layoutBeam(
  blocks: readonly BeamBlockInput[],
  blend: { fatPct: number; fatSd: number },
  window: FatWindow,
  width: number,
): BeamDrawing {
  const most = Math.max(1e-9, ...blocks.map((b) => b.massKg));
  const placed: BeamBlock[] = [];
  for (const block of [...blocks].sort((a, b) => b.massKg - a.massKg)) {
    const side = Math.max(26, LARGEST_SIDE * Math.sqrt(block.massKg / most));
    const x = beamX(block.fatPct, width) - side / 2;
    let y = BEAM_Y + 22;
    for (const other of placed) {
      const overlaps = x < other.x + other.side + 6 && other.x < x + side + 6;
      if (overlaps) y = Math.max(y, other.y + other.side + 10);
    }
    placed.push({ ...block, x, y, side, hangY: BEAM_Y });
  }
  const off = blend.fatPct > window.maxPct ? blend.fatPct - window.maxPct : Math.min(0, blend.fatPct - window.minPct);
  return {
    blocks: blocks.flatMap((b) => placed.filter((p) => p.id === b.id)),
    pivotX: beamX(blend.fatPct, width),
    tilt: Math.max(-MOST_TILT, Math.min(MOST_TILT, off * 1.2)),
    windowX: [beamX(window.minPct, width), beamX(window.maxPct, width)],
    shadow: { x: beamX(blend.fatPct, width), rx: (blend.fatSd / 100) * (width - 2 * MARGIN) * 2 },
    ticks: Array.from({ length: 11 }, (_, i) => ({ pct: i * 10, x: beamX(i * 10, width) })),
  };
}
