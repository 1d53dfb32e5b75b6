import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { joinedUp, keysOf, lineAt, withLine } from '../src/areas/recipes/bring-in/card-text.js';

const text = 'Dock links\n\n16 g salt and\n2 g pepper';
const anyText = fc.array(fc.constantFrom('a', 'b c', '16 g salt', '', ' '), { minLength: 1, maxLength: 12 });

describe('the words of a card', () => {
  it('are written otherwise line by line: parted by a new line, joined to the one above, taken out', () => {
    expect(withLine(text, 3, '16 g salt\n1 g mace')).toBe('Dock links\n\n16 g salt\n1 g mace\n2 g pepper');
    expect(joinedUp(text, 4)).toBe('Dock links\n\n16 g salt and 2 g pepper');
    expect(joinedUp(text, 3)).toBe('Dock links 16 g salt and\n2 g pepper');
    expect(withLine(text, 4, ' ')).toBe('Dock links\n\n16 g salt and');
    expect(joinedUp(text, 1)).toBe(text);
    expect(lineAt(text, 4)).toBe('2 g pepper');
    expect(lineAt(text, 9)).toBe('');
  });

  it('all stay, whatever is joined', () => {
    fc.assert(
      fc.property(anyText, fc.integer({ min: 1, max: 12 }), (lines, place) => {
        const before = lines.join('\n');
        const words = (all: string) => all.split(/\s+/).filter((w) => w !== '');
        expect(words(joinedUp(before, Math.min(place, lines.length)))).toEqual(words(before));
        if (place <= lines.length && lineAt(before, place).trim() !== '')
          expect(withLine(before, place, lineAt(before, place))).toBe(before);
      }),
    );
  });

  it('have names by what they say, the same words by their turn', () => {
    expect(keysOf([{ text: 'salt' }, { text: 'pepper' }, { text: 'salt' }])).toEqual([
      '1 salt',
      '1 pepper',
      '2 salt',
    ]);
  });
});
