import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  METHOD_TEMPLATES,
  NO_CONTENTS,
  PLAIN_FACTS,
  SCHOOLS,
  METHOD_KINDS,
  entryStep,
  nudgeStep,
  readCard,
  setOnStep,
  stepWords,
  withStep,
  type Ingredient,
  USUAL_MACHINES,
} from '@zest/core';
import { draftOfCard, resolveLine } from '../src/areas/recipes/bring-in/card-draft.js';
import { outcomeOf, twoTrimPrice } from '../src/areas/recipes/card/what-if.js';
import { begin, change, redo, undo, type History } from '../src/areas/recipes/editor/history.js';
import {
  editLine,
  freeKey,
  linesByStep,
  moveLine,
  newLine,
  nudgeLine,
  readLineDose,
  shownDose,
  sortByRole,
  withDose,
} from '../src/areas/recipes/editor/line-edits.js';
import { newDocument, type EditorDocument } from '../src/areas/recipes/new-document.js';
import { materialsOf } from '../src/areas/recipes/use-recipes.js';

const thing = (id: string, role: Ingredient['role'], more: Partial<Ingredient> = {}): Ingredient => ({
  ...PLAIN_FACTS,
  id,
  name: id,
  form: 'fine',
  role,
  typed: true,
  priceMinorPerKg: 1000,
  ...more,
});
const SALT = thing('Salt', 'salt', { contents: { ...NO_CONTENTS, saltPct: 100 } });
const CURE = thing('Cure', 'cure', { contents: { ...NO_CONTENTS, saltPct: 94, nitritePct: 6 } });
const THYME = thing('Thyme', 'seasoning');
const WATER = thing('Water', 'liquid', { isSupply: true });
const RUSK = thing('Rusk', 'binder', { allergens: ['gluten'], contents: { ...NO_CONTENTS, binderPct: 100 } });
const ALL = [SALT, CURE, THYME, WATER, RUSK];
const LIBRARY = new Map(ALL.map((i) => [i.id, i]));

function documentOf(items: readonly Ingredient[], template = 'fresh-link'): EditorDocument {
  return items.reduce<EditorDocument>(
    (document, item) => ({ ...document, lines: [...document.lines, newLine(item, document)] }),
    { ...newDocument(template, USUAL_MACHINES), usualMeatMg: 10_000_000 },
  );
}

describe('undo and redo', () => {
  it('goes back over any changes and forth again', () => {
    fc.assert(
      fc.property(
        fc.array(fc.integer(), { maxLength: 30 }),
        fc.integer({ min: 0, max: 30 }),
        (values, back) => {
          let history: History<number | string> = begin('start');
          for (const value of values) history = change(history, value);
          const end = history.now;
          const steps = Math.min(back, history.past.length);
          for (let i = 0; i < steps; i += 1) history = undo(history);
          for (let i = 0; i < steps; i += 1) history = redo(history);
          expect(history.now).toBe(end);
          for (let i = 0; i < 40; i += 1) history = undo(history);
          expect(history.now).toBe('start');
        },
      ),
    );
  });

  it('takes typing on in one field for one change, and a change forgets what was undone', () => {
    let history: History<string> = begin('');
    for (const text of ['1', '16', '16 g/kg']) history = change(history, text, 'dose salt');
    history = change(history, 'x', 'name');
    history = undo(history);
    expect(history.now).toBe('16 g/kg');
    history = undo(history);
    expect(history.now).toBe('');
    expect(undo(history)).toBe(history);
    history = change(history, 'new');
    expect(redo(history)).toBe(history);
  });
});

describe('lines in the editor', () => {
  it('keeps what was typed beside its weight, and a doubt without one', () => {
    const document = documentOf([SALT]);
    const [line] = document.lines;
    const typed = (text: string) => withDose(line!, readLineDose(text, line!, document, SALT, undefined));
    expect(typed('160 g')).toMatchObject({ dose: { gPerKgMeat: 16 }, asWritten: '160 g' });
    const doubtful = typed('a pinch');
    expect(doubtful.dose).toBeNull();
    expect(doubtful.doubt).toContain('not a weight');
    expect(shownDose(doubtful)).toBe('a pinch');
    const mended = withDose(doubtful, readLineDose('1.6 %', line!, document, SALT, undefined));
    expect(mended.doubt).toBeUndefined();
    expect(shownDose({ ...line!, dose: { gPerKgMeat: 16 } })).toBe('16 g/kg');
  });

  it('moves lines without losing or doubling one, into the step of the line it lands on', () => {
    fc.assert(
      fc.property(fc.array(fc.tuple(fc.nat(4), fc.nat(4)), { maxLength: 20 }), (moves) => {
        let document = documentOf(ALL, 'emulsion');
        const keys = new Set(document.lines.map((l) => l.key));
        for (const [from, to] of moves) {
          document = moveLine(document, document.lines[from]!.key, document.lines[to]!.key);
        }
        expect(new Set(document.lines.map((l) => l.key))).toEqual(keys);
        expect(document.lines).toHaveLength(5);
        const shown = linesByStep(document).flatMap((g) => g.lines);
        expect(shown).toHaveLength(5);
      }),
    );
  });

  it('nudges within a step and stops at its ends; sorts by role', () => {
    const document = documentOf([THYME, SALT, WATER]);
    const up = nudgeLine(document, 'salt', -1);
    expect(up.lines.map((l) => l.key)).toEqual(['salt', 'thyme', 'water']);
    expect(nudgeLine(up, 'salt', -1)).toBe(up);
    expect(sortByRole(documentOf([WATER, THYME, CURE, SALT])).lines.map((l) => l.role)).toEqual([
      'salt',
      'cure',
      'seasoning',
      'liquid',
    ]);
  });

  it('finds keys that are free, and edits only the line that is meant', () => {
    const document = documentOf([SALT, SALT, SALT]);
    expect(document.lines.map((l) => l.key)).toEqual(['salt', 'salt-2', 'salt-3']);
    expect(freeKey('½', document)).toBe('1-2');
    const edited = editLine(document, 'salt-2', (l) => ({ ...l, note: 'x' }));
    expect(edited.lines.map((l) => l.note)).toEqual([undefined, 'x', undefined]);
  });

  it('shows a line whose step was taken out', () => {
    const document = documentOf([SALT]);
    const bare = { ...document, steps: document.steps.filter((s) => s.kind !== 'mix') };
    expect(linesByStep(bare)).toEqual([{ key: '', title: 'At no step', lines: document.lines }]);
  });
});

describe('the method in the editor', () => {
  it('adds any step with a key of its own, in an order that can be worked', () => {
    fc.assert(
      fc.property(fc.array(fc.constantFrom(...METHOD_KINDS), { maxLength: 12 }), (kinds) => {
        const before = newDocument('ring', USUAL_MACHINES).steps;
        const steps = kinds.reduce((now, { name }) => withStep(now, name), before);
        const keys = steps.map((s) => s.key);
        expect(new Set(keys).size).toBe(keys.length);
        expect(steps).toHaveLength(before.length + kinds.length);
      }),
    );
  });

  it('moves a step one place and back, and says its parameters in a line', () => {
    const { steps } = newDocument('ring', USUAL_MACHINES);
    const there = nudgeStep(steps, 'mix', -1);
    expect(there.map((s) => s.key)).not.toEqual(steps.map((s) => s.key));
    expect(nudgeStep(there, 'mix', 1)).toEqual(steps);
    expect(nudgeStep(steps, 'chill', -1)).toEqual(steps);
    const grind = (plateMm: number | undefined) =>
      setOnStep(steps, 'grind1', 'plateMm', plateMm).find((s) => s.key === 'grind1')!;
    expect(stepWords(grind(6)).join(' · ')).toContain('6 mm plate · pass 1');
    expect('plateMm' in grind(undefined)).toBe(false);
  });

  it('lets dry goods in where the method takes them', () => {
    for (const template of METHOD_TEMPLATES) {
      const document = newDocument(template.id, USUAL_MACHINES);
      const step = document.steps.find((s) => s.key === entryStep(document.steps, 'salt'));
      expect(['mix', 'emulsify', 'season']).toContain(step?.kind);
    }
    const before = SCHOOLS.find((s) => s.id === 'season-when')!.choices[0]!.apply(documentOf([SALT, WATER]));
    expect(entryStep(before.steps, 'salt')).toBe('season');
    expect(entryStep(before.steps, 'liquid')).toBe('mix');
  });
});

const machinesHolding = (mixerKg: number, stufferKg: number) => [
  { name: 'Mixer', kind: 'mixer' as const, holdsKg: mixerKg, sizesMm: [] },
  { name: 'Stuffer', kind: 'stuffer' as const, holdsKg: stufferKg, sizesMm: [] },
];

describe('a card made into a draft', () => {
  const ON = { batchKg: 3.175, basis: 'meat' } as const;
  const card = () =>
    readCard('3 tbsp coarse salt\n2 tsp thyme\na splash of water\nfor 7 lb', { library: ALL });

  it('carries doses, doubts and what was resolved', () => {
    const draft = draftOfCard(
      card(),
      { '1 3 tbsp coarse salt': { ingredientId: 'Salt', gPerKg: 12 } },
      'meat',
      { id: 'fresh-link', machines: machinesHolding(45, 9) },
      LIBRARY,
    );
    expect(draft.usualMeatMg).toBe(3_175_147);
    expect(draft).toMatchObject({ mixerCapacityKg: 45, stufferCapacityKg: 9 });
    expect(draft.usualText).toBe('7 lb');
    expect(draft.lines.map((l) => [l.ingredientId, l.dose === null])).toEqual([
      ['Salt', false],
      ['Thyme', false],
      ['Water', true],
    ]);
    expect(draft.lines[0]).toMatchObject({ dose: { gPerKgMeat: 12 }, asWritten: '3 tbsp' });
    expect(draft.lines[2]?.doubt).toContain('not a weight');
  });

  it('keeps every word of a method that is as long as the back of a card', () => {
    const words = Array.from({ length: 900 }, (_, i) => `word${i}`);
    const sentences = Array.from(
      { length: 90 },
      (_, i) => `Then ${words.slice(i * 10, i * 10 + 10).join(' ')}.`,
    );
    const read = readCard(['10 kg pork', '160 g fine salt', ...sentences].join('\n'), { library: ALL });
    const { steps } = draftOfCard(read, {}, 'meat', { id: 'fresh-link', machines: [] }, LIBRARY);
    const kept = steps.map((s) => s.note ?? '').join(' ');
    expect(words.filter((word) => !new RegExp(`\\b${word}\\b`).test(kept))).toEqual([]);
    expect(kept.length).toBeGreaterThan(6_000);
  });

  it('refuses the spoon after all where the ingredient turns out to be a cure, and takes only weighed grams', () => {
    const [line] = card().lines;
    const guessed = resolveLine(line!, { ingredientId: 'Cure', gPerKg: 8 }, ON, LIBRARY);
    expect(guessed.gPerKg).toBeUndefined();
    expect(guessed.reading).toMatchObject({
      kind: 'doubt',
      doubt: expect.stringContaining('never measured by the spoon'),
    });
    expect(resolveLine(line!, { ingredientId: 'Cure', gPerKg: 2, weighed: true }, ON, LIBRARY).gPerKg).toBe(
      2,
    );
    expect(resolveLine(line!, { ingredientId: 'Salt', gPerKg: 8 }, ON, LIBRARY).gPerKg).toBe(8);
  });
});

describe('what a swap would do', () => {
  const document = { ...documentOf([SALT, RUSK, WATER]), linkMassG: 100 };
  const doses = [16, 40, 60];
  const recipe = {
    id: 'r',
    name: 'Test',
    versionId: 'v',
    versionNo: 1,
    document: {
      ...document,
      casing: { casingId: 'hog', name: 'Hog', calibreMm: 32, gPerM: 7, material: 'hog' },
      lines: document.lines.map((l, i) => ({
        ...l,
        ingredientId: l.ingredientId!,
        dose: { gPerKgMeat: doses[i]! },
      })),
    },
  };
  const outcome = (without: string[], meatMinorPerKg = 400) =>
    outcomeOf({
      recipe,
      library: LIBRARY,
      book: 'us',
      house: {},
      whatIf: { without, casing: recipe.document.casing, meatMinorPerKg },
      productYield: 0.95,
      casingPrice: () => 30,
      labour: undefined,
    })!;

  it('costs less and says less without its binder, and obeys', () => {
    const now = outcome([]);
    const then = outcome(['rusk']);
    expect(now.label.text).toContain('GLUTEN');
    expect(then.label.text).not.toMatch(/gluten/i);
    expect(now.findings.some((f) => f.guard === 'binder')).toBe(true);
    expect(then.findings.some((f) => f.guard === 'binder')).toBe(false);
    expect(then.cost.drivers.map((d) => d.name)).not.toContain('Rusk');
    expect(now.cost.unpriced).toEqual([]);
  });

  it('blends two trims to the wanted fat, in between or not at all', () => {
    const lean = { fatPct: 10, priceMinorPerKg: 500 };
    const fat = { fatPct: 60, priceMinorPerKg: 200 };
    expect(twoTrimPrice(lean, fat, 25)).toBeCloseTo(500 * 0.7 + 200 * 0.3, 9);
    expect(twoTrimPrice(lean, fat, 70)).toBeUndefined();
    expect(twoTrimPrice(lean, fat, 10)).toBe(500);
  });

  it('lays a kilogram of mix out by material', () => {
    const parts = materialsOf({
      meatFat: [0.2, 0.3],
      lines: [
        { line: recipe.document.lines[2]!, ingredient: WATER, perMeat: 0.06, contents: NO_CONTENTS },
        { line: recipe.document.lines[0]!, ingredient: SALT, perMeat: 0.016, contents: NO_CONTENTS },
      ],
    } as unknown as Parameters<typeof materialsOf>[0]);
    expect(parts).toEqual({ lean: 0.75, fat: 0.25, water: 0.06, spice: 0.016 });
  });
});
