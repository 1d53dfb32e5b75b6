/** A scale as the weigh-up sees it; masses in mg. */
export interface ScaleSpec {
  id: string;
  name: string;
  capacityMg: number;
  divisionMg: number;
  /** The tub that usually stands on it. */
  tubMg: number;
}

export type WeighKind = 'meat' | 'ingredient' | 'cure';

/** Tolerance when a line sets none, percent of the due weight. */
export const DEFAULT_TOLERANCE_PCT: Record<WeighKind, number> = { meat: 1, ingredient: 2, cure: 1 };

export interface Band {
  lowMg: number;
  highMg: number;
}

/**
 * The range in which a weight counts as right: the tolerance each way, at least one division, and
 * for a limited line never above its limit.
 */
export function toleranceBand(input: {
  dueMg: number;
  kind: WeighKind;
  divisionMg: number;
  tolerancePct?: number | undefined;
  limitMg?: number | undefined;
}): Band {
  const pct = input.tolerancePct ?? DEFAULT_TOLERANCE_PCT[input.kind];
  const reach = Math.max(input.divisionMg, Math.floor((input.dueMg * pct) / 100));
  const high = input.dueMg + reach;
  return {
    lowMg: Math.max(0, input.dueMg - reach),
    highMg: Math.max(
      input.dueMg,
      input.limitMg === undefined ? high : Math.min(high, Math.floor(input.limitMg)),
    ),
  };
}

export interface ScaleChoice {
  scaleId: string;
  /** How many tubs full it takes. */
  weighings: number;
  /** The band spans fewer than two divisions, or the dose fewer than twenty: the scale is too coarse. */
  tooCoarse: boolean;
}

/** Meat is put on no scale that holds less: the dose scale is for cure and spice, mg. */
const MEAT_CAPACITY_MG = 1_000_000;

/**
 * The scale for a line: the smallest that holds tub and net in one weighing with a tolerance of at
 * least two divisions; failing that the one that needs fewest weighings; failing that the finest.
 */
export function chooseScale(
  line: { dueMg: number; kind: WeighKind; tolerancePct?: number | undefined },
  scales: readonly ScaleSpec[],
): ScaleChoice | undefined {
  const clean = scales.filter((s) => line.kind !== 'meat' || s.capacityMg >= MEAT_CAPACITY_MG);
  const rated = (clean.length > 0 ? clean : scales).map((scale) => {
    const pct = line.tolerancePct ?? DEFAULT_TOLERANCE_PCT[line.kind];
    const room = scale.capacityMg - scale.tubMg;
    return {
      scale,
      weighings: Math.max(1, Math.ceil(line.dueMg / room)),
      fine: (line.dueMg * pct) / 100 >= 2 * scale.divisionMg,
      enough: line.dueMg >= 20 * scale.divisionMg,
    };
  });
  const best = rated.sort(
    (a, b) =>
      Number(b.fine) - Number(a.fine) ||
      (a.fine ? a.weighings - b.weighings : 0) ||
      a.scale.divisionMg - b.scale.divisionMg,
  )[0];
  if (!best) return undefined;
  return {
    scaleId: best.scale.id,
    weighings: best.weighings,
    tooCoarse: !best.fine || !best.enough,
  };
}
