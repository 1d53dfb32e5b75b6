import type { BookId } from '../rules/books.js';
import type { FatClass } from '../rules/fat.js';
import {
  LIMIT_RULES,
  NITRITE_FLOOR_PPM,
  SALT_BAND,
  type LimitRule,
  type Substance,
} from '../rules/limits.js';
import type { ProductState } from './document.js';
import type { RecipeFigures } from './figures.js';

export interface Gauge {
  substance: Substance | 'salt';
  title: string;
  value: number;
  unit: 'ppm' | '%' | 'g/kg';
  /** What it is a part of. */
  basis: 'meat block' | 'mix' | 'product';
  limit: number | null;
  floor: number | null;
  level: 'ok' | 'warn' | 'stop' | 'name' | 'label';
  /** What may still be added before the limit, mg for the meat that was given; null where it says nothing. */
  roomMg: number | null;
  /** What the room is of: the cure itself, water, binder. */
  roomOf: string;
  book: BookId | null;
  written: string;
  source: string;
}

export interface GaugeInput {
  figures: RecipeFigures;
  state: ProductState;
  fatClass?: FatClass | undefined;
  /** The shop's book; null shows every book's figure. */
  book: BookId | null;
  meatMg: number;
  /** Finished kilograms per kilogram of mix, for limits on the product. */
  productYield?: number | undefined;
  /** House limits where the shop has set its own. */
  house?: {
    saltMinGPerKg?: number | undefined;
    saltMaxGPerKg?: number | undefined;
    nitriteFloorPpm?: number | undefined;
  };
}

const SLACK = 1e-9;

/**
 * Where a recipe stands against every limit that holds for it, with the room that is left for the
 * chosen weight of meat. Limits are kept on their own basis; a substance that is not in the recipe
 * shows no gauge but salt.
 */
export function gauges(input: GaugeInput): Gauge[] {
  const { figures, book, fatClass, state } = input;
  const rules = LIMIT_RULES.filter(
    (rule) =>
      (book === null || rule.book === book) &&
      (rule.classes === undefined || (fatClass !== undefined && rule.classes.includes(fatClass))),
  );
  const limited = rules.flatMap((rule) => {
    const gauge = ruleGauge(rule, input);
    return gauge ? [gauge] : [];
  });
  const band = SALT_BAND[state] ?? { minGPerKg: 10, maxGPerKg: 30 };
  const min = input.house?.saltMinGPerKg ?? band.minGPerKg;
  const max = input.house?.saltMaxGPerKg ?? band.maxGPerKg;
  const salt = figures.salt * 1000;
  return [
    ...limited,
    {
      substance: 'salt',
      title: 'Salt from every source',
      value: salt,
      unit: 'g/kg',
      basis: 'meat block',
      limit: max,
      floor: min,
      level: salt < min - SLACK || salt > max + SLACK ? 'warn' : 'ok',
      roomMg: Math.max(0, ((max - salt) / 1000) * input.meatMg),
      roomOf: 'salt',
      book: null,
      written: `house band ${min}–${max} g/kg of meat`,
      source: 'common practice; a setting of the shop',
    },
  ];
}

function ruleGauge(rule: LimitRule, input: GaugeInput): Gauge | undefined {
  const measured = measure(rule, input);
  if (!measured) return undefined;
  const { value, room } = measured;
  const floor = rule.substance === 'nitrite' ? floorOn(rule.basis, input) : null;
  const over = value > rule.limit * (1 + SLACK);
  const under = floor !== null && value < floor * (1 - SLACK);
  return {
    substance: rule.substance,
    title: TITLE[rule.substance],
    value,
    unit: rule.unit,
    basis: rule.basis,
    limit: rule.limit,
    floor,
    level: over ? rule.does : under ? 'warn' : 'ok',
    roomMg: room === null ? null : Math.max(0, room * input.meatMg),
    roomOf: ROOM_OF[rule.substance],
    book: rule.book,
    written:
      rule.substance === 'fat and added water' ? `${rule.written}: ${waterParts(input)}` : rule.written,
    source: rule.source,
  };
}

const TITLE: Record<Substance, string> = {
  nitrite: 'Ingoing nitrite',
  nitrate: 'Ingoing nitrate',
  erythorbate: 'Accelerator (erythorbate)',
  'ascorbic acid': 'Accelerator (ascorbic acid)',
  'added water': 'Added water',
  fat: 'Fat of the product',
  'fat and added water': 'Fat and added water',
  binder: 'Binder',
  'soy protein': 'Soy protein',
};

const ROOM_OF: Record<Substance, string> = {
  nitrite: 'cure',
  nitrate: 'nitrate',
  erythorbate: 'accelerator',
  'ascorbic acid': 'accelerator',
  'added water': 'liquid',
  fat: 'fat',
  'fat and added water': 'water',
  binder: 'binder',
  'soy protein': 'soy protein',
};

/** The floor is meant on the meat block; on the mix it reads lower. */
function floorOn(basis: Gauge['basis'], { house, figures }: GaugeInput): number {
  const onMeat = house?.nitriteFloorPpm ?? NITRITE_FLOOR_PPM;
  return basis === 'meat block' ? onMeat : onMeat / figures.mixPerMeat;
}

/** Value in the rule's unit and room in kg per kg of meat; undefined where there is nothing to gauge. */
function measure(rule: LimitRule, input: GaugeInput): { value: number; room: number | null } | undefined {
  const { figures: f } = input;
  // What is added to fill the room makes the mix heavier, too, where the mix is the basis.
  const ppm = (kg: number, strength = 1): { value: number; room: number | null } | undefined => {
    if (kg <= 0) return undefined;
    const part = rule.limit / 1e6;
    const onMix = rule.basis !== 'meat block';
    const basisKg = onMix ? f.mixPerMeat : 1;
    const room = strength > 0 ? (part * basisKg - kg) / (strength - (onMix ? part : 0)) : null;
    return { value: (kg / basisKg) * 1e6, room };
  };
  const share = (kg: number): { value: number; room: number } => {
    const mix = f.mixPerMeat * (rule.basis === 'product' ? (input.productYield ?? 1) : 1);
    const part = rule.limit / 100;
    return { value: (kg / mix) * 100, room: (part * mix - kg) / (1 - part) };
  };
  switch (rule.substance) {
    case 'nitrite':
      return ppm(f.nitrite, cureStrength(f));
    case 'nitrate':
      return ppm(f.nitrate);
    case 'erythorbate':
      return ppm(f.erythorbate);
    case 'ascorbic acid':
      return ppm(f.ascorbicAcid);
    case 'added water':
      return f.addedWater > 0 ? share(f.addedWater) : undefined;
    case 'binder':
      return f.binder > 0 ? share(f.binder) : undefined;
    case 'soy protein':
      return f.soyProtein > 0 ? share(f.soyProtein) : undefined;
    case 'fat':
      return { ...share(f.meatFat[1] + f.lineFat), room: null };
    case 'fat and added water':
      return {
        ...share(f.meatFat[1] + f.lineFat + cookedAddedWater(f, input.productYield ?? 1)),
        room: null,
      };
  }
}

/** Nitrite in the cure of the recipe, as a fraction; the first cure counts. */
function cureStrength(f: RecipeFigures): number {
  return (f.lines.find((l) => l.line.role === 'cure')?.contents.nitritePct ?? 0) / 100;
}

/** What the added water of a cooked product is made of, in percent of the product. */
function waterParts({ figures: f, productYield = 1 }: GaugeInput): string {
  const product = f.mixPerMeat * productYield;
  const pct = (kg: number) => `${((kg / product) * 100).toFixed(1)} %`;
  const water = f.meatWater + f.lineWater - f.mixPerMeat * (1 - productYield);
  const protein = f.meatProtein + f.lineMeatProtein;
  return `fat ${pct(f.meatFat[1] + f.lineFat)}, water ${pct(water)} less 4 × ${pct(protein)} protein of the meat`;
}

/** Water that the protein of the meat does not account for, in the finished product, kg per kg of meat. */
function cookedAddedWater(f: RecipeFigures, productYield: number): number {
  const lost = f.mixPerMeat * (1 - productYield);
  const water = f.meatWater + f.lineWater - lost;
  return Math.max(0, water - 4 * (f.meatProtein + f.lineMeatProtein));
}

const RANK: Record<Gauge['level'], number> = { stop: 4, name: 3, warn: 2, label: 1, ok: 0 };

/**
 * One gauge a substance: the strictest where several books show theirs, by how near its value stands
 * to its limit.
 */
export function strictest(all: readonly Gauge[]): Gauge[] {
  const nearness = (g: Gauge) => (g.limit ? g.value / g.limit : 0);
  const best = new Map<string, Gauge>();
  for (const gauge of all) {
    const known = best.get(gauge.substance);
    if (
      !known ||
      RANK[gauge.level] > RANK[known.level] ||
      (RANK[gauge.level] === RANK[known.level] && nearness(gauge) > nearness(known))
    ) {
      best.set(gauge.substance, gauge);
    }
  }
  return [...best.values()];
}
