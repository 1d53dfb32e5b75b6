import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { InputError, readCard } from '../src/index.js';
import { SHELF } from './recipe-shelf.js';

const read = (text: string) => readCard(text, { library: SHELF });
const grams = (card: ReturnType<typeof read>, name: RegExp) => {
  const line = card.lines.find((l) => name.test(l.name));
  const dose = line?.reading.kind === 'dose' ? line.reading.dose : undefined;
  return dose && 'gPerKgMeat' in dose ? dose.gPerKgMeat * (card.batchKg ?? NaN) : NaN;
};

describe('an old recipe from its card', () => {
  it('reads the spoons of a one-line card by their own densities, and asks about the salt', () => {
    const card = read('4 tsp black pepper, 1 tbsp thyme, 3 tbsp coarse salt for 7 lb');
    expect(card.batchKg).toBeCloseTo(3.1751466, 6);
    expect(card.lines.map((l) => l.name)).toEqual(['black pepper', 'thyme', 'coarse salt']);
    expect(grams(card, /pepper/)).toBeCloseTo(4 * 4.92892 * 0.47, 2);
    expect(grams(card, /thyme/)).toBeCloseTo(14.78676 * 0.19, 2);
    const salt = card.lines[2]!;
    expect(salt.reading).toMatchObject({ kind: 'doubt', doubt: expect.stringContaining('25.7 to 45.2 g') });
    expect(salt.ingredientId).toBeNull();
    expect(salt.couldBe).toContain('Fine salt');
  });

  it('reads lines with a title, meats and bullets, and takes the meats for the batch', () => {
    const card = read(
      'Ferry Link\n• 8 kg pork shoulder\n• 2 kg pork back fat\n- 160 g salt\n- 600 ml iced water\n- 25 g white pepper',
    );
    expect(card.title).toBe('Ferry Link');
    expect(card.batchKg).toBe(10);
    expect(card.meats).toHaveLength(2);
    expect(grams(card, /salt/)).toBeCloseTo(160, 9);
    expect(grams(card, /water/)).toBeCloseTo(600, 6);
    expect(grams(card, /pepper/)).toBeCloseTo(25, 9);
  });

  it('reads CSV with the amount in its own cell', () => {
    const card = read('ingredient,amount\nFine salt,"160 g"\nBlack pepper,25 g\nfor 10 kg');
    expect(card.lines.map((l) => [l.ingredientId, grams(card, new RegExp(l.name))])).toEqual([
      ['Fine salt', 160],
      ['Black pepper', 25],
    ]);
  });

  it('asks which pepper is meant', () => {
    const [line] = read('10 g pepper for 5 kg').lines;
    expect(line?.ingredientId).toBeNull();
    expect(line?.couldBe).toEqual(['Black pepper', 'White pepper']);
  });

  it('refuses the spoon of cure, keeps the splash as words, and says when there is no batch', () => {
    const card = read('1 tsp cure 6.25\na splash of beer\n2 tbsp thyme');
    expect(card.batchKg).toBeNull();
    const doubts = card.lines.map((l) => (l.reading.kind === 'doubt' ? l.reading.doubt : ''));
    expect(doubts[0]).toContain('never measured by the spoon');
    expect(card.lines[0]?.role).toBe('cure');
    expect(read('1 tsp curing salt for 5 kg').lines[0]?.couldBe).toEqual([
      'Cure 6.25',
      'Cure 0.6',
      'Slow cure',
      'Cure packet',
    ]);
    expect(doubts[1]).toContain('not a weight');
    expect(doubts[2]).toContain('for how much meat');
  });

  it('does not lose a decimal comma to the commas between lines', () => {
    const card = read('1,5 kg fine salt, 20 g thyme for 100 kg');
    expect(grams(card, /salt/)).toBeCloseTo(1500, 9);
    expect(card.lines).toHaveLength(2);
  });

  it('explains a paste of ten thousand lines, and nothing at all', () => {
    const long = Array.from({ length: 10_000 }, (_, i) => `${i + 1} g thing ${i}`).join('\n');
    expect(() => read(long)).toThrowError(/at most 200 lines; this has 10000/);
    expect(() => read('  \n ')).toThrowError(InputError);
  });

  it('leaves no line out: every piece of text is a line, a meat, the title or the batch', () => {
    const piece = fc.constantFrom(
      '10 g thyme',
      '2 tbsp sage',
      'a splash of beer',
      'half a jar mustard',
      'something odd',
      '1 kg pork belly',
    );
    fc.assert(
      fc.property(fc.array(piece, { minLength: 1, maxLength: 12 }), (pieces) => {
        const card = read(pieces.join('\n'));
        expect(card.lines.length + card.meats.length + (card.title === null ? 0 : 1)).toBe(pieces.length);
      }),
    );
  });
});
