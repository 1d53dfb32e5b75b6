import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { BlendDraft } from '@zest/contract';
import { dayInput } from '../src/areas/blend/day/day-input.js';
import { briefName, lotName, withNames } from '../src/areas/blend/names.js';
import { nudge } from '../src/areas/blend/nudge.js';
import { describeBlend, shortName, toPlanInput, toTrim, whyNot } from '../src/areas/blend/settings.js';
import { lot, settings } from './some-lots.js';

describe('which lots a blend is offered', () => {
  it('leaves out what must not go in, and says why', () => {
    const asked = settings({ leaveOut: ['left'], speciesRules: [{ species: 'lamb', maxPct: 0 }] });
    const why = (more: Parameters<typeof lot>[1], id = 'a') => whyNot(lot(id, more), asked);
    expect(why({})).toBeUndefined();
    expect(why({ status: 'hold' })).toBe('on hold');
    expect(why({ status: 'rejected' })).toBe('rejected');
    expect(why({ state: 'frozen' })).toBe('frozen');
    expect(why({ weightKnown: 'pre-thaw' })).toBe('thawed, not weighed since');
    expect(why({ weightKnown: 'counted' })).toBeUndefined();
    expect(why({ urgency: 'past' })).toBe('past its use-by date');
    expect(why({ urgency: 'today' })).toBeUndefined();
    expect(why({ heat: 'cooked' })).toBe('already cooked');
    expect(why({ freeMg: 0 })).toBe('nothing free');
    expect(why({ owner: 'Mrs Sand' })).toBe('belongs to Mrs Sand');
    expect(why({ species: 'lamb' })).toBe('lamb may not be in it');
    expect(why({}, 'left')).toBe('left out by you');
  });

  it('offers a customer’s batch nothing but the customer’s own', () => {
    const theirs = settings({ owner: 'Mrs Sand' });
    expect(whyNot(lot('a'), theirs)).toBe('the shop’s: sell it first');
    expect(whyNot(lot('a', { owner: 'Mrs Sand' }), theirs)).toBeUndefined();
    expect(whyNot(lot('a', { owner: 'Mr Reed' }), theirs)).toBe('belongs to Mr Reed');
  });

  it('of a product of one species are of that species', () => {
    const only = settings({ speciesRules: [{ species: 'beef', minPct: 100 }] });
    expect(whyNot(lot('a'), only)).toBe('the recipe does not mean pork');
    expect(whyNot(lot('a', { species: 'beef' }), only)).toBeUndefined();
  });

  it('are of the species the recipe means, until another is let in', () => {
    const mixed = settings({
      speciesRules: [
        { species: 'beef', minPct: 40 },
        { species: 'lamb', maxPct: 0 },
      ],
    });
    expect(whyNot(lot('a'), mixed)).toBe('the recipe does not mean pork');
    const letIn = settings({ speciesRules: [...mixed.speciesRules, { species: 'pork' }] });
    expect(whyNot(lot('a'), letIn)).toBeUndefined();
    expect(whyNot(lot('a', { species: 'lamb' }), letIn)).toBe('lamb may not be in it');
  });
});

describe('the question to the planner', () => {
  it('carries boxes, what is loose in an opened one, locks, first use and least use', () => {
    const boxed = lot('b', { boxMg: 10_000_000, freeMg: 34_000_000 });
    expect(toTrim(boxed, settings())).not.toHaveProperty('boxKg');
    expect(toTrim(boxed, settings({ wholeBoxes: true }))).toMatchObject({
      boxKg: 10,
      looseKg: 4,
      balance: true,
    });
    expect(toTrim(boxed, settings({ locks: { b: 3 }, useFirst: ['b'] }))).toMatchObject({
      lockedKg: 3,
      useFirst: 1,
    });
    expect(toTrim(boxed, settings({ leastUseMg: 2_000_000 }))).toMatchObject({ minUseKg: 2 });
    expect(toTrim(boxed, settings())).not.toHaveProperty('minUseKg');
  });

  it('says nothing of what was not asked', () => {
    const input = toPlanInput(settings(), [lot('a')]);
    expect(input).toMatchObject({ batchKg: 40, confidence: 0.8, divisionKg: 0.02, dropBelowKg: 0.5 });
    expect(input).not.toHaveProperty('maxTrims');
    expect(input).not.toHaveProperty('owner');
    expect(toPlanInput(settings({ maxTrims: 3, owner: 'Mrs Sand' }), [])).toMatchObject({
      maxTrims: 3,
      owner: 'Mrs Sand',
    });
  });

  it('of a day holds every lot once and every batch with its own rules', () => {
    const draft = (id: string, more: Parameters<typeof settings>[0]): BlendDraft => ({
      id,
      name: id,
      plannedFor: '2026-03-16',
      priority: 1,
      recipeId: 'r',
      recipeName: 'Quay Thick',
      settings: settings(more),
      result: null,
      person: 'Ines',
      changedAt: '2026-03-16T06:00:00.000Z',
      batchId: null,
      version: 1,
    });
    const lots = [
      lot('a'),
      lot('b', { species: 'beef' }),
      lot('c', { owner: 'Mrs Sand' }),
      lot('d', { state: 'frozen' }),
    ];
    const day = dayInput(
      [
        draft('one', { speciesRules: [{ species: 'pork', minPct: 100 }] }),
        draft('two', { owner: 'Mrs Sand' }),
      ],
      lots,
    );
    expect(day.stock.map((t) => t.id).sort()).toEqual(['a', 'b', 'c']);
    expect(day.batches.map((b) => [b.id, b.owner, b.speciesRules])).toEqual([
      [
        'one',
        undefined,
        [
          { species: 'pork', minPct: 100 },
          { species: 'beef', maxPct: 0 },
        ],
      ],
      ['two', 'Mrs Sand', []],
    ]);
  });
});

describe('what a blend comes to', () => {
  it('counts fat, cost, and the salt and nitrite that the meat brings', () => {
    const lots = [
      lot('a', { fatPct: 10, fatSd: 0, priceMinorPerKg: 600 }),
      lot('b', { fatPct: 50, fatSd: 0, priceMinorPerKg: 200, saltGPerKg: 20, nitritePpm: 80 }),
    ];
    const blend = describeBlend(lots, { a: 30, b: 10 }, { minPct: 15, maxPct: 25 });
    expect(blend).toMatchObject({
      fatPct: 20,
      chance: 1,
      costMinor: 20_000,
      perKgMinor: 500,
      saltGPerKg: 5,
      nitritePpm: 20,
    });
    expect(describeBlend(lots, {}, { minPct: 0, maxPct: 100 })).toBeUndefined();
  });
});

describe('a nudge', () => {
  it('keeps the mass of the batch, the locks and the stock, whatever is wanted', () => {
    const kg = fc.integer({ min: 0, max: 400 }).map((n) => n / 10);
    fc.assert(
      fc.property(fc.array(kg, { minLength: 2, maxLength: 6 }), kg, fc.boolean(), (start, wanted, locked) => {
        const blend = Object.fromEntries(start.map((x, i) => [`t${i}`, x]));
        const total = start.reduce((a, b) => a + b, 0);
        const locks = new Set(locked && start.length > 2 ? ['t1'] : []);
        const next = nudge(blend, 't0', wanted, locks, { t0: 25 });
        const sum = Object.values(next).reduce((a, b) => a + b, 0);
        expect(sum).toBeCloseTo(total, 6);
        if (locks.has('t1')) expect(next['t1']).toBe(blend['t1']);
        for (const x of Object.values(next)) expect(x).toBeGreaterThanOrEqual(-1e-9);
      }),
    );
  });
});

describe('names', () => {
  const lots = [lot('0190-a', { code: 'T-0007' })];
  it('stand for ids in sentences and tight places', () => {
    expect(lotName(lots, '0190-a')).toBe('Pork shoulder 80/20 T-0007');
    expect(briefName(lots, '0190-a')).toBe('Pork shoulder T-0007');
    expect(shortName(lots[0]!)).toBe('Pork shoulder');
    expect(lotName(lots, 'gone')).toBe('gone');
    expect(withNames('0190-a is locked at 3 kg.', lots)).toBe(
      'Pork shoulder 80/20 T-0007 is locked at 3 kg.',
    );
  });
});
