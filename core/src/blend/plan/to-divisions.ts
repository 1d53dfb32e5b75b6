import { shareOut } from '../../quantity/share-out.js';
import { judge } from './chance.js';
import { usesBoxes } from './build-model.js';
import type { PlanInput } from './types.js';

const MG = 1e6;

/**
 * Rounds kilograms to whole divisions that sum exactly to the batch, then checks the window and the
 * wanted chance again and, where rounding pushed the blend out, moves single divisions between
 * trims until it is back or nothing helps.
 *
 * Locked trims and trims drawn by whole boxes keep their weight.
 * @returns whole milligrams per trim
 */
export function toDivisions(input: PlanInput, kg: readonly number[], wanted: number): number[] {
  const division = Math.max(1, Math.round((input.divisionKg ?? 1e-6) * MG));
  const totalMg = Math.round(input.batchKg * MG);
  const free = input.trims.map(
    (trim, i) => trim.lockedKg === undefined && !usesBoxes(trim) && (kg[i] ?? 0) > 1e-7,
  );
  const masses = kg.map((x, i) => (free[i] ? 0 : Math.round(x * MG)));
  const rest = totalMg - masses.reduce((a, b) => a + b, 0);
  const weights = kg.map((x, i) => (free[i] ? x : 0));
  if (rest <= 0 || !weights.some((w) => w > 0)) {
    return absorb(masses, kg, rest);
  }
  shareOut(rest, weights, division).forEach((mass, i) => {
    if (free[i]) masses[i] = mass;
  });
  keepWithinStock(input, masses, free, division);
  const rounded = nudge(input, masses, free, division, wanted);
  const outside = shortfall(input, rounded, 0) > 1e-9;
  return outside && division > 1 ? toDivisions({ ...input, divisionKg: undefined }, kg, wanted) : rounded;
}

/** What rounding put on a trim beyond its stock goes to the trims that have most room. */
function keepWithinStock(
  input: PlanInput,
  masses: number[],
  free: readonly boolean[],
  division: number,
): void {
  const room = (i: number) => Math.floor((input.trims[i]?.availableKg ?? 0) * MG + 0.5) - (masses[i] ?? 0);
  masses.forEach((_, i) => {
    if (!free[i]) return;
    const receivers = masses.map((__, j) => j).filter((j) => j !== i && free[j] && room(j) > 0);
    for (const to of receivers.sort((a, b) => room(b) - room(a))) {
      const steps = Math.ceil(-room(i) / division) * division;
      const moved = Math.min(steps, room(to));
      if (moved <= 0) break;
      masses[to] = (masses[to] ?? 0) + moved;
      masses[i] = (masses[i] ?? 0) - moved;
    }
  });
}

/** Puts the last milligrams of rounding on the heaviest trim when none is free to take them. */
function absorb(masses: number[], kg: readonly number[], rest: number): number[] {
  const heaviest = kg.indexOf(Math.max(...kg));
  return masses.map((m, i) => (i === heaviest ? m + rest : m));
}

function nudge(
  input: PlanInput,
  start: number[],
  free: readonly boolean[],
  division: number,
  wanted: number,
): number[] {
  let masses = start;
  for (let round = 0; round < 4; round += 1) {
    const now = shortfall(input, masses, wanted);
    if (now <= 1e-9) return masses;
    let best = { masses, lack: now };
    for (const candidate of singleMoves(input, masses, free, division)) {
      const lack = shortfall(input, candidate, wanted);
      if (lack < best.lack) best = { masses: candidate, lack };
    }
    if (best.masses === masses) return masses;
    masses = best.masses;
  }
  return masses;
}

function singleMoves(
  input: PlanInput,
  masses: readonly number[],
  free: readonly boolean[],
  division: number,
): number[][] {
  const moves: number[][] = [];
  masses.forEach((fromMass, from) => {
    if (!free[from] || fromMass < division) return;
    masses.forEach((toMass, to) => {
      const room = (input.trims[to]?.availableKg ?? 0) * MG - toMass;
      if (to === from || !free[to] || room < division) return;
      const next = [...masses];
      next[from] = fromMass - division;
      next[to] = toMass + division;
      moves.push(next);
    });
  });
  return moves;
}

/**
 * How far a blend is from what it must be, in points: outside the window, a species short of its share or beyond
 * it, a lot used by less than its least; where it is none of these, how far it is short of the wanted chance.
 */
function shortfall(input: PlanInput, masses: readonly number[], wanted: number): number {
  const { fatPct, chance } = judge(
    input,
    masses.map((m) => m / MG),
  );
  const { minPct, maxPct } = input.window;
  const outside =
    Math.max(0, minPct - fatPct, fatPct - maxPct) + speciesLack(input, masses) + leastLack(input, masses);
  return outside > 1e-9 ? outside + BROKEN : Math.max(0, wanted - chance);
}

/** A rule that is broken is worse than any chance that is missed. */
const BROKEN = 1;

function speciesLack({ trims, speciesRules = [] }: PlanInput, masses: readonly number[]): number {
  const total = masses.reduce((a, b) => a + b, 0);
  return speciesRules.reduce((sum, { species, minPct = 0, maxPct = 100 }) => {
    const own = masses.reduce((m, mass, i) => (trims[i]?.species === species ? m + mass : m), 0);
    const share = (own / total) * 100;
    return sum + Math.max(0, minPct - share, share - maxPct);
  }, 0);
}

function leastLack({ trims }: PlanInput, masses: readonly number[]): number {
  return masses.reduce((sum, mass, i) => {
    const least = trims[i]?.lockedKg === undefined ? (trims[i]?.minUseKg ?? 0) * MG : 0;
    return mass > 0 && mass < least ? sum + (least - mass) / MG : sum;
  }, 0);
}
