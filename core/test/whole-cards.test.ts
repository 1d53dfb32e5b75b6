import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { cardsIn, readCard } from '../src/index.js';
import { LIBRARY } from './recipe-shelf.js';

const library = [...LIBRARY.values()];
const DOCK = `Dock links for 10 kg

160 g fine salt
30 g black pepper
Method:
Grind through 8 mm.
Mix until it sticks to the hand.`;
const QUAY = `Quay ring

25 lb pork butt
8 oz fine salt
1 oz nutmeg

Smoke it slowly at 60 C until the core is done.`;
const SPICED = `Harbour patties

Spices:
2 tsp black pepper

Meat:
10 kg pork shoulder
160 g fine salt`;

describe('a text with several recipes', () => {
  it.each([
    ['one', [DOCK], ['Dock links for 10 kg']],
    ['one with headings of its own', [SPICED], ['Harbour patties']],
    ['two under each other', [DOCK, '', QUAY], ['Dock links for 10 kg', 'Quay ring']],
    ['two with room between them', [DOCK, '', '', '', QUAY], ['Dock links for 10 kg', 'Quay ring']],
    ['two with a rule between them', [DOCK, '-----', QUAY], ['Dock links for 10 kg', 'Quay ring']],
    ['three', [QUAY, '', SPICED, '', DOCK], ['Quay ring', 'Harbour patties', 'Dock links for 10 kg']],
    ['a rule below the title only', ['Dock links', '=====', '10 kg pork', '160 g fine salt'], ['Dock links']],
    [
      'a serving that has no meat of its own',
      [QUAY, '', 'With mustard', '', 'Warm, on bread.'],
      ['Quay ring'],
    ],
    [
      'a method that names the meat',
      [QUAY, '', 'Method', '', 'Pork is best when it is cold.'],
      ['Quay ring'],
    ],
  ])('%s', (_what, texts, titles) => {
    const text = texts.join('\n');
    const parts = cardsIn(text);
    expect(parts.map((p) => p.title)).toEqual(titles);
    const lines = text.split('\n');
    for (const part of parts) {
      // Every line stands where the part says that it does.
      part.text.split('\n').forEach((line, i) => {
        if (line.trim() !== '') expect(lines[part.from - 1 + i]).toBe(line);
      });
    }
  });

  it('reads each of them as it is read alone', () => {
    const [first, second] = cardsIn(`${QUAY}\n\n${DOCK}`);
    const shape = (text: string) => {
      const card = readCard(text, { library });
      return [card.batchKg, card.meats.map((m) => m.name), card.lines.map((l) => [l.name, l.amount])];
    };
    expect(shape(first?.text ?? '')).toEqual(shape(QUAY));
    expect(shape(second?.text ?? '')).toEqual(shape(DOCK));
  });

  it('loses no line of any text, and parts no line in two', () => {
    const line = fc.constantFrom(
      '',
      '---',
      'Dock links',
      '10 kg pork',
      '16 g fine salt',
      'Method:',
      'Grind it twice.',
    );
    fc.assert(
      fc.property(fc.array(line, { maxLength: 25 }), (lines) => {
        const back = cardsIn(lines.join('\n')).flatMap((p) => p.text.split('\n'));
        const kept = (all: readonly string[]) => all.filter((l) => l !== '' && l !== '---');
        expect(kept(back)).toEqual(kept(lines));
      }),
    );
  });
});

describe('a whole card', () => {
  it('keeps its title, its meat, its lines and every sentence of its method', () => {
    const card = readCard(
      `Lowmarsh ring
15 lb pork butt, 5 lb back fat
6 oz fine salt
1/2 tsp nutmeg and a pinch
half a jar of mustard
a cup and a bit of iced water
hog casings, soaked
How to make it:
1. Cut the meat into cubes and chill it.
2. Grind through 6 mm.
3. Mix, then stuff into hog casings.
Hang for two hours. Smoke at 60 C.`,
      { library },
    );
    expect(card.title).toBe('Lowmarsh ring');
    expect(card.batchKg).toBeCloseTo(20 * 0.45359237, 5);
    expect(card.meats.map((m) => m.name)).toEqual(['pork butt', 'back fat']);
    expect(card.lines.map((l) => l.text)).toEqual([
      '6 oz fine salt',
      '1/2 tsp nutmeg and a pinch',
      'half a jar of mustard',
      'a cup and a bit of iced water',
    ]);
    expect(card.lines.map((l) => l.reading.kind)).toEqual(['dose', 'doubt', 'doubt', 'doubt']);
    expect(card.notes.map((n) => n.place)).toEqual([7, 8, 9, 10, 11, 12]);
  });

  it('is read from a table as a spreadsheet saves it, with any of its separators', () => {
    for (const at of [',', ';', '\t']) {
      const rows = [
        ['Ingredient', 'Amount'],
        ['Pork shoulder', '10 kg'],
        ['Fine salt', '160 g'],
        ['Black pepper', '10 g'],
      ];
      const text = rows.map((row) => row.join(at)).join('\n');
      const card = readCard(text.replace('Ingredient', 'Item'), { library });
      expect(card.batchKg, JSON.stringify(at)).toBe(10);
      expect(card.lines.map((l) => [l.ingredientId, l.amount])).toEqual([
        [library.find((i) => i.name === 'Fine salt')?.id, '160 g'],
        [library.find((i) => i.name === 'Black pepper')?.id, '10 g'],
      ]);
    }
  });
});
