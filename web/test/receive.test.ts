import { describe, expect, it } from 'vitest';
import { ARRIVAL_CHECKS, type Trim } from '@zest/contract';
import { blankRow, readRow, rowsOfNote, type DeliveryRow } from '../src/areas/cold-room/receive/rows.js';
import { lotStateWords } from '../src/areas/cold-room/lot-words.js';
import { readMass, readNumberField, readTemperature } from '../src/ui/read-fields.js';
import { lot } from './some-lots.js';

const trims: Trim[] = [
  { id: 'p', name: 'Pork shoulder 80/20', species: 'pork', fatPct: 20, wild: false, maxC: 7, groundMaxC: 2 },
];
const ALL_FINE = Object.fromEntries(ARRIVAL_CHECKS.map((check) => [check, true]));
const row = (more: Partial<DeliveryRow>): DeliveryRow => ({
  ...blankRow(),
  trimId: 'p',
  weight: '20 kg',
  price: '4.15',
  temp: '3',
  looks: ALL_FINE,
  ...more,
});
const METRIC = { units: 'metric', numberStyle: null } as const;
const read = (more: Partial<DeliveryRow>, numberStyle: 'point' | 'comma' | null = null) =>
  readRow(row(more), 'Saltmarsh Farm', trims, { ...METRIC, numberStyle });
const issues = (more: Partial<DeliveryRow>) => {
  const answer = read(more);
  return 'issues' in answer ? Object.keys(answer.issues) : [];
};

describe('a row of a delivery', () => {
  it('becomes a lot with the trim’s usual fat where none is given', () => {
    expect(read({})).toMatchObject({
      lot: {
        massMg: 20_000_000,
        fatPct: 20,
        fatKnownBy: 'eye',
        failedChecks: [],
        priceMinorPerKg: 415,
        tempC: 3,
        weightKnown: 'weighed',
        owner: null,
      },
    });
    expect(read({ weight: '12 lb 4 oz', price: '4,15', temp: '38 F' }, 'comma')).toMatchObject({
      lot: { massMg: 5_556_507, priceMinorPerKg: 415 },
    });
  });

  it('by the box is counted, unless it was weighed as well', () => {
    expect(read({ weight: '', boxes: '4 × 10 kg' })).toMatchObject({
      lot: { massMg: 40_000_000, boxMg: 10_000_000, weightKnown: 'counted' },
    });
    expect(read({ weight: '39.4 kg', boxes: '4 x 10 kg' })).toMatchObject({
      lot: { massMg: 39_400_000, boxMg: 10_000_000, weightKnown: 'weighed' },
    });
  });

  it('names every field that cannot be read', () => {
    expect(issues({ trimId: '' })).toEqual(['trim']);
    expect(issues({ weight: '' })).toEqual(['weight']);
    expect(issues({ boxes: 'four' })).toEqual(['weight']);
    expect(issues({ weight: '0' })).toEqual(['weight']);
    expect(issues({ temp: '' })).toEqual(['temp']);
    expect(issues({ temp: '80' })).toEqual(['temp']);
    expect(issues({ price: 'dear' })).toEqual(['price']);
    expect(issues({ fat: '120' })).toEqual(['fat']);
  });

  it('is not looked at until somebody has looked, and says what failed', () => {
    expect(issues({ looks: {} })).toEqual(['looks']);
    expect(issues({ looks: { clean: true, 'no hair': true } })).toEqual(['looks']);
    expect(read({ looks: { ...ALL_FINE, 'no hair': false } })).toMatchObject({
      lot: { failedChecks: ['no hair'] },
    });
  });

  it('bought salted, cured, smoked or cooked says so, and what is cured says its salt', () => {
    const bacon = { heat: 'raw smoked', salt: '25', nitrite: '110', allergens: ['celery'] } as const;
    expect(read(bacon)).toMatchObject({
      lot: {
        heat: 'raw smoked',
        saltGPerKg: 25,
        nitritePpm: 110,
        carries: { allergens: ['celery'], parts: [] },
      },
    });
    expect(issues({ ...bacon, salt: '' })).toEqual(['salt']);
    expect(issues({ salt: '2000' })).toEqual(['salt']);
    expect(issues({ nitrite: 'some' })).toEqual(['nitrite']);
  });

  it('has the weight as it is known: read from the scale, printed on the pack, or guessed', () => {
    expect(read({ weighed: 'guessed' })).toMatchObject({ lot: { weightKnown: 'guessed' } });
    expect(read({ weighed: 'nominal', readingId: 'floor-7' })).toMatchObject({
      lot: { weightKnown: 'weighed', readingId: 'floor-7' },
    });
  });

  it('of a note keeps what could be read and shows the rest as it stood', () => {
    const [good, bad] = rowsOfNote([
      {
        row: 2,
        trimId: 'p',
        cells: { trim: 'Pork shoulder', weight: '20', price: '4' },
        lot: undefined,
        issues: [{ path: 'supplier', message: 'Name the supplier.' }],
      },
      {
        row: 3,
        trimId: null,
        cells: { trim: 'Porc', boxes: '4', boxWeight: '10' },
        lot: undefined,
        issues: [{ path: 'trim', message: 'Not a trim.' }],
      },
    ]);
    expect(good).toMatchObject({ trimId: 'p', weight: '20', note: undefined, issues: {} });
    expect(bad).toMatchObject({ trimId: '', boxes: '4 × 10 kg', issues: { trim: 'Not a trim.' } });
    expect(bad?.note).toBe('row 3: Porc · 4 · 10');
  });
});

describe('fields as they are typed', () => {
  it('are read with the unit they have, or the usual one, or answer a sentence', () => {
    expect(readMass('12', METRIC)).toEqual({ mg: 12_000_000 });
    expect(readMass('250 g', METRIC)).toEqual({ mg: 250_000 });
    expect(readMass('1,250', METRIC).error).toContain('can be read as');
    expect(readTemperature('-18', METRIC)).toEqual({ tempC: -18 });
    expect(readNumberField('3/4', METRIC)).toEqual({ value: 0.75 });
    expect(readNumberField('x', METRIC).error).toContain('not a number');
  });
});

describe('the state of a lot in a word', () => {
  it('is what presses most', () => {
    const words = (more: Parameters<typeof lot>[1]) => lotStateWords(lot('a', more));
    expect(words({})).toEqual({ words: 'fresh', level: 'fine' });
    expect(words({ heat: 'raw smoked', wild: true }).words).toBe('fresh, raw smoked, wild');
    expect(words({ status: 'hold', urgency: 'past' })).toEqual({ words: 'on hold', level: 'press' });
    expect(words({ isOut: true, outMinutes: 12 })).toEqual({ words: 'out for 12 min', level: 'fine' });
    expect(words({ isOut: true, outMinutes: 31, outLevel: 'warn' }).level).toBe('press');
    expect(words({ urgency: 'today' }).words).toBe('must go today');
    expect(words({ urgency: 'past' }).words).toBe('past its date');
    expect(words({ weightKnown: 'pre-thaw' }).words).toBe('thawed: weigh it');
    expect(words({ balanceMg: 0, weightKnown: 'pre-thaw' }).words).toBe('nothing left');
    expect(words({ owner: 'Mrs Sand' })).toEqual({ words: 'Mrs Sand', level: 'fine' });
  });
});
