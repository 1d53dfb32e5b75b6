import type { FatKnownBy } from '../blend/types.js';
import { FAT_KNOWN_BY } from '../blend/types.js';
import { InputError, inputError, type InputIssue } from '../errors/index.js';
import { readDecimal } from '../quantity/decimal.js';
import { parseQuantity } from '../quantity/parse.js';
import type { NumberStyle } from '../quantity/read-number.js';
import { MEAT_STATES, type MeatState } from './arrival.js';
import { readDay } from './read-day.js';

/** Columns a delivery note may have, with the headings they go by. */
export const DELIVERY_COLUMNS = {
  trim: ['trim', 'cut', 'item', 'description', 'material'],
  weight: ['weight', 'kg', 'lb', 'net', 'net weight', 'mass'],
  boxes: ['boxes', 'cases', 'cartons'],
  boxWeight: ['box weight', 'kg per box', 'lb per box', 'case weight'],
  price: ['price', 'price per kg', 'per kg', 'price per lb'],
  temp: ['temperature', 'temp', 'arrival temperature'],
  fat: ['fat', 'fat %', 'fat percent'],
  knownBy: ['fat by', 'fat known by', 'known by'],
  state: ['state', 'fresh or frozen'],
  useBy: ['use by', 'use-by', 'best before'],
  supplier: ['supplier', 'from'],
  supplierLot: ['lot', 'supplier lot', 'batch', 'lot number', "supplier's lot"],
  owner: ['owner', 'customer', 'belongs to'],
} as const;
type Column = keyof typeof DELIVERY_COLUMNS;

export interface DeliveryShop {
  trims: readonly { id: string; name: string; fatPct: number }[];
  numberStyle?: NumberStyle | undefined;
}

/** One row of a delivery note: what could be read, and what is wrong with it. */
export interface DeliveryLine {
  /** Row of the sheet, the heading being row 1. */
  row: number;
  cells: Partial<Record<Column, string>>;
  /** The trim, where it was recognised, also in a row that is bad otherwise. */
  trimId: string | null;
  lot:
    | {
        trimId: string;
        trimName: string;
        massMg: number;
        boxes: number | null;
        boxMg: number | null;
        /** The note's word, or its boxes counted: nobody of the shop has weighed it. */
        weightKnown: 'nominal' | 'counted';
        fatPct: number;
        fatKnownBy: FatKnownBy;
        priceMinorPerKg: number;
        tempC: number;
        state: MeatState;
        useBy: string | null;
        supplier: string;
        supplierLot: string;
        owner: string | null;
      }
    | undefined;
  issues: InputIssue[];
}

interface Heading {
  column: Column;
  unit: 'kg' | 'lb' | 'C' | 'F' | undefined;
}

/**
 * Reads a delivery note as a table of texts with a heading row. Every row is read on its own: a bad
 * one names its column and what would be accepted, and does not keep the others out.
 *
 * Weight is a net weight, or boxes × box weight, which is then a counted weight. Numbers without a
 * unit take that of the heading, kg and °C where it names none.
 *
 * @param fallback supplier and temperature for rows that have no such cell
 * @throws InputError at `heading` when no column for the trim or the weight is found
 */
export function readDelivery(
  table: readonly (readonly string[])[],
  shop: DeliveryShop,
  fallback: { supplier?: string | undefined; tempC?: number | undefined } = {},
): DeliveryLine[] {
  const headings = (table[0] ?? []).map(readHeading);
  const has = (column: Column) => headings.some((h) => h?.column === column);
  if (!has('trim') || !(has('weight') || (has('boxes') && has('boxWeight')))) {
    throw inputError(
      'heading',
      'The first row must name the columns: at least "trim" and "kg" (or "boxes" and "box weight").',
    );
  }
  return table.slice(1).flatMap((row, i) => {
    if (row.every((cell) => cell.trim() === '')) return [];
    return [readLine(row, headings, i + 2, shop, fallback)];
  });
}

function readHeading(text: string): Heading | undefined {
  const plain = text
    .trim()
    .toLowerCase()
    .replace(/[_\s]+/g, ' ');
  const unit = /\b(lb|lbs|pounds?)\b/.test(plain)
    ? 'lb'
    : /\bkg\b/.test(plain)
      ? 'kg'
      : /(°|\b)f$/.test(plain)
        ? 'F'
        : undefined;
  const bare = plain
    .replace(/[([].*[)\]]$/, '')
    .replace(/\s*°?\s*[cf]$/, '')
    .trim();
  for (const [column, names] of Object.entries(DELIVERY_COLUMNS) as [Column, readonly string[]][]) {
    if (names.includes(plain) || names.includes(bare)) return { column, unit };
  }
  return undefined;
}

function readLine(
  row: readonly string[],
  headings: readonly (Heading | undefined)[],
  number: number,
  shop: DeliveryShop,
  fallback: { supplier?: string | undefined; tempC?: number | undefined },
): DeliveryLine {
  const cells: DeliveryLine['cells'] = {};
  const units: Partial<Record<Column, Heading['unit']>> = {};
  headings.forEach((heading, i) => {
    const text = (row[i] ?? '').trim();
    if (!heading || text === '') return;
    cells[heading.column] = text;
    units[heading.column] = heading.unit;
  });
  const issues: InputIssue[] = [];
  const attempt = <T>(path: string, read: () => T): T | undefined => {
    try {
      return read();
    } catch (error) {
      if (!(error instanceof InputError)) throw error;
      issues.push({ path, message: error.issues[0]?.message ?? 'Could not be read.' });
      return undefined;
    }
  };
  const style = shop.numberStyle;
  const trim = attempt('trim', () => findTrim(cells.trim, shop));
  const boxes =
    cells.boxes === undefined ? null : attempt('boxes', () => wholeCount(cells.boxes ?? '', style));
  const boxMg =
    cells.boxWeight === undefined
      ? null
      : attempt('boxWeight', () => readMass(cells.boxWeight ?? '', units.boxWeight, style));
  const massMg = attempt('weight', () => {
    if (cells.weight !== undefined) return readMass(cells.weight, units.weight, style);
    if (typeof boxes === 'number' && typeof boxMg === 'number') return boxes * boxMg;
    throw inputError('weight', 'A weight is needed: kg, or boxes and the weight of a box.');
  });
  const price = attempt('price', () => readPrice(cells.price, units.price, style));
  const tempC = attempt('temp', () => readTemp(cells.temp, units.temp, style, fallback.tempC));
  const fatPct = attempt('fat', () => readFat(cells.fat, trim?.fatPct, style));
  const knownBy = attempt('knownBy', () => readKnownBy(cells.fat, cells.knownBy));
  const state = attempt('state', () => readState(cells.state));
  const useBy = cells.useBy === undefined ? null : attempt('useBy', () => readDay(cells.useBy ?? ''));
  const supplier = attempt('supplier', () => {
    const name = cells.supplier ?? fallback.supplier ?? '';
    if (name === '') throw inputError('supplier', 'Name the supplier.');
    return name.slice(0, 80);
  });
  const read = {
    trimId: trim?.id,
    trimName: trim?.name,
    massMg,
    fatPct,
    fatKnownBy: knownBy,
    priceMinorPerKg: price,
    tempC,
    state,
    useBy,
    supplier,
  };
  const lot =
    issues.length > 0
      ? undefined
      : {
          ...(read as Required<{ [K in keyof typeof read]: NonNullable<(typeof read)[K]> }>),
          useBy: useBy ?? null,
          boxes: boxes ?? null,
          boxMg: boxMg ?? null,
          weightKnown: cells.weight === undefined ? ('counted' as const) : ('nominal' as const),
          supplierLot: (cells.supplierLot ?? '').slice(0, 60),
          owner: cells.owner?.slice(0, 80) ?? null,
        };
  return { row: number, cells, trimId: trim?.id ?? null, lot, issues };
}

function findTrim(text: string | undefined, shop: DeliveryShop) {
  if (text === undefined) throw inputError('trim', 'Name the trim.');
  const wanted = text.toLowerCase();
  const exact = shop.trims.find((t) => t.name.toLowerCase() === wanted);
  const begins = shop.trims.filter((t) => t.name.toLowerCase().startsWith(wanted));
  const found = exact ?? (begins.length === 1 ? begins[0] : undefined);
  if (found) return found;
  const names = (begins.length > 1 ? begins : shop.trims).slice(0, 4).map((t) => t.name);
  throw inputError(
    'trim',
    begins.length > 1
      ? `"${text}" could be ${names.join(' or ')}.`
      : `"${text}" is not a trim of this shop; it knows ${names.join(', ')}${shop.trims.length > 4 ? ' and others' : ''}.`,
  );
}

function readMass(text: string, unit: Heading['unit'], style: NumberStyle | undefined): number {
  const typed = /[a-z]/i.test(text) ? text : `${text} ${unit === 'lb' ? 'lb' : 'kg'}`;
  const quantity = parseQuantity(typed, { expect: 'mass', numberStyle: style });
  if (quantity.kind !== 'mass' || quantity.massMg <= 0) {
    throw inputError('weight', 'A weight must be above 0 kg.');
  }
  return quantity.massMg;
}

function wholeCount(text: string, style: NumberStyle | undefined): number {
  const count = readDecimal(text, style);
  if (!Number.isInteger(count) || count < 1)
    throw inputError('boxes', 'The boxes must be a whole number above 0.');
  return count;
}

function readPrice(text: string | undefined, unit: Heading['unit'], style: NumberStyle | undefined): number {
  if (text === undefined) throw inputError('price', 'A price per kg is needed; 0 is a price.');
  const value = readDecimal(text.replace(/[^\d.,\-−/ ]/g, '').trim(), style);
  const perKg = unit === 'lb' ? value / 0.45359237 : value;
  if (Math.abs(perKg) > 10_000) throw inputError('price', 'The price must be below 10 000 per kg.');
  return Math.round(perKg * 100);
}

function readTemp(
  text: string | undefined,
  unit: Heading['unit'],
  style: NumberStyle | undefined,
  fallback: number | undefined,
): number {
  if (text === undefined) {
    if (fallback !== undefined) return fallback;
    throw inputError('temp', 'The temperature on arrival is needed.');
  }
  const typed = /[cf°]/i.test(text) ? text : `${text} ${unit === 'F' ? 'F' : 'C'}`;
  const quantity = parseQuantity(typed, { expect: 'temperature', numberStyle: style });
  const tempC = quantity.kind === 'temperature' ? quantity.tempC : NaN;
  if (!(tempC >= -40 && tempC <= 40)) {
    throw inputError('temp', 'The temperature on arrival must be between −40 and 40 °C.');
  }
  return tempC;
}

function readFat(
  text: string | undefined,
  usual: number | undefined,
  style: NumberStyle | undefined,
): number {
  if (text === undefined) return usual ?? 0;
  const pct = readDecimal(text.replace('%', '').trim(), style);
  if (!(pct >= 0 && pct <= 100)) throw inputError('fat', `Fat must be from 0 to 100 %, not ${text}.`);
  return pct;
}

/** A row without a fat has the usual one of its trim: that is the eye's, whatever stands beside it. */
function readKnownBy(fat: string | undefined, text: string | undefined): FatKnownBy {
  if (fat === undefined) return 'eye';
  if (text === undefined) return 'supplier';
  const found = FAT_KNOWN_BY.find((k) => text.toLowerCase().startsWith(k));
  if (!found) throw inputError('knownBy', `"${text}" must be lab, instrument, supplier or eye.`);
  return found;
}

function readState(text: string | undefined): MeatState {
  if (text === undefined) return 'fresh';
  const found = MEAT_STATES.find((s) => s === text.toLowerCase());
  if (!found) throw inputError('state', `"${text}" must be fresh, frozen or thawed.`);
  return found;
}
