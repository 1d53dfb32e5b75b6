import { describe, expect, it } from 'vitest';
import { readDelivery } from '../src/index.js';

describe('a delivery note', () => {
  const shop = {
    trims: [
      { id: 'p', name: 'Pork shoulder 80/20', fatPct: 20 },
      { id: 'b', name: 'Pork belly 55/45', fatPct: 45 },
      { id: 'c', name: 'Beef chuck 80/20', fatPct: 20 },
    ],
  };
  const read = (rows: string[][], fallback = { supplier: 'Saltmarsh Farm', tempC: 3 }) =>
    readDelivery(rows, shop, fallback);

  it('is read row by row with the units of its heading', () => {
    const [first, second] = read([
      ['Trim', 'Weight (kg)', 'Price per kg', 'Temp °C', 'Fat %', 'Fat by', 'Use by', 'Lot'],
      ['pork shoulder 80/20', '42.36', '4.15', '2.4', '21.5', 'lab', '2026-03-20', 'SF-118'],
      ['Pork belly', '12 lb 4 oz', '3,88', '36 F', '', '', '20.03.2026', ''],
    ]);
    expect(first!.issues).toEqual([]);
    expect(first!.lot).toMatchObject({
      trimId: 'p',
      massMg: 42_360_000,
      priceMinorPerKg: 415,
      fatKnownBy: 'lab',
      useBy: '2026-03-20',
      supplierLot: 'SF-118',
      weightKnown: 'nominal',
    });
    expect(second!.lot).toMatchObject({ trimId: 'b', massMg: 5_556_507, fatPct: 45, fatKnownBy: 'eye' });
    expect(second!.lot!.tempC).toBeCloseTo(2.22, 2);
  });

  it('counts boxes and never takes a counted weight for a measured one', () => {
    const [line] = read([
      ['cut', 'boxes', 'lb per box', 'price'],
      ['Beef chuck', '4', '10', '6.90'],
    ]);
    expect(line!.lot).toMatchObject({ massMg: 4 * 4_535_924, boxes: 4, weightKnown: 'counted' });
  });

  it('names every bad cell of a bad row and reads the others', () => {
    const lines = read([
      ['trim', 'kg', 'price', 'fat', 'use by', 'state'],
      ['Pork', '10', '4', '20', '', ''],
      ['Beef chuck', '-3', 'x', '120', '03/04/2026', 'warm'],
      ['', '', '', '', '', ''],
      ['Beef chuck', '8', '6.9', '19', '', 'frozen'],
    ]);
    expect(lines.map((l) => l.row)).toEqual([2, 3, 5]);
    expect(lines[0]!.issues[0]!.message).toBe('"Pork" could be Pork shoulder 80/20 or Pork belly 55/45.');
    expect(lines[1]!.issues.map((i) => i.path)).toEqual(['weight', 'price', 'fat', 'state', 'useBy']);
    expect(lines[1]!.lot).toBeUndefined();
    expect(lines[2]!.lot!.state).toBe('frozen');
  });

  it('needs a heading, a supplier and a temperature from somewhere', () => {
    expect(() => read([['a', 'b']])).toThrow('The first row must name the columns');
    const [line] = readDelivery(
      [
        ['trim', 'kg', 'price'],
        ['Beef chuck', '8', '6'],
      ],
      shop,
    );
    expect(line!.issues.map((i) => i.path)).toEqual(['temp', 'supplier']);
  });
});
