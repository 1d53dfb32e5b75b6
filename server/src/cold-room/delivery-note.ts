import ExcelJS from 'exceljs';
import Papa from 'papaparse';
import { InputError, arrivalLimit, inputError, readDelivery, type NumberStyle } from '@zest/core';
import type { DeliveryNoteLine, Person } from '@zest/contract';
import type { AppContext } from '../platform/app-context.js';
import { fromInputError } from '../platform/problem.js';
import { shopBook } from '../platform/settings.js';
import { listTrims } from './store/trims.js';

type Note = { text: string } | { xlsxBase64: string };

/**
 * Reads a delivery note – pasted text, CSV or XLSX – without taking anything in.
 * @throws HttpProblem 422 when it is not a table or names no columns
 */
export async function readDeliveryNote(
  app: AppContext,
  person: Person,
  note: Note,
  defaults: { supplier?: string | undefined; tempC?: number | undefined },
): Promise<DeliveryNoteLine[]> {
  const book = await shopBook(app.db);
  const trims = await listTrims(app.db, book);
  try {
    const table =
      'text' in note ? readText(note.text) : await readXlsx(note.xlsxBase64, person.numberStyle ?? 'point');
    const lines = readDelivery(table, { trims, numberStyle: person.numberStyle ?? undefined }, defaults);
    return lines.map((line) => {
      const species = trims.find((t) => t.id === line.lot?.trimId)?.species ?? '';
      return line.lot
        ? {
            ...line,
            lot: {
              ...line.lot,
              maxC: arrivalLimit({ book, species, state: line.lot.state, form: 'whole' }).maxC,
            },
          }
        : { ...line, lot: undefined };
    });
  } catch (error) {
    throw error instanceof InputError ? fromInputError(error) : error;
  }
}

/** Cells of text; the mark between them – tab, comma or semicolon – is found out. */
function readText(text: string): string[][] {
  const { data } = Papa.parse<string[]>(text.trim(), { skipEmptyLines: 'greedy' });
  if (data.length < 2)
    throw inputError('note', 'The note needs a row of headings and at least one row of goods.');
  return data;
}

/** Cells of the first sheet; dates as days. */
async function readXlsx(base64: string, mark: NumberStyle): Promise<string[][]> {
  const workbook = new ExcelJS.Workbook();
  try {
    const bytes = Buffer.from(base64, 'base64');
    await workbook.xlsx.load(bytes.buffer.slice(bytes.byteOffset, bytes.byteOffset + bytes.byteLength));
  } catch {
    throw inputError('note', 'The file could not be read. Save it as XLSX or CSV and try again.');
  }
  const sheet = workbook.worksheets[0];
  const rows: string[][] = [];
  sheet?.eachRow((row) => {
    const cells: string[] = [];
    for (let i = 1; i <= row.cellCount; i += 1) cells.push(cellText(row.getCell(i), mark));
    rows.push(cells);
  });
  if (rows.length < 2)
    throw inputError('note', 'The first sheet needs a row of headings and at least one row of goods.');
  return rows;
}

/** A number of a sheet is never in doubt: it is written so that no mark can be taken for thousands. */
function cellText(cell: ExcelJS.Cell, mark: NumberStyle): string {
  const { value } = cell;
  if (value instanceof Date) return value.toISOString().slice(0, 10);
  if (typeof value !== 'number') return cell.text.trim();
  const plain = String(Number(value.toFixed(6)));
  const safe = /\.\d{3}$/.test(plain) ? `${plain}0` : plain;
  return mark === 'comma' ? safe.replace('.', ',') : safe;
}
