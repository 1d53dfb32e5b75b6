import type { BookId } from '../rules/books.js';
import type { FatClass } from '../rules/fat.js';
import {
  LIMIT_RULES,
  isUnderFloor,
  nitriteFloorOf,
  SALT_BAND,
  type LimitRule,
  type Substance,
} from '../rules/limits.js';
import { SLACK, basisMg, gPerKgOf, type Basis } from '../matter/figures.js';
import { lose, type Matter } from '../matter/matter.js';
import type { PartName } from '../matter/parts.js';
import type { ProductState } from './product.js';
import type { LineFigure } from './figures.js';

export interface Gauge {
  substance: Substance | 'salt';
  title: string;
  value: number;
  unit: 'ppm' | '%' | 'g/kg';
  /** What it is a part of. */
  basis: Basis;
  /** Of a product that is not made yet, by the yield that is expected of it. */
  expected: boolean;
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
  /** What it is made of, as it is due or as it was weighed in, and the lines that bring it. */
  figures: { matter: Matter; lines: readonly Pick<LineFigure, 'contents'>[] };
  state: ProductState;
  fatClass?: FatClass | undefined;
  /** The shop's book; null shows every book's figure. */
  book: BookId | null;
  meatMg: number;
  /** Finished kilograms per kilogram of mix, for limits on the product before there is one. */
  productYield?: number | undefined;
  /** The product as it stands; before that it is expected from the yield. */
  product?: Matter | undefined;
  /** House limits where the shop has set its own. */
  house?: {
    saltMinGPerKg?: number | undefined;
    saltMaxGPerKg?: number | undefined;
    nitriteFloorPpm?: number | undefined;
  };
}

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
  const salt = gPerKgOf(figures.matter, 'salt', 'meat block');
  return [
    ...limited,
    {
      substance: 'salt',
      title: 'Salt from every source',
      value: salt,
      unit: 'g/kg',
      basis: 'meat block',
      expected: false,
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
  const under = floor !== null && isUnderFloor(value, floor);
  return {
    substance: rule.substance,
    title: TITLE[rule.substance],
    value,
    unit: rule.unit,
    basis: rule.basis,
    expected: rule.basis === 'product' && input.product === undefined,
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
function floorOn(basis: Gauge['basis'], { house, figures: { matter } }: GaugeInput): number {
  const onMeat = nitriteFloorOf(house);
  return (onMeat * basisMg(matter, 'meat block')) / basisMg(matter, basis);
}

/** The product as it stands, or as it is expected: what heat and air take is water. */
function productOf({ product, figures: { matter }, productYield = 1 }: GaugeInput): Matter {
  if (product) return product;
  return productYield === 1 ? matter : lose(matter, matter.massMg * (1 - productYield), 'water');
}

/** What a limit counts: in which parts, and so that it reads as the book means it. */
const COUNTS: Partial<Record<Substance, PartName>> = {
  nitrite: 'nitrite',
  nitrate: 'nitrate',
  erythorbate: 'erythorbate',
  'ascorbic acid': 'ascorbicAcid',
  'added water': 'addedWater',
  binder: 'binder',
  'soy protein': 'soyProtein',
};

/** Value in the rule's unit and room in kg per kg of meat; undefined where there is nothing to gauge. */
function measure(rule: LimitRule, input: GaugeInput): { value: number; room: number | null } | undefined {
  const { substance, basis, unit, limit } = rule;
  const matter = basis === 'product' ? productOf(input) : input.figures.matter;
  const on = basisMg(matter, basis);
  const counted = COUNTS[substance];
  if (counted === undefined) {
    const more = substance === 'fat' ? 0 : waterBeyondProtein(matter);
    return { value: ((matter.parts.fat + more) / on) * 100, room: null };
  }
  const mg = matter.parts[counted];
  if (mg <= 0) return undefined;
  const scale = unit === 'ppm' ? 1e6 : 100;
  const part = limit / scale;
  // What is added to fill the room makes the mix heavier, too, where the mix is the basis.
  const heavier = basis === 'meat block' ? 0 : part;
  const strength = substance === 'nitrite' ? cureStrength(input.figures) : 1;
  const meatMg = basisMg(input.figures.matter, 'meat block');
  const room = strength > 0 ? (part * on - mg) / (strength - heavier) / meatMg : null;
  return { value: (mg / on) * scale, room };
}

/** Nitrite in what brings it, as a fraction; the first that does counts. */
function cureStrength({ lines }: GaugeInput['figures']): number {
  return (lines.find((l) => l.contents.nitritePct > 0)?.contents.nitritePct ?? 0) / 100;
}

/** What the added water of a cooked product is made of, in percent of the product. */
function waterParts(input: GaugeInput): string {
  const { parts, massMg } = productOf(input);
  const pct = (mg: number) => `${((mg / massMg) * 100).toFixed(1)} %`;
  return `fat ${pct(parts.fat)}, water ${pct(parts.water)} less 4 × ${pct(parts.meatProtein)} protein of the meat`;
}

/** Water that the protein of the meat does not account for, mg. */
function waterBeyondProtein({ parts }: Matter): number {
  return Math.max(0, parts.water - 4 * parts.meatProtein);
}

/** What a gauge is of, in words: a product that is not made yet is the expected one. */
export function ofBasis({ basis, expected }: Pick<Gauge, 'basis' | 'expected'>): string {
  return `of the ${expected ? 'expected ' : ''}${basis}`;
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
