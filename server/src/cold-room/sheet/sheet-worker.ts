import { parentPort, workerData } from 'node:worker_threads';
import ExcelJS from 'exceljs';
import { unzipSync } from 'fflate';
import type { NumberStyle } from '@zest/core';
import { CAPS, beyondCaps } from './caps.js';
import type { SheetRead } from './read-sheet.js';

const { bytes, mark } = workerData as { bytes: Uint8Array; mark: NumberStyle };
parentPort?.postMessage(await read());

async function read(): Promise<SheetRead> {
  try {
    const tooMuch = unpacksToTooMuch();
    if (tooMuch) return { kind: 'refused', sentence: tooMuch };
    const workbook = new ExcelJS.Workbook();
    await workbook.xlsx.load(bytes.slice().buffer);
    const sheet = workbook.worksheets[0];
    if ((sheet?.actualRowCount ?? 0) > CAPS.rows)
      return { kind: 'refused', sentence: `The first sheet has more than ${CAPS.rows} rows.` };
    const rows: string[][] = [];
    sheet?.eachRow((row) => rows.push(cellsOf(row)));
    const sentence = beyondCaps(rows);
    return sentence ? { kind: 'refused', sentence } : { kind: 'rows', rows };
  } catch {
    return { kind: 'refused', sentence: 'The file could not be read. Save it as XLSX or CSV and try again.' };
  }
}

/** By what the file says of its parts, before any is unpacked. */
function unpacksToTooMuch(): string | undefined {
  let parts = 0;
  let unpacked = 0;
  unzipSync(bytes, {
    filter: ({ originalSize }) => {
      parts += 1;
      unpacked += originalSize;
      return false;
    },
  });
  return parts > CAPS.parts || unpacked > CAPS.unpackedBytes
    ? 'The file is far larger unpacked than a delivery note is. Save the one sheet as CSV and try again.'
    : undefined;
}

/** The cells that are used, in their columns; a row that is used far to the right is as wide as that. */
function cellsOf(row: ExcelJS.Row): string[] {
  const cells: string[] = [];
  row.eachCell({ includeEmpty: false }, (cell, column) => {
    if (column > CAPS.columns) throw new Error('A column too many.');
    while (cells.length < column - 1) cells.push('');
    cells[column - 1] = cellText(cell);
  });
  return cells;
}

/** A number of a sheet is never in doubt: it is written so that no mark can be taken for thousands. */
function cellText(cell: ExcelJS.Cell): string {
  const { value } = cell;
  if (value instanceof Date) return value.toISOString().slice(0, 10);
  if (typeof value !== 'number') return cell.text.trim();
  const plain = String(Number(value.toFixed(6)));
  const safe = /\.\d{3}$/.test(plain) ? `${plain}0` : plain;
  return mark === 'comma' ? safe.replace('.', ',') : safe;
}
