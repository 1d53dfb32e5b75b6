export interface CostInput {
  /** What a kilogram of the meat block costs, minor units. */
  meatMinorPerKg: number;
  /** kg per kg of meat and the price of each line. */
  lines: readonly { name: string; perMeat: number; priceMinorPerKg: number | null }[];
  mixPerMeat: number;
  /** Finished kilograms per kilogram of mix. */
  productYield: number;
  /** What is filled into; the price is null where no lot of it has one. */
  casings?: readonly { name: string; minorPerM: number | null; metresPerKgMix: number }[] | undefined;
  /** Mass of a piece as stuffed, and of a pack as sold. */
  linkMassG?: number | null | undefined;
  packMassG?: number | null | undefined;
  /** Minutes of work on a kilogram of mix, how many hands, and what an hour costs. */
  labour?: { minutesPerKg: number; people: number; minorPerHour: number } | undefined;
}

export interface RecipeCost {
  perKgMix: number;
  perKgFinished: number;
  perLink: number | null;
  perPack: number | null;
  /** What a kilogram of mix is made of in money, the dearest first; shares in percent. */
  drivers: { name: string; minor: number; sharePct: number }[];
  /** Lines, and casings, without a price; they count as nothing. */
  unpriced: string[];
}

/**
 * Cost of a recipe in minor units, and what drives it. Finished goods carry the loss of the cook: the
 * cost per finished kilogram is the cost of the mix over its yield.
 */
export function recipeCost(input: CostInput): RecipeCost {
  const { meatMinorPerKg, lines, mixPerMeat, productYield, casings = [], labour } = input;
  const parts = [
    { name: 'Meat block', minor: meatMinorPerKg / mixPerMeat },
    ...lines.map((l) => ({ name: l.name, minor: ((l.priceMinorPerKg ?? 0) * l.perMeat) / mixPerMeat })),
    ...casings.map((c) => ({ name: c.name, minor: (c.minorPerM ?? 0) * c.metresPerKgMix })),
    ...(labour
      ? [{ name: 'Work', minor: (labour.minutesPerKg / 60) * labour.people * labour.minorPerHour }]
      : []),
  ];
  const perKgMix = parts.reduce((sum, p) => sum + p.minor, 0);
  const perKgFinished = perKgMix / productYield;
  return {
    perKgMix,
    perKgFinished,
    perLink: input.linkMassG ? (perKgMix * input.linkMassG) / 1000 : null,
    perPack: input.packMassG ? (perKgFinished * input.packMassG) / 1000 : null,
    drivers: parts
      .filter((p) => p.minor > 0)
      .sort((a, b) => b.minor - a.minor)
      .map((p) => ({ ...p, sharePct: (p.minor / perKgMix) * 100 })),
    unpriced: [
      ...lines.filter((l) => l.priceMinorPerKg === null).map((l) => l.name),
      ...casings.filter((c) => c.minorPerM === null).map((c) => c.name),
    ],
  };
}
