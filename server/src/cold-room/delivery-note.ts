import Papa from 'papaparse';
import { InputError, arrivalLimit, inputError, readDelivery, type NumberStyle } from '@zest/core';
import type { DeliveryNoteLine, Person } from '@zest/contract';
import type { AppContext } from '../platform/app-context.js';
import { fromInputError } from '../platform/problem.js';
import { shopBook } from '../platform/settings.js';
import { beyondCaps } from './sheet/caps.js';
import { readSheet } from './sheet/read-sheet.js';
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
  const sentence = beyondCaps(data);
  if (sentence) throw inputError('note', sentence);
  return data;
}

async function readXlsx(base64: string, mark: NumberStyle): Promise<string[][]> {
  const rows = await readSheet(Buffer.from(base64, 'base64'), mark);
  if (rows.length < 2)
    throw inputError('note', 'The first sheet needs a row of headings and at least one row of goods.');
  return rows;
}
