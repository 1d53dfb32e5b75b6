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
  /** Where its string is tied to the beam: its fat. */
  hangX: number;
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
const BLOCK_Y = BEAM_Y + 52;
const LARGEST_SIDE = 112;
/** Width that a block's words need. */
const LABEL_ROOM = 104;
const MOST_TILT = 5;

/** Place of a fat on the beam. */
function beamX(fatPct: number, width: number): number {
  return MARGIN + (fatPct / 100) * (width - 2 * MARGIN);
}

/**
 * The blend as a lever: blocks hang at their fat with their area as kilograms, the pivot rests at the
 * blend's fat. Blocks that would overlap are moved apart; their strings still start at their fat.
 */
export function layoutBeam(
  blocks: readonly BeamBlockInput[],
  blend: { fatPct: number; fatSd: number },
  window: FatWindow,
  width: number,
): BeamDrawing {
  const most = Math.max(1e-9, ...blocks.map((b) => b.massKg));
  const sized = blocks
    .map((block) => ({ block, side: Math.max(24, LARGEST_SIDE * Math.sqrt(block.massKg / most)) }))
    .sort((a, b) => a.block.fatPct - b.block.fatPct || a.block.id.localeCompare(b.block.id));
  const centres = spread(
    sized.map(({ block, side }) => ({
      wanted: beamX(block.fatPct, width),
      room: Math.max(side, LABEL_ROOM) + 10,
    })),
    width,
  );
  const placed = sized.map(({ block, side }, i) => ({
    ...block,
    side,
    x: (centres[i] ?? 0) - side / 2,
    y: BLOCK_Y + (LARGEST_SIDE - side) / 2,
    hangX: beamX(block.fatPct, width),
  }));
  const off =
    blend.fatPct > window.maxPct ? blend.fatPct - window.maxPct : Math.min(0, blend.fatPct - window.minPct);
  return {
    blocks: blocks.flatMap((b) => placed.filter((p) => p.id === b.id)),
    pivotX: beamX(blend.fatPct, width),
    tilt: Math.max(-MOST_TILT, Math.min(MOST_TILT, off * 1.2)),
    windowX: [beamX(window.minPct, width), beamX(window.maxPct, width)],
    shadow: { x: beamX(blend.fatPct, width), rx: (blend.fatSd / 100) * (width - 2 * MARGIN) * 2 },
    ticks: Array.from({ length: 11 }, (_, i) => ({ pct: i * 10, x: beamX(i * 10, width) })),
  };
}

/** Centres as near to where they are wanted as their rooms allow, in the same order. */
function spread(items: readonly { wanted: number; room: number }[], width: number): number[] {
  const total = items.reduce((sum, item) => sum + item.room, 0);
  const squeeze = Math.min(1, width / Math.max(1, total));
  const half = items.map((item) => (item.room * squeeze) / 2);
  const centres = items.map((item) => item.wanted);
  for (let pass = 0; pass < 60; pass += 1) {
    for (let i = 1; i < centres.length; i += 1) {
      const overlap = (centres[i - 1] ?? 0) + (half[i - 1] ?? 0) + (half[i] ?? 0) - (centres[i] ?? 0);
      if (overlap <= 0) continue;
      centres[i - 1] = (centres[i - 1] ?? 0) - overlap / 2;
      centres[i] = (centres[i] ?? 0) + overlap / 2;
    }
    centres.forEach((c, i) => {
      const edge = half[i] ?? 0;
      centres[i] = Math.min(width - edge, Math.max(edge, c));
    });
  }
  const least = (i: number) => (half[i - 1] ?? 0) + (half[i] ?? 0);
  for (let i = 1; i < centres.length; i += 1) {
    centres[i] = Math.max(centres[i] ?? 0, (centres[i - 1] ?? 0) + least(i));
  }
  for (let i = centres.length - 1; i >= 0; i -= 1) {
    const edge = i === centres.length - 1 ? width - (half[i] ?? 0) : (centres[i + 1] ?? 0) - least(i + 1);
    centres[i] = Math.min(centres[i] ?? 0, edge);
  }
  return centres;
}
