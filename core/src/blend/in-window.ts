import { normalCdf, normalPdf } from './normal.js';
import type { FatWindow } from './types.js';

/** Slack, in points of fat, inside which a blend with exactly known fat counts as on the edge. */
const EDGE = 1e-9;

/**
 * Chance that the true fat lies in the window: `Φ((hi−F)/s) − Φ((lo−F)/s)`.
 * With `fatSd` 0 it is 1 or 0.
 */
export function inWindow(fatPct: number, fatSd: number, window: FatWindow): number {
  if (fatSd <= 0) {
    return fatPct >= window.minPct - EDGE && fatPct <= window.maxPct + EDGE ? 1 : 0;
  }
  const a = (window.minPct - fatPct) / fatSd;
  const b = (window.maxPct - fatPct) / fatSd;
  return a > 0 ? normalCdf(-a) - normalCdf(-b) : normalCdf(b) - normalCdf(a);
}

/**
 * The largest uncertainty at which fat `fatPct` still has the wanted chance of being in the window,
 * and its slope per point of fat. Both are 0 when no uncertainty is small enough.
 *
 * Solved by bisection: the chance falls as the uncertainty grows while the fat is inside.
 */
export function widestSd(fatPct: number, wanted: number, window: FatWindow): { sd: number; slope: number } {
  if (fatPct < window.minPct || fatPct > window.maxPct || wanted >= 1) return { sd: 0, slope: 0 };
  let low = 0;
  let high = 100 + window.maxPct - window.minPct;
  if (inWindow(fatPct, high, window) >= wanted) return { sd: high, slope: 0 };
  for (let i = 0; i < 80; i += 1) {
    const middle = (low + high) / 2;
    if (inWindow(fatPct, Math.max(middle, 1e-300), window) >= wanted) low = middle;
    else high = middle;
  }
  if (low < 1e-12) return { sd: 0, slope: 0 };
  const a = (window.minPct - fatPct) / low;
  const b = (window.maxPct - fatPct) / low;
  const perFat = (normalPdf(a) - normalPdf(b)) / low;
  const perSd = (a * normalPdf(a) - b * normalPdf(b)) / low;
  return { sd: low, slope: perSd === 0 ? 0 : -perFat / perSd };
}
