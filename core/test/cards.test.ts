import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  matchCard,
  nitrite,
  readCard,
  readCardDose,
  writeDose,
  type Card,
  type CardOptions,
} from '../src/index.js';
import { CARDS } from './card-table.js';
import { LIBRARY, SHELF, thing } from './recipe-shelf.js';

const SHOP = [
  ...SHELF.filter((i) => i.role !== 'packet'),
  thing('Garlic', 'seasoning', {}, { form: 'granulated' }),
  thing('Milk powder', 'binder', {}, { form: 'powder' }),
  thing('Smoked paprika', 'seasoning', {}, { form: 'ground' }),
  thing('Paprika', 'seasoning', {}, { form: 'ground' }),
  thing('Mustard seed', 'seasoning', {}, { form: 'whole' }),
  thing(
    'Sage',
    'seasoning',
    {},
    { form: 'rubbed', density: { gPerMl: 0.15, source: 'weighed in the shop' } },
  ),
  thing('Brown sugar', 'sugar', {}, { form: 'packed' }),
  thing('Nutmeg', 'seasoning', {}, { form: 'ground' }),
  thing('Cloves', 'seasoning', {}, { form: 'ground' }),
  thing('Dextrose', 'sugar', {}, { form: 'fine' }),
];
const read = (text: string, more: Partial<CardOptions> = {}) => readCard(text, { library: SHOP, ...more });
const short = (value: number) => String(Number(value.toPrecision(4)));

/**
 * A card in words: its title, kilograms, meats, lines and notes by their place. A line that is sure stands under the
 * shop's name, one that the shelf has not in brackets, a doubt behind a question mark with its range.
 */
function told(card: Card): string[] {
  return [
    ...(card.title === null ? [] : [`title ${card.title}`]),
    card.batchKg === null ? 'kg ?' : `kg ${short(card.batchKg)}`,
    ...card.meats.map((m) => `meat ${m.name} ${m.massMg === null ? '?' : short(m.massMg / 1e6)}`),
    ...card.lines.map(({ ingredientId, name, reading }) => {
      if (reading.kind === 'doubt') {
        const { rangeGPerKg: range } = reading;
        return `? ${name}${range ? ` ${short(range[0])} to ${short(range[1])}` : ''}`;
      }
      const { dose } = reading;
      const words =
        'gPerKgMeat' in dose
          ? short(dose.gPerKgMeat)
          : 'gPerKgMix' in dose
            ? `${short(dose.gPerKgMix)} of mix`
            : writeDose(dose);
      return `${ingredientId ?? `(${name})`} ${words}`;
    }),
    ...card.notes.map((n) => `note ${n.place}`),
  ];
}

describe('a card', () => {
  it.each(CARDS)('%j', (card, ...what) => {
    expect(told(read(card))).toEqual(what);
  });

  it('of more than a hundred was tried', () => {
    expect(CARDS.length).toBeGreaterThan(100);
    expect(new Set(CARDS.map(([card]) => card)).size).toBe(CARDS.length);
  });
});

describe('what a card asks', () => {
  it('names a total beside its parts, two figures that differ, and what comes out instead of what goes in', () => {
    const doubts = (text: string) => read(text).doubts.join(' ');
    expect(doubts('20 lb pork\n15 lb pork butt\n5 lb back fat')).toContain('Is it their total?');
    expect(doubts('for 20 lb\n15 lb pork\n10 lb beef')).toContain('Which is it?');
    expect(doubts('Makes 10 kg\n5 g nutmeg')).toContain('not its meat');
    expect(doubts('10 kg pork\n5 g nutmeg')).toBe('');
  });

  it('asks once what a percent is of, and then every line has it', () => {
    const text = '10 kg pork\n1.6 % fine salt\n0.3 % nutmeg\n5 g cloves';
    expect(read(text).asksBasis).toBe(true);
    const on = (basis: 'meat' | 'mix') =>
      read(text, { basis }).lines.map((l) => (l.reading.kind === 'dose' ? l.reading.dose : null));
    expect(on('meat')).toEqual([{ pctOfMeat: 1.6 }, { pctOfMeat: 0.3 }, { gPerKgMeat: 0.5 }]);
    expect(on('mix')).toEqual([{ pctOfMix: 1.6 }, { pctOfMix: 0.3 }, { gPerKgMeat: 0.5 }]);
    expect(read('10 kg pork\n5 g cloves').asksBasis).toBe(false);
  });

  it('doses on the meat that somebody said, whatever the card says', () => {
    const text = '25 lb pork\n8 oz fine salt\n5 g nutmeg per kg';
    expect(told(read(text, { batchKg: 10 })).slice(2)).toEqual(['Fine salt 22.68', 'Nutmeg 5']);
  });

  it('says of every cure that the shop’s own is to be chosen, and doses it then by its own rate', () => {
    const [line] = read('25 lb pork\n0.2 oz curing salt per 5 lb').lines;
    expect(line!.reading).toMatchObject({
      kind: 'doubt',
      doubt: expect.stringContaining('choose the shop’s own'),
    });
    expect(line!.couldBe).toEqual(['Cure 6.25', 'Cure 0.6', 'Slow cure']);
    const cure = LIBRARY.get('Cure 6.25')!;
    const chosen = readCardDose(line!, 'cure', cure, {
      batchKg: 25 * 0.45359237,
      basis: 'meat',
      numberStyle: undefined,
    });
    const gPerKg = chosen.kind === 'dose' && 'gPerKgMeat' in chosen.dose ? chosen.dose.gPerKgMeat : NaN;
    // 0.2 oz to 5 lb is 5.67 g to 2.268 kg: the quarter ounce of the book, 156 ppm of a 6.25 % cure (9 CFR 424.21).
    expect(gPerKg).toBeCloseTo(2.5, 3);
    expect(
      nitrite({ cureG: gPerKg * 10, nitritePct: 6.25, meatKg: 10, mixKg: 10, book: 'us' }).ppmOnMeat,
    ).toBeCloseTo(156.25, 1);
  });
});

describe('a name on a card', () => {
  const match = (name: string) => matchCard(name, SHOP);
  it.each([
    ['celery salt', 'Fine salt'],
    ['garlic salt', 'Fine salt'],
    ['minced garlic', 'Garlic'],
    ['fresh thyme', 'Thyme'],
    ['whole black pepper', 'Black pepper'],
    ['coarse salt', 'Fine salt'],
  ])('%s is not the shelf’s neighbour %s, and offers it', (name, id) => {
    expect(match(name).sure).toBeUndefined();
    expect(match(name).couldBe.map((i) => i.id)).toContain(id);
  });

  it.each([
    ['onion powder', 'Milk powder'],
    ['nitrate', 'Nutmeg'],
    ['unicorn', 'Fine salt'],
  ])('%s has nothing to do with %s', (name, id) => {
    expect(match(name).sure).toBeUndefined();
    expect(match(name).couldBe.map((i) => i.id)).not.toContain(id);
  });

  it.each([
    ['finely ground black peppers', 'Black pepper'],
    ['freshly ground nutmeg', 'Nutmeg'],
    ['good brown sugar', 'Brown sugar'],
    ['cold water', 'Iced water'],
    ['dried thyme', 'Thyme'],
    ['table salt', 'Fine salt'],
  ])('%s is %s', (name, id) => {
    expect(match(name).sure?.id).toBe(id);
  });

  it('is never sure of a cure, however it is called', () => {
    for (const name of ['Cure 6.25', 'pink salt', 'curing salt', 'nitrate', 'saltpetre', 'Slow cure']) {
      expect(match(name).sure).toBeUndefined();
    }
  });
});

describe('whatever stands on a card', () => {
  const item = fc.constantFrom(
    ...SHOP.filter((i) => i.contents.nitritePct === 0 && i.role !== 'liquid' && i.name !== 'Garlic'),
  );
  const gPerKg = fc.integer({ min: 1, max: 4000 }).map((n) => n / 100);

  it('reads back what a recipe prints: every line in g/kg, and in grams for its meat', () => {
    const lines = fc.uniqueArray(fc.record({ item, gPerKg }), {
      selector: (l) => l.item.id,
      minLength: 1,
      maxLength: 8,
    });
    fc.assert(
      fc.property(lines, fc.integer({ min: 1, max: 80 }), (list, kg) => {
        const perKg = list.map((l) => `${writeDose({ gPerKgMeat: l.gPerKg })} ${l.item.name}`);
        const inGrams = list.map(
          (l) => `${Number((l.gPerKg * kg).toFixed(4))} g ${l.item.name}, ${l.item.form}`,
        );
        for (const text of [perKg, inGrams]) {
          const card = read([`${kg} kg pork`, ...text].join('\n'), { numberStyle: 'point' });
          expect(card.batchKg).toBe(kg);
          expect(card.lines.map((l) => l.ingredientId)).toEqual(list.map((l) => l.item.id));
          card.lines.forEach(({ reading }, i) => {
            const dose =
              reading.kind === 'dose' && 'gPerKgMeat' in reading.dose ? reading.dose.gPerKgMeat : NaN;
            expect(dose).toBeCloseTo(list[i]!.gPerKg, 3);
          });
        }
      }),
    );
  });

  it('nothing on it disappears: every word stands in a line, a meat, the title, the batch or a note', () => {
    const word = fc.constantFrom(
      '10',
      '1/2',
      'kg',
      'tsp',
      'salt',
      'pork',
      'for',
      'per',
      'lb',
      'mix',
      'thyme',
      'and',
      'a bit',
      'Method:',
      '(use)',
      '%',
      'casings',
      '1.5 g',
    );
    const line = fc.array(word, { minLength: 1, maxLength: 7 }).map((words) => words.join(' '));
    fc.assert(
      fc.property(fc.array(line, { minLength: 1, maxLength: 6 }), (lines) => {
        const text = lines.join('\n');
        const card = read(text);
        const kept = [
          card.title ?? '',
          card.batchText ?? '',
          ...card.doubts,
          ...card.meats.map((m) => m.text),
          ...card.lines.map((l) => l.text),
          ...card.notes.map((n) => n.text),
        ].join(' ');
        for (const known of ['thyme', 'casings', '(use)'])
          if (text.includes(known)) expect(kept).toContain(known);
      }),
    );
  });

  it('a rate is never the meat of the card', () => {
    const unit = fc.constantFrom('kg', 'lb', 'oz');
    const per = fc.constantFrom('per', 'for each', 'to each', 'to every', 'per every');
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 100 }), unit, per, fc.boolean(), (n, massUnit, words, first) => {
        const amount = '5 g';
        const line = first
          ? `${words} ${n} ${massUnit} ${amount} nutmeg`
          : `${amount} nutmeg ${words} ${n} ${massUnit}`;
        const card = read(`10 kg pork\n${line}`);
        expect(card.batchKg).toBe(10);
      }),
    );
  });
});
