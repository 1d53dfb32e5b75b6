import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  METHOD_TEMPLATES,
  NO_CONTENTS,
  NO_SITUATION,
  SCHOOLS,
  asksOf,
  checkRecipe,
  type MethodStep,
  type WorkingDocument,
} from '../src/index.js';
import { LIBRARY, line, recipeOf, without } from './recipe-shelf.js';

const check = (document: WorkingDocument) =>
  checkRecipe({ name: 'Test', document, library: LIBRARY, book: 'us' });
const sentences = (document: WorkingDocument, level: string) =>
  check(document)
    .findings.filter((f) => f.level === level)
    .map((f) => f.sentence);
const FRESH = [line('Fine salt', 16), line('Black pepper', 3), line('Iced water', 30)];
const RING = [line('Cure 6.25', 2), line('Fine salt', 16), line('Iced water', 50)];

describe('methods and schools', () => {
  it.each(METHOD_TEMPLATES.map((t) => [t.title, t] as const))('%s is a sound beginning', (_, template) => {
    const cured = template.state !== 'raw';
    const lines = [line('Fine salt', cured ? 16 : 15), ...(cured ? [line('Cure 6.25', 2.4)] : [])];
    const entersAt = template.steps.find((s) => s.kind === 'mix' || s.kind === 'emulsify')!.key;
    const salted = template.state === 'dried' ? [line('Fine salt', 24), line('Cure 6.25', 2.4)] : lines;
    const document = recipeOf(
      salted.map((l) => ({ ...l, entersAt })),
      template.id,
      { window: { minPct: 20, maxPct: 24 } },
    );
    expect(check(document).findings.filter((f) => f.level === 'stop' || f.level === 'sign')).toEqual([]);
  });

  it('a choice of a school then holds, and leaves a method that can be carried out', () => {
    const start = recipeOf([...RING, line('Black pepper', 3)], 'cooked-link');
    const picks = SCHOOLS.flatMap((school) => school.choices.map((c) => ({ school, c })));
    fc.assert(
      fc.property(fc.array(fc.constantFrom(...picks), { maxLength: 10 }), (path) => {
        let document = start;
        for (const { school, c } of path) {
          if (!school.arises(document)) continue;
          document = c.apply(document);
          expect(c.holds(document), `${school.id} ${c.id}`).toBe(true);
        }
        const broken = check(document).findings.filter((f) => f.level === 'stop' && f.guard === 'method');
        expect(broken).toEqual([]);
      }),
      { numRuns: 300 },
    );
  });

  it('every choice says why in one line', () => {
    for (const choice of SCHOOLS.flatMap((s) => s.choices)) expect(choice.why).toMatch(/^[^\n]{10,100}$/);
  });

  it('stops a method out of order or without its figures', () => {
    const base = recipeOf(FRESH);
    const swap = { ...base, steps: [...base.steps].reverse() };
    expect(sentences(swap, 'stop').join()).toMatch(/before/);
    const bare = { ...base, steps: base.steps.map((s) => without(s, 'plateMm', 'bind')) };
    expect(sentences(bare, 'stop').join(' ')).toMatch(/plate in millimetres.*short or until sticky/);
    const low = recipeOf(RING, 'ring');
    const signed = sentences(
      { ...low, steps: low.steps.map((s) => (s.kind === 'cook' ? { ...s, stopBelowC: 64 } : s)) },
      'sign',
    );
    expect(signed.join()).toContain('time at temperature');
  });

  it('takes nitrate alone only in what dries for weeks', () => {
    const saltpetre = { ...LIBRARY.get('Slow cure')!, contents: { ...NO_CONTENTS, nitratePct: 100 } };
    const library = new Map([...LIBRARY, ['Slow cure', saltpetre]]);
    const by = (id: string, salt: number) => {
      const document = recipeOf([line('Slow cure', 0.2), line('Fine salt', salt)], id);
      const { findings } = checkRecipe({ name: 'Test', document, library, book: 'us' });
      return findings.flatMap((f) => (f.level === 'stop' ? f.sentence : [])).join();
    };
    expect(by('hung', 26)).not.toContain('Nitrate alone');
    for (const id of ['ring', 'log', 'stick', 'cooked-link']) expect(by(id, 17)).toContain('Nitrate alone');
  });

  it('stops what is cooked and then packed, frozen or left as it is, without being cooled', () => {
    const ring = recipeOf(RING, 'ring');
    const stops = (steps: typeof ring.steps) => sentences({ ...ring, steps }, 'stop').join();
    const uncooled = ring.steps.filter((s) => s.kind !== 'cool');
    expect(stops(ring.steps)).not.toContain('without being cooled');
    expect(stops(uncooled)).toContain('goes to “Pack” without being cooled');
    expect(stops(uncooled.filter((s) => s.kind !== 'pack'))).toContain(
      'goes to its end without being cooled',
    );
    const frozen = uncooled.map((s) => (s.kind === 'pack' ? { ...s, kind: 'freeze' as const } : s));
    expect(stops(frozen)).toContain('goes to “Freeze” without being cooled');
    const late = [...uncooled, ...ring.steps.filter((s) => s.kind === 'cool')];
    expect(stops(late)).toContain('without being cooled');
  });
});

describe('the minutes of a method', () => {
  const sticky = SCHOOLS.find((s) => s.id === 'bind')!.choices.find((c) => c.id === 'sticky')!;
  const mixOf = (minutes: object) => {
    const base = recipeOf([line('Fine salt', 16)]);
    const steps = base.steps.map((s) =>
      s.kind === 'mix' ? ({ key: s.key, kind: 'mix', ...minutes } as MethodStep) : s,
    );
    return sticky.apply({ ...base, steps }).steps.find((s) => s.kind === 'mix');
  };

  it('come with the choice where the method says none, and follow another choice', () => {
    expect(mixOf({})).toMatchObject({ bind: 'sticky', minutes: 9, minMinutes: 6, maxMinutes: 15 });
    const short = { bind: 'short', minutes: 4, minMinutes: 2, maxMinutes: 6 };
    expect(mixOf(short)).toMatchObject({ bind: 'sticky', minutes: 9, minMinutes: 6, maxMinutes: 15 });
  });

  it('stay where they are the method’s own', () => {
    const own = { minutes: 8, minMinutes: 5, maxMinutes: 10 };
    expect(mixOf({ bind: 'short', ...own })).toMatchObject({ bind: 'sticky', ...own });
    expect(mixOf({ bind: 'sticky', ...own })).toMatchObject({ bind: 'sticky', ...own });
  });

  it('of 5 to 10 with an aim of 8 are never 10 to 10 where hands must work at least 10', () => {
    const mix = { key: 'mix', kind: 'mix', mixedBy: 'hand', minutes: 8, minMinutes: 5, maxMinutes: 10 };
    const ask = (cured: boolean) =>
      asksOf(mix as MethodStep, { ...NO_SITUATION, cured }).find((a) => a.kind === 'minutes');
    expect(ask(false)).toMatchObject({ aimMinutes: 8, leastMinutes: 5, mostMinutes: 10 });
    expect(ask(true)).toMatchObject({ aimMinutes: 10, leastMinutes: 10, mostMinutes: undefined });
  });
});
