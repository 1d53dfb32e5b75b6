import ExcelJS from 'exceljs';
import { zipSync } from 'fflate';
import { describe, expect, it } from 'vitest';
import { CAPS, beyondCaps } from '../src/cold-room/sheet/caps.js';
import { readSheet } from '../src/cold-room/sheet/read-sheet.js';

/** A file whose first sheet has these cells, by their address. */
async function fileOf(cells: Record<string, string | number | Date>): Promise<Uint8Array> {
  const workbook = new ExcelJS.Workbook();
  const sheet = workbook.addWorksheet('Note');
  for (const [address, value] of Object.entries(cells)) sheet.getCell(address).value = value;
  return new Uint8Array(await workbook.xlsx.writeBuffer());
}
const refused = (bytes: Uint8Array, limitMs?: number) =>
  readSheet(bytes, 'point', limitMs).then(
    () => 'read',
    (error: Error) => error.message,
  );

describe('a spreadsheet', () => {
  it('is read as its used cells, numbers as they are meant and dates as days', async () => {
    const bytes = await fileOf({
      A1: 'Trim',
      B1: 'kg',
      D1: 'received',
      A2: ' Pork shoulder ',
      B2: 12.345,
      D2: new Date('2026-03-14T00:00:00Z'),
    });
    expect(await readSheet(bytes, 'comma')).toEqual([
      ['Trim', 'kg', '', 'received'],
      ['Pork shoulder', '12,3450', '', '2026-03-14'],
    ]);
    expect((await readSheet(bytes, 'point'))[1]?.[1]).toBe('12.3450');
  });

  it('with a cell at the end of the sheet blocks nobody', async () => {
    const bytes = await fileOf({ A1: 'Trim', B1: 'kg', XFD1048576: 'far away' });
    expect(await refused(bytes)).toMatch(/could not be read|takes too long|columns/);
    const low = await fileOf({ A1: 'Trim', A1048576: 'far below' });
    expect(await readSheet(low, 'point')).toEqual([['Trim'], ['far below']]);
  });

  it('that is none, or unpacks to more than a note can be, is refused with a sentence', async () => {
    expect(await refused(new TextEncoder().encode('no sheet'))).toMatch(/could not be read/);
    expect(await refused(new Uint8Array())).toMatch(/could not be read/);
    const bomb = zipSync({ 'xl/worksheets/sheet1.xml': new Uint8Array(CAPS.unpackedBytes + 1) });
    expect(bomb.length).toBeLessThan(200_000);
    expect(await refused(bomb)).toMatch(/far larger unpacked/);
    const many = zipSync(
      Object.fromEntries(Array.from({ length: CAPS.parts + 1 }, (_, i) => [`part ${i}`, new Uint8Array(1)])),
    );
    expect(await refused(many)).toMatch(/far larger unpacked/);
  });

  it('is given up when it takes too long, and the next is read', async () => {
    const bytes = await fileOf({ A1: 'Trim', A2: 'Pork' });
    expect(await refused(bytes, 1)).toMatch(/takes too long/);
    expect(await readSheet(bytes, 'point')).toHaveLength(2);
  });

  it('or a text beyond what a note is, is refused by what it has too much of', () => {
    expect(beyondCaps([['a'], ['b']])).toBeUndefined();
    expect(beyondCaps(Array.from({ length: CAPS.rows + 1 }, () => ['a']))).toContain('rows');
    expect(beyondCaps([Array.from({ length: CAPS.columns + 1 }, () => 'a')])).toContain('columns');
    expect(beyondCaps([['a'.repeat(CAPS.letters + 1)]])).toContain('letters');
  });
});
