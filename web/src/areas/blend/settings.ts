import { MG_PER_KG, inWindow, isMeant, mixture, type PlanInput, type PlanTrim } from '@zest/core';
import type { BlendSettings, Recipe, TrimLot } from '@zest/contract';

/** Meats are weighed on the floor scale; the plan is rounded to its division. */
export const DIVISION_KG = 0.02;
/** Below this nobody fetches a box for a blend. */
const LEAST_USE_MG = 500_000;

/** How a blend of a recipe is asked for before anybody changes anything. */
export function initialSettings(recipe: Recipe): BlendSettings {
  const { document } = recipe;
  return {
    meatMg: document.usualMeatMg,
    window: document.window,
    confidence: document.confidence,
    locks: {},
    useFirst: [],
    leaveOut: [],
    wholeBoxes: false,
    maxTrims: null,
    leastUseMg: LEAST_USE_MG,
    objective: { cost: 1, age: 0, trims: 0 },
    speciesRules: document.speciesRules,
    owner: null,
  };
}

/** Weights that were put on the table, and what they are to become. */
export interface FromTable {
  recipeId: string;
  owner: string | null;
  /** Kilograms by lot. */
  kg: Readonly<Record<string, number>>;
}

/** A batch of just what is on the table: its weight is theirs, and each is held. */
export function settingsOfTable(recipe: Recipe, { owner, kg }: FromTable): BlendSettings {
  const masses = Object.entries(kg).map(([id, value]) => [id, Math.round(value * MG_PER_KG)] as const);
  const locks = Object.fromEntries(masses.flatMap(([id, mg]) => (mg > 0 ? [[id, mg / MG_PER_KG]] : [])));
  return { ...initialSettings(recipe), owner, locks, meatMg: masses.reduce((sum, [, mg]) => sum + mg, 0) };
}

/** Why a lot is not offered to a blend, or undefined when it is. */
export function whyNot(lot: TrimLot, settings: BlendSettings): string | undefined {
  if (lot.owner !== settings.owner) {
    return lot.owner === null ? 'the shop’s: sell it first' : `belongs to ${lot.owner}`;
  }
  if (lot.status === 'hold') return 'on hold';
  if (lot.status === 'rejected') return 'rejected';
  if (lot.state === 'frozen') return 'frozen';
  if (lot.weightKnown === 'pre-thaw') return 'thawed, not weighed since';
  if (lot.urgency === 'past') return 'past its use-by date';
  if (lot.heat !== 'raw') return `already ${lot.heat}`;
  if (lot.freeMg <= 0) return 'nothing free';
  if (settings.speciesRules.some((r) => r.species === lot.species && r.maxPct === 0)) {
    return `${lot.species} may not be in it`;
  }
  if (!isMeant(settings.speciesRules, lot.species)) return `the recipe does not mean ${lot.species}`;
  return settings.leaveOut.includes(lot.id) ? 'left out by you' : undefined;
}

/** A lot as the planner sees it. Masses in kg, money in major units. */
export function toTrim(lot: TrimLot, settings: BlendSettings): PlanTrim {
  const freeKg = lot.freeMg / MG_PER_KG;
  const boxKg = settings.wholeBoxes && lot.boxMg !== null ? lot.boxMg / MG_PER_KG : undefined;
  const lockedKg = settings.locks[lot.id];
  return {
    id: lot.id,
    species: lot.species,
    fatPct: lot.fatPct,
    fatSd: lot.fatSd,
    pricePerKg: lot.priceMinorPerKg / 100,
    availableKg: freeKg,
    ageDays: lot.ageDays,
    ...(lot.owner === null ? {} : { owner: lot.owner }),
    ...(boxKg === undefined ? {} : { boxKg, looseKg: freeKg % boxKg, balance: true }),
    ...(settings.useFirst.includes(lot.id) ? { useFirst: 1 } : {}),
    ...(settings.leastUseMg > LEAST_USE_MG ? { minUseKg: settings.leastUseMg / MG_PER_KG } : {}),
    ...(lockedKg === undefined ? {} : { lockedKg }),
  };
}

/** The question to the planner. */
export function toPlanInput(settings: BlendSettings, usable: readonly TrimLot[]): PlanInput {
  return {
    batchKg: settings.meatMg / MG_PER_KG,
    window: settings.window,
    confidence: settings.confidence,
    speciesRules: settings.speciesRules,
    divisionKg: DIVISION_KG,
    dropBelowKg: Math.min(settings.leastUseMg, LEAST_USE_MG) / MG_PER_KG,
    objective: settings.objective,
    ...(settings.maxTrims === null ? {} : { maxTrims: settings.maxTrims }),
    ...(settings.owner === null ? {} : { owner: settings.owner }),
    trims: usable.map((lot) => toTrim(lot, settings)),
  };
}

export interface Blend {
  massKg: number;
  fatPct: number;
  fatSd: number;
  chance: number;
  costMinor: number;
  perKgMinor: number;
  /** What the lots themselves bring of salt and nitrite into the meat block. */
  saltGPerKg: number;
  nitritePpm: number;
}

/** What some kilograms of some lots come to, or undefined when there are none. */
export function describeBlend(
  lots: readonly TrimLot[],
  kg: Readonly<Record<string, number>>,
  window: BlendSettings['window'],
): Blend | undefined {
  const used = lots.filter((lot) => (kg[lot.id] ?? 0) > 0);
  if (used.length === 0) return undefined;
  const mixed = mixture(
    used.map((lot) => ({ massKg: kg[lot.id] ?? 0, fatPct: lot.fatPct, fatSd: lot.fatSd })),
  );
  const sum = (value: (lot: TrimLot) => number) =>
    used.reduce((total, lot) => total + (kg[lot.id] ?? 0) * value(lot), 0);
  const costMinor = sum((l) => l.priceMinorPerKg);
  return {
    ...mixed,
    chance: inWindow(mixed.fatPct, mixed.fatSd, window),
    costMinor,
    perKgMinor: costMinor / mixed.massKg,
    saltGPerKg: sum((l) => l.saltGPerKg) / mixed.massKg,
    nitritePpm: sum((l) => l.nitritePpm) / mixed.massKg,
  };
}

/** A trim's name without its lean/fat figure, which stands beside it anyway. */
export function shortName(lot: TrimLot): string {
  return lot.trimName.replace(/ \d+\/\d+$/, '');
}
