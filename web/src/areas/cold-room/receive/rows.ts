import { v7 as uuid } from 'uuid';
import { InputError, readDecimal, type Allergen } from '@zest/core';
import { ARRIVAL_CHECKS, type DeliveryNoteLine, type ReceiveLot, type Trim } from '@zest/contract';
import { readMass, readTemperature, type Way } from '../../../ui/read-fields.js';

type ArrivalCheck = (typeof ARRIVAL_CHECKS)[number];

/** One lot of a delivery as it is typed. */
export interface DeliveryRow {
  id: string;
  trimId: string;
  weight: string;
  boxes: string;
  price: string;
  temp: string;
  fat: string;
  knownBy: ReceiveLot['fatKnownBy'];
  state: ReceiveLot['state'];
  form: NonNullable<ReceiveLot['form']>;
  /** How the weight is known; boxes that were counted say so by themselves. */
  weighed: ReceiveLot['weightKnown'];
  /** Bought salted, cured, smoked or cooked. */
  heat: NonNullable<ReceiveLot['heat']>;
  salt: string;
  nitrite: string;
  allergens: readonly Allergen[];
  useBy: string;
  slaughteredOn: string;
  frozenOn: string;
  /** Stamp or report of a carcass that was tested for parasites. */
  tested: string;
  supplierLot: string;
  owner: string;
  /** The floor scale's reading that the weight was taken from, as long as nobody typed over it. */
  readingId: string | undefined;
  /** Looks that were answered: passed or failed. */
  looks: Partial<Record<ArrivalCheck, boolean>>;
  /** What a note had in the row, when it could not be read; and what is wrong with it. */
  note: string | undefined;
  issues: Record<string, string>;
}

export function blankRow(): DeliveryRow {
  return {
    id: uuid(),
    trimId: '',
    weight: '',
    boxes: '',
    price: '',
    temp: '',
    fat: '',
    knownBy: 'supplier',
    state: 'fresh',
    form: 'whole',
    weighed: 'weighed',
    heat: 'raw',
    salt: '',
    nitrite: '',
    allergens: [],
    useBy: '',
    slaughteredOn: '',
    frozenOn: '',
    tested: '',
    supplierLot: '',
    owner: '',
    readingId: undefined,
    looks: {},
    note: undefined,
    issues: {},
  };
}

/** Rows of a delivery note that was read, the bad ones with their cells as they stood. */
export function rowsOfNote(lines: readonly DeliveryNoteLine[]): DeliveryRow[] {
  return lines.map((line) => {
    const { cells, lot } = line;
    const mine = line.issues.filter((i) => i.path !== 'supplier');
    const issues = Object.fromEntries(mine.map((i) => [i.path, i.message]));
    return {
      ...blankRow(),
      trimId: line.trimId ?? '',
      weight: cells.weight ?? (lot && !lot.boxes ? `${lot.massMg / 1e6} kg` : ''),
      boxes: cells.boxes && cells.boxWeight ? `${cells.boxes} × ${withUnit(cells.boxWeight, 'kg')}` : '',
      price: cells.price ?? '',
      temp: cells.temp ?? (lot ? String(lot.tempC) : ''),
      fat: cells.fat ?? (lot ? String(lot.fatPct) : ''),
      knownBy: lot?.fatKnownBy ?? 'supplier',
      weighed: 'nominal',
      state: lot?.state ?? 'fresh',
      useBy: lot?.useBy ?? '',
      supplierLot: cells.supplierLot ?? '',
      owner: cells.owner ?? '',
      note: mine.length > 0 ? `row ${line.row}: ${Object.values(cells).join(' · ')}` : undefined,
      issues,
    };
  });
}

/** A row as a lot to receive, or what is wrong with it field by field. */
export function readRow(
  row: DeliveryRow,
  supplier: string,
  trims: readonly Trim[],
  way: Way,
): { lot: ReceiveLot } | { issues: Record<string, string> } {
  const issues: Record<string, string> = {};
  const trim = trims.find((t) => t.id === row.trimId);
  if (!trim) issues['trim'] = 'Choose the trim.';
  const weight = readWeight(row, way);
  if ('error' in weight) issues['weight'] = weight.error;
  const temp = row.temp.trim() === '' ? {} : readTemperature(row.temp, way);
  if (temp.tempC === undefined) issues['temp'] = temp.error ?? 'Read the temperature.';
  else if (temp.tempC < -40 || temp.tempC > 40) issues['temp'] = 'Between −40 and 40 °C.';
  const price = decimal(row.price, way);
  if (price === undefined) issues['price'] = 'A price per kg; 0 is a price.';
  const fat = row.fat.trim() === '' ? trim?.fatPct : decimal(row.fat.replace('%', ''), way);
  const missing = fat === undefined && (trim !== undefined || row.fat.trim() !== '');
  if (missing || (fat !== undefined && (fat < 0 || fat > 100))) issues['fat'] = 'From 0 to 100 %.';
  const salt = row.salt.trim() === '' ? 0 : decimal(row.salt, way);
  if (salt === undefined || salt < 0 || salt > 1000) issues['salt'] = 'Salt in g per kg, from 0 to 1000.';
  const nitrite = row.nitrite.trim() === '' ? 0 : decimal(row.nitrite, way);
  if (nitrite === undefined || nitrite < 0 || nitrite > 10_000) issues['nitrite'] = 'Nitrite in mg per kg.';
  if ((nitrite ?? 0) > 0 && !(salt ?? 0)) issues['salt'] = 'What is cured is salted too: how much?';
  const tested = row.tested.trim();
  if (tested !== '' && tested.length < 6)
    issues['tested'] = 'Name the stamp or the report in at least six letters.';
  const open = ARRIVAL_CHECKS.filter((check) => row.looks[check] === undefined);
  if (open.length > 0) issues['looks'] = `Not looked at yet: ${open.join(', ')}.`;
  if (Object.keys(issues).length > 0 || 'error' in weight) return { issues };
  return {
    lot: {
      id: row.id,
      trimId: row.trimId,
      massMg: weight.massMg,
      fatPct: fat ?? 0,
      fatKnownBy: row.fat.trim() === '' ? 'eye' : row.knownBy,
      priceMinorPerKg: Math.round((price ?? 0) * 100),
      supplier: supplier.trim() || row.owner.trim(),
      supplierLot: row.supplierLot.trim(),
      tempC: temp.tempC ?? 0,
      state: row.state,
      useBy: row.useBy === '' ? null : row.useBy,
      slaughteredOn: row.slaughteredOn === '' ? null : row.slaughteredOn,
      frozenOn: row.frozenOn === '' ? null : row.frozenOn,
      parasites: tested === '' ? null : { kind: 'tested', reference: tested },
      weightKnown: weight.weightKnown,
      boxMg: weight.boxMg,
      owner: row.owner.trim() === '' ? null : row.owner.trim(),
      form: row.form,
      heat: row.heat,
      saltGPerKg: salt ?? 0,
      nitritePpm: nitrite ?? 0,
      carries: row.allergens.length > 0 ? { allergens: [...row.allergens], parts: [] } : null,
      ...(row.readingId === undefined ? {} : { readingId: row.readingId }),
      failedChecks: ARRIVAL_CHECKS.filter((check) => row.looks[check] === false),
    },
  };
}

type Weight =
  { massMg: number; boxMg: number | null; weightKnown: ReceiveLot['weightKnown'] } | { error: string };

/** A net weight, or boxes × box weight, which is counted and not weighed. */
function readWeight(row: DeliveryRow, way: Way): Weight {
  const boxes = /^\s*(\d+)\s*[x×*]\s*(.+)$/i.exec(row.boxes);
  const box = boxes ? readMass(boxes[2] ?? '', way) : undefined;
  if (row.boxes.trim() !== '' && box?.mg === undefined) {
    return { error: 'Boxes read like “4 × 10 kg”.' };
  }
  if (row.weight.trim() !== '') {
    const read = readMass(row.weight, way);
    if (!read.mg) return { error: read.error ?? 'Above 0 kg.' };
    return {
      massMg: read.mg,
      boxMg: box?.mg ?? null,
      weightKnown: row.readingId === undefined ? row.weighed : 'weighed',
    };
  }
  if (box?.mg !== undefined) {
    return { massMg: Number(boxes?.[1]) * box.mg, boxMg: box.mg, weightKnown: 'counted' };
  }
  return { error: 'A weight, or boxes like “4 × 10 kg”.' };
}

function decimal(text: string, { numberStyle }: Way): number | undefined {
  try {
    return text.trim() === '' ? undefined : readDecimal(text, numberStyle ?? undefined);
  } catch (error) {
    if (error instanceof InputError) return undefined;
    throw error;
  }
}

function withUnit(text: string, unit: string): string {
  return /[a-z]/i.test(text) ? text : `${text} ${unit}`;
}
