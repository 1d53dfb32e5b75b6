import { describe, expect, it } from 'vitest';
import { checkRecipe, lanesOf, type MethodStep, type Portion } from '../src/index.js';
import { aBatch } from './a-batch.js';
import { CURE } from './a-cured-batch.js';
import { TRUNK, of, portion } from './lane-hands.js';
import { method } from './on-the-way.js';

describe('a recipe that parts', () => {
  const recipe = (portions: Portion[], steps: MethodStep[], lines = [CURE]) => {
    const { batch } = aBatch(steps, { ingredients: lines.map((l) => ({ ...l, entersAt: 'mix' })) });
    return { ...batch.recipe, portions, steps };
  };
  const sentences = (document: ReturnType<typeof recipe>) =>
    checkRecipe({ name: 'Pepper sticks', document, library: new Map(), book: 'us' }).findings.filter(
      (f) => f.guard === 'portion' || f.guard.includes('@'),
    );
  const REST = [...method(['stuff', 'stuff']), ...of('log', ['fill', 'stuff'])];

  it.each([
    ['a portion without a step to part after', [portion('log', 'gone')], 'is not in the method'],
    ['a portion that parts where nothing stands', [portion('log', 'spice')], 'nothing stands there'],
    [
      'two products of one name',
      [portion('log', 'mix', { name: 'pepper sticks' })],
      'is the name of another',
    ],
    ['a portion without a name', [portion('log', 'mix', { name: ' ' })], 'needs the name'],
    ['a step of no portion', [portion('other', 'mix')], 'portion that is not there'],
    [
      'more than there is',
      [
        portion('log', 'mix', { plan: { by: 'share', pct: 60 } }),
        portion('b', 'mix', { plan: { by: 'share', pct: 60 } }),
      ],
      '120 %',
    ],
    [
      'pieces where none are made',
      [portion('log', 'mix', { plan: { by: 'pieces', pieces: 10 } })],
      'makes none',
    ],
    ['a portion from itself', [portion('log', 'fill')], 'part from itself'],
  ])('refuses %s', (_name, portions, words) => {
    expect(
      sentences(recipe(portions, [...TRUNK, ...REST]))
        .map((f) => f.sentence)
        .join(' '),
    ).toContain(words);
  });

  it('lets a line go in before anything parts, and not after', () => {
    const late = [{ ...CURE, entersAt: 'stuff' }];
    const document = { ...recipe([portion('log', 'mix')], [...TRUNK, ...REST]), lines: late };
    expect(
      sentences(document)
        .map((f) => f.sentence)
        .join(' '),
    ).toContain('reckoned on all of the meat');
  });

  it('asks every guard of each product, and says a fault of all of them once', () => {
    const raw = recipe([portion('log', 'mix', { state: 'cooked' })], [...TRUNK, ...REST]);
    const found = sentences(raw);
    expect(found.map((f) => [f.path, f.guard, f.sentence])).toContainEqual([
      'portions[0].state',
      'state@log',
      'The log: The product is called cooked, but no step cooks it. Par-cooked is raw.',
    ]);
    const all = checkRecipe({
      name: 'Pepper sticks',
      document: raw,
      library: new Map(),
      book: 'us',
    }).findings;
    // What each product has for itself, as its casing, is mended at each of them.
    const texts = all
      .filter((f) => !f.path.startsWith('portions['))
      .map((f) => `${f.path} ${f.sentence.replace('The log: ', '')}`);
    expect(new Set(texts).size).toBe(texts.length);
  });

  it('is each of its products alone: way, state, casing', () => {
    const casing = { casingId: 'log casing', name: 'Fibrous 60', calibreMm: 60, gPerM: 20 };
    const document = recipe(
      [portion('log', 'mix', { casing, linkMassG: 900 }), portion('ends', 'fill')],
      [...TRUNK, ...REST],
    );
    const [sticks, log, ends] = lanesOf('Pepper sticks', document);
    expect(sticks?.document.steps.map((s) => s.key)).toEqual(['meats', 'spice', 'mix', 'stuff']);
    expect(log?.document.steps.map((s) => s.key)).toEqual(['meats', 'spice', 'mix', 'fill']);
    expect(ends?.document.steps.map((s) => s.key)).toEqual(['meats', 'spice', 'mix', 'fill']);
    // What is not filled anew is in the casing of what it parts from.
    expect([sticks, log, ends].map((l) => l?.document.casing?.name)).toEqual([
      undefined,
      'Fibrous 60',
      'Fibrous 60',
    ]);
  });
});
