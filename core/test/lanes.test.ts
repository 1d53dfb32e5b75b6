import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  InputError,
  LOSSES,
  batchMasses,
  checkRecipe,
  factsOfLane,
  fold,
  gPerKgOf,
  lanesOf,
  movesOf,
  objections,
  plannedLanes,
  ppmOf,
  productOf,
  seenFrom,
  shutDoors,
  tasksOf,
  type BatchFacts,
  type BenchEntry,
  type MethodStep,
  type Portion,
} from '../src/index.js';
import { aBatch, afterEntries } from './a-batch.js';
import { CURE, SALT, close, weigh } from './a-cured-batch.js';
import { US, method, moved, onTo } from './on-the-way.js';

/** A portion that is raw and parts by half, unless it is said otherwise. */
const portion = (key: string, partsAfter: string, more: Partial<Portion> = {}): Portion => ({
  key,
  name: `The ${key}`,
  partsAfter,
  plan: { by: 'share', pct: 50 },
  state: 'raw',
  claims: [],
  casing: null,
  linkMassG: null,
  linkLengthMm: null,
  ...more,
});
const intoPortion = (stepId: string, key: string, massMg: number, n = 0): BenchEntry => ({
  kind: 'out',
  body: { id: `p ${stepId} ${key} ${massMg} ${n}`, stepId, to: 'next', portion: key, massMg },
});
const lost = (stepId: string, reason: keyof typeof LOSSES, massMg: number): BenchEntry => ({
  kind: 'out',
  body: { id: `l ${stepId} ${reason} ${massMg}`, stepId, to: 'loss', reason, massMg },
});

const TRUNK = method(['meats', 'weigh-meat'], ['spice', 'weigh-ingredients'], ['mix', 'mix']);
/** 20 kg of meat, 350 g of cure and 80 g of salt: 20.43 kg of mix. */
const MIX_MG = 20_430_000;
function mixed(rest: MethodStep[], portions: Portion[], trunk: MethodStep[] = TRUNK): BatchFacts {
  const facts = aBatch([...trunk, ...rest], { ingredients: [CURE, SALT], portions });
  return afterEntries(facts, [
    weigh('line Lean', 15_000_000),
    weigh('line Belly', 5_000_000),
    close('meats'),
    weigh('line Cure', 350_000),
    weigh('line Fine salt', 80_000),
    close('spice'),
  ]);
}
const of = (key: string, ...kinds: Parameters<typeof method>): MethodStep[] =>
  method(...kinds).map((s) => ({ ...s, portion: key }));

const STICKS_AND_LOG = () =>
  mixed(
    [
      ...method(['stuff', 'stuff'], ['smoke', 'smoke', { expectedYieldPct: 90 }]),
      ...of('log', ['fill', 'stuff'], ['scald', 'water-cook', { stopBelowC: 71 }]),
    ],
    [portion('log', 'mix', { state: 'cooked' })],
  );
const products = (facts: BatchFacts) => fold(facts, US).products;
const matterOf = (facts: BatchFacts, key: string | null) =>
  batchMasses(facts).matters.together(productOf(facts, key));

describe('a portion that parts off', () => {
  const parted = () =>
    afterEntries(STICKS_AND_LOG(), [intoPortion('mix', 'log', 8_000_000), onTo('mix', 12_400_000)]);

  it('goes its own way, and both are worked at beside each other', () => {
    const view = fold(parted(), US);
    expect(view.steps.filter((s) => s.state === 'open').map((s) => s.id)).toEqual(['mix', 'stuff', 'fill']);
    const closed = fold(afterEntries(parted(), [close('mix'), onTo('fill', 7_900_000), close('fill')]), US);
    expect(closed.steps.filter((s) => s.state === 'open').map((s) => s.id)).toEqual(['stuff', 'scald']);
    expect(closed.steps.find((s) => s.id === 'scald')).toMatchObject({
      inMg: 7_900_000,
      portion: 'log',
      nextTitle: 'Finished goods',
    });
    // 30 g stayed in the mixer: neither product has them.
    expect(closed.ribbon[0]).toMatchObject({
      outMg: 20_400_000,
      parted: [{ key: 'log', name: 'The log', massMg: 8_000_000 }],
      balanceMg: 30_000,
    });
  });

  it('is weighed out of the step that it parts from, and out of no other', () => {
    const step = fold(parted(), US).steps.find((s) => s.id === 'mix')!;
    expect(step.parts).toEqual([
      { key: 'log', name: 'The log', plannedMg: MIX_MG / 2, outMg: 8_000_000, nextTitle: 'Stuff' },
    ]);
    const frame = parted();
    const out = intoPortion('stuff', 'log', 1000) as Extract<BenchEntry, { kind: 'out' }>;
    expect(() => movesOf(frame, out, () => 'x')).toThrow(InputError);
    expect(() => movesOf(frame, out, () => 'x')).toThrow(/Portions that do: none/);
    // Whoever sends it anyway moves nothing.
    expect(afterEntries(frame, [out]).transfers).toHaveLength(frame.transfers.length);
  });

  it('is asked for before its step closes, and by its own task', () => {
    const before = STICKS_AND_LOG();
    const gate = fold(afterEntries(before, [onTo('mix', 12_400_000)]), US).steps.find((s) => s.id === 'mix');
    expect(gate?.missing.map((m) => m.what)).toContain('part:log');
    const view = fold(parted(), US);
    const step = view.steps.find((s) => s.id === 'mix')!;
    expect(step.missing.map((m) => m.what)).not.toContain('part:log');
    expect(tasksOf(view, step).filter((t) => t.kind === 'out')).toMatchObject([
      { id: 'out', massMg: 12_400_000 },
      { id: 'out:log', title: 'The log, on to stuff', massMg: 8_000_000, done: true },
    ]);
  });

  it('has its own tasting, cold clock and casing', () => {
    const tasted = afterEntries(parted(), [
      { kind: 'reading', body: { id: 'core', stepId: 'fill', kind: 'core', value: 75 } },
      { kind: 'reading', body: { id: 'verdict', stepId: 'fill', kind: 'verdict', value: 1 } },
      { kind: 'mark', body: { id: 'cold', stepId: 'fill', kind: 'chill', value: 1 } },
    ]);
    const view = fold(tasted, US);
    const log = seenFrom(view, { portion: 'log' });
    expect([view.taste.state, log.taste.state]).toEqual(['none', 'passed']);
    expect(view.cold.sinceMs).not.toBeNull();
    expect(log.cold.sinceMs).toBeNull();
    expect([view.product, log.product]).toEqual(['Test links', 'The log']);
  });
});

/** What comes to what: kilograms of each product, and what a kilogram of it holds (worked out by hand beside it). */
interface Worked {
  name: string;
  facts: () => BatchFacts;
  /** By product: finished mg, g/kg of salt, ppm of nitrite on the product, state of its label. */
  ends: Record<string, [number, number, number, string]>;
  /** Lost by name or kept, mg; what is neither is finished. */
  elsewhereMg: number;
}

/** 350 g of cure of 0.6 % are 2.1 g of nitrite and 347.9 g of salt; with 80 g: 427.9 g on 20.43 kg (arithmetic). */
const SALT_G = 427.9 / 20.43;
const NITRITE = 2100 / 20.43;
const closeAll = (facts: BatchFacts, ...ids: string[]) => afterEntries(facts, ids.map(close));

const WORKED: Worked[] = [
  {
    name: 'one mix into sticks and a log, each cooked or smoked for itself',
    facts: () =>
      closeAll(
        afterEntries(STICKS_AND_LOG(), [
          intoPortion('mix', 'log', 8_430_000),
          onTo('mix', 12_000_000),
          close('mix'),
          onTo('stuff', 12_000_000),
          close('stuff'),
          onTo('fill', 8_430_000),
          close('fill'),
          onTo('smoke', 10_800_000),
          close('smoke'),
          { kind: 'reading', body: { id: 'core', stepId: 'scald', kind: 'temperature', value: 72 } },
          onTo('scald', 8_430_000),
        ]),
        'scald',
      ),
    // The sticks lost a tenth as water: 20.945 / 0.9.
    ends: {
      '': [10_800_000, SALT_G / 0.9, NITRITE / 0.9, 'raw smoked (not cooked)'],
      log: [8_430_000, SALT_G, NITRITE, 'cooked'],
    },
    elsewhereMg: 1_200_000,
  },
  {
    name: 'half the links sold raw, half smoked',
    facts: () =>
      closeAll(
        afterEntries(
          mixed(method(['stuff', 'stuff'], ['link', 'link'], ['smoke', 'smoke', { expectedYieldPct: 80 }]), [
            portion('fresh', 'link'),
          ]),
          [
            onTo('mix', MIX_MG),
            close('mix'),
            onTo('stuff', MIX_MG),
            close('stuff'),
            intoPortion('link', 'fresh', 10_430_000),
            onTo('link', 10_000_000),
            close('link'),
            onTo('smoke', 8_000_000),
          ],
        ),
        'smoke',
      ),
    ends: {
      '': [8_000_000, SALT_G / 0.8, NITRITE / 0.8, 'raw smoked (not cooked)'],
      fresh: [10_430_000, SALT_G, NITRITE, 'raw'],
    },
    elsewhereMg: 2_000_000,
  },
  {
    name: 'everything parted off: the rest of the method has nothing to do',
    facts: () =>
      closeAll(
        afterEntries(STICKS_AND_LOG(), [
          intoPortion('mix', 'log', MIX_MG),
          close('mix'),
          onTo('fill', MIX_MG),
          close('fill'),
          onTo('scald', MIX_MG),
        ]),
        'scald',
      ),
    ends: { log: [MIX_MG, SALT_G, NITRITE, 'raw'] },
    elsewhereMg: 0,
  },
  {
    name: 'nothing parted off: the portion is left out',
    facts: () =>
      closeAll(
        afterEntries(STICKS_AND_LOG(), [onTo('mix', MIX_MG), close('mix'), onTo('stuff', MIX_MG)]),
        'stuff',
        'smoke',
      ),
    // Nobody weighed what came out of the smoke: it passes on.
    ends: { '': [MIX_MG, SALT_G, NITRITE, 'raw smoked (not cooked)'] },
    elsewhereMg: 0,
  },
  {
    name: 'a portion of a portion: the log, and what is cut of it',
    facts: () =>
      closeAll(
        afterEntries(
          mixed(
            [
              ...method(['stuff', 'stuff']),
              ...of('log', ['fill', 'stuff'], ['rest', 'rest']),
              ...of('cuts', ['cut', 'cut']),
            ],
            [portion('log', 'mix'), portion('cuts', 'fill')],
          ),
          [
            intoPortion('mix', 'log', 10_000_000),
            onTo('mix', 10_430_000),
            close('mix'),
            onTo('stuff', 10_430_000),
            close('stuff'),
            intoPortion('fill', 'cuts', 4_000_000),
            onTo('fill', 6_000_000),
            close('fill'),
            onTo('rest', 6_000_000),
            close('rest'),
            onTo('cut', 3_900_000),
            lost('cut', 'ends', 100_000),
          ],
        ),
        'cut',
      ),
    ends: {
      '': [10_430_000, SALT_G, NITRITE, 'raw'],
      log: [6_000_000, SALT_G, NITRITE, 'raw'],
      cuts: [3_900_000, SALT_G, NITRITE, 'raw'],
    },
    elsewhereMg: 100_000,
  },
  {
    name: 'two portions out of one step, weighed in several tubs',
    facts: () =>
      closeAll(
        afterEntries(mixed(method(['stuff', 'stuff']), [portion('a', 'mix'), portion('b', 'mix')]), [
          intoPortion('mix', 'a', 3_000_000, 1),
          intoPortion('mix', 'b', 5_000_000),
          intoPortion('mix', 'a', 3_000_000, 2),
          onTo('mix', 9_430_000),
          close('mix'),
          onTo('stuff', 9_430_000),
        ]),
        'stuff',
      ),
    ends: {
      '': [9_430_000, SALT_G, NITRITE, 'raw'],
      a: [6_000_000, SALT_G, NITRITE, 'raw'],
      b: [5_000_000, SALT_G, NITRITE, 'raw'],
    },
    elsewhereMg: 0,
  },
  {
    name: 'one portion dried by a third, the rest as it was',
    facts: () =>
      closeAll(
        afterEntries(
          mixed(
            [...method(['stuff', 'stuff']), ...of('dry', ['hang', 'hang', { targetLossPct: 33 }])],
            [portion('dry', 'stuff', { state: 'dried' })],
          ),
          [
            onTo('mix', MIX_MG),
            close('mix'),
            intoPortion('stuff', 'dry', 9_000_000),
            onTo('stuff', 11_430_000),
            close('stuff'),
            onTo('hang', 6_000_000),
          ],
        ),
        'hang',
      ),
    ends: {
      '': [11_430_000, SALT_G, NITRITE, 'raw'],
      dry: [6_000_000, SALT_G * 1.5, NITRITE * 1.5, 'dried'],
    },
    elsewhereMg: 3_000_000,
  },
  {
    name: 'the rest of a portion kept as rework',
    facts: () =>
      closeAll(
        afterEntries(STICKS_AND_LOG(), [
          intoPortion('mix', 'log', 8_430_000),
          onTo('mix', 12_000_000),
          close('mix'),
          onTo('stuff', 12_000_000),
          close('stuff'),
          onTo('smoke', 12_000_000),
          close('smoke'),
          onTo('fill', 8_000_000),
          { kind: 'out', body: { id: 'r', stepId: 'fill', to: 'rework', massMg: 430_000 } },
          close('fill'),
          onTo('scald', 8_000_000),
        ]),
        'scald',
      ),
    ends: {
      '': [12_000_000, SALT_G, NITRITE, 'raw smoked (not cooked)'],
      log: [8_000_000, SALT_G, NITRITE, 'raw'],
    },
    elsewhereMg: 430_000,
  },
  {
    name: 'fat run out of a cooked portion alone: its salt rises, the other product’s does not',
    facts: () =>
      closeAll(
        afterEntries(
          mixed(
            [
              ...method(['stuff', 'stuff']),
              ...of('hot', ['fill', 'stuff'], ['cook', 'cook', { stopBelowC: 71 }]),
            ],
            [portion('hot', 'mix', { state: 'cooked' })],
          ),
          [
            intoPortion('mix', 'hot', 10_000_000),
            onTo('mix', 10_430_000),
            close('mix'),
            onTo('stuff', 10_430_000),
            close('stuff'),
            onTo('fill', 10_000_000),
            close('fill'),
            lost('cook', 'fat-out', 1_000_000),
            { kind: 'reading', body: { id: 'core', stepId: 'cook', kind: 'temperature', value: 72 } },
            onTo('cook', 9_000_000),
          ],
        ),
        'cook',
      ),
    ends: {
      '': [10_430_000, SALT_G, NITRITE, 'raw'],
      hot: [9_000_000, SALT_G / 0.9, NITRITE / 0.9, 'cooked'],
    },
    elsewhereMg: 1_000_000,
  },
  {
    name: 'what the mixer kept belongs to neither product',
    facts: () =>
      closeAll(
        afterEntries(STICKS_AND_LOG(), [
          lost('mix', 'bowl and hands', 430_000),
          intoPortion('mix', 'log', 5_000_000),
          onTo('mix', 15_000_000),
          close('mix'),
          onTo('stuff', 15_000_000),
          close('stuff'),
          onTo('fill', 5_000_000),
          close('fill'),
          onTo('smoke', 15_000_000),
          close('smoke'),
          onTo('scald', 5_000_000),
        ]),
        'scald',
      ),
    ends: {
      '': [15_000_000, SALT_G, NITRITE, 'raw smoked (not cooked)'],
      log: [5_000_000, SALT_G, NITRITE, 'raw'],
    },
    elsewhereMg: 430_000,
  },
  {
    name: 'lean and fat ground apart, joined in the mixer and parted again',
    facts: () => {
      const trunk = method(
        ['meats', 'weigh-meat'],
        ['lean', 'grind', { plateMm: 8, stream: 'lean' }],
        ['fat', 'grind', { plateMm: 5, stream: 'fat' }],
        ['spice', 'weigh-ingredients'],
        ['mix', 'mix'],
      );
      const facts = aBatch([...trunk, ...method(['stuff', 'stuff'])], {
        ingredients: [],
        portions: [portion('half', 'mix')],
      });
      return closeAll(
        afterEntries(facts, [
          weigh('line Lean', 15_000_000),
          weigh('line Belly', 5_000_000),
          close('meats'),
          onTo('lean', 15_000_000),
          onTo('fat', 5_000_000),
          close('lean'),
          close('fat'),
          close('spice'),
          intoPortion('mix', 'half', 10_000_000),
          onTo('mix', 10_000_000),
          close('mix'),
          onTo('stuff', 10_000_000),
        ]),
        'stuff',
      );
    },
    ends: { '': [10_000_000, 0, 0, 'raw'], half: [10_000_000, 0, 0, 'raw'] },
    elsewhereMg: 0,
  },
  {
    name: 'weighed back and weighed again: a portion has what was not taken back',
    facts: () => {
      const first = afterEntries(mixed(method(['stuff', 'stuff']), [portion('a', 'mix')]), [
        intoPortion('mix', 'a', 7_000_000),
      ]);
      const taken = first.transfers.at(-1)!;
      const back = moved(first, {
        from: taken.to,
        to: taken.from,
        amount: taken.amount,
        reversesId: taken.id,
        stepId: 'mix',
      });
      return closeAll(
        afterEntries(back, [
          intoPortion('mix', 'a', 6_430_000),
          onTo('mix', 14_000_000),
          close('mix'),
          onTo('stuff', 14_000_000),
        ]),
        'stuff',
      );
    },
    ends: { '': [14_000_000, SALT_G, NITRITE, 'raw'], a: [6_430_000, SALT_G, NITRITE, 'raw'] },
    elsewhereMg: 0,
  },
];

describe('twelve batches with lanes, worked by hand', () => {
  it.each(WORKED)('$name', ({ facts: make, ends, elsewhereMg }) => {
    const facts = make();
    expect(facts.batch.state).toBe('closed');
    const view = fold(facts, US);
    let finishedMg = 0;
    for (const [name, [mg, salt, nitrite, state]] of Object.entries(ends)) {
      const key = name === '' ? null : name;
      const product = view.products.find((p) => p.key === key)!;
      finishedMg += product.finishedMg;
      expect(product.finishedMg).toBe(mg);
      const matter = matterOf(facts, key);
      expect(matter.massMg).toBeCloseTo(mg, 3);
      expect(gPerKgOf(matter, 'salt', 'product')).toBeCloseTo(salt, 6);
      expect(ppmOf(matter, 'nitrite', 'product')).toBeCloseTo(nitrite, 6);
      // Label, gauges and matter of a product say the same of it.
      const seen = seenFrom(view, { portion: key });
      expect(seen.label?.state).toBe(state);
      const gauge = seen.gauges.find((g) => g.substance === 'salt' && g.basis === 'product');
      if (gauge) expect(gauge.value).toBeCloseTo(salt, 6);
    }
    expect(view.outMg).toBe(finishedMg);
    const inMg = facts.lines.reduce(
      (sum, l) => sum + (fold(facts, US).lines.find((v) => v.id === l.id)?.weighedMg ?? 0),
      0,
    );
    expect(inMg - finishedMg).toBe(elsewhereMg);
  });
});

describe('a batch with portions', () => {
  it('is finished when every portion is', () => {
    const facts = afterEntries(STICKS_AND_LOG(), [
      intoPortion('mix', 'log', 8_000_000),
      onTo('mix', 12_400_000),
      close('mix'),
      onTo('stuff', 12_400_000),
      close('stuff'),
      onTo('smoke', 11_000_000),
      close('smoke'),
    ]);
    expect(facts.batch.state).toBe('open');
    expect(products(facts)).toMatchObject([
      { key: null, done: true, finishedMg: 11_000_000 },
      { key: 'log', done: false, finishedMg: 0 },
    ]);
    const done = closeAll(afterEntries(facts, [onTo('fill', 8_000_000)]), 'fill', 'scald');
    expect(done.batch.state).toBe('closed');
  });

  it('keeps a portion that left before its cure uncured, at its door and on its label, while the rest is cured', () => {
    const steps = [
      ...TRUNK,
      ...method(['remix', 'mix']),
      ...method(['stuff', 'stuff'], ['smoke', 'smoke']),
      ...of('log', ['fill', 'stuff'], ['log-smoke', 'smoke']),
    ];
    const facts = aBatch(steps, {
      ingredients: [CURE, SALT],
      portions: [portion('log', 'mix', { state: 'raw smoked (not cooked)' })],
    });
    const gone = afterEntries(facts, [
      weigh('line Lean', 15_000_000),
      weigh('line Belly', 5_000_000),
      close('meats'),
      weigh('line Fine salt', 80_000),
      close('spice'),
      intoPortion('mix', 'log', 10_040_000),
      onTo('mix', 10_040_000),
    ]);
    const late = {
      ...gone.steps[1]!,
      id: 'late',
      position: 3.5,
      origin: 'late' as const,
      originNo: 1,
      closedAt: null,
    };
    const line = gone.lines.find((l) => l.name === 'Cure')!;
    const put = afterEntries(
      {
        ...gone,
        steps: [...gone.steps.slice(0, 3), late, ...gone.steps.slice(3)],
        lines: [
          ...gone.lines,
          { ...line, id: 'late cure', stepId: 'late', placeAccountId: 'place remix', plannedMg: 175_000 },
        ],
      },
      [weigh('late cure', 175_000), close('late')],
    );
    const doors = shutDoors(put, US);
    expect(doors.get('log-smoke')?.sentence).toContain('no cure');
    expect(doors.get('fill')?.sentence).toContain('no cure');
    expect([doors.has('stuff'), doors.has('smoke')]).toEqual([false, false]);
    expect(products(put).map((p) => p.uncured)).toEqual([false, true]);
    const view = fold(put, US);
    expect(view.label?.stateSentence).not.toContain('UNCURED');
    expect(seenFrom(view, { portion: 'log' }).label?.stateSentence).toContain('UNCURED');
    // The lead signs for the log; that opens no door of the sticks, nor the other way round.
    expect(view.uncured).toBe(true);
  });

  it('puts to each portion what its own way asks: a raw portion of a cooked batch is not cooked through', () => {
    const facts = STICKS_AND_LOG();
    const birds: BatchFacts = {
      ...facts,
      accounts: facts.accounts.map((a) =>
        a.lotKind === 'trim' ? { ...a, species: 'chicken', wild: false } : a,
      ),
    };
    const found = objections(birds, US).filter((o) => o.guard.startsWith('core'));
    expect(found.map((o) => o.guard)).toEqual(['core@log']);
    expect(found[0]?.sentence).toMatch(/^The log: /);
  });

  it('costs each product what went into it, and all of them what went into all', () => {
    const price = (facts: BatchFacts): BatchFacts => ({
      ...facts,
      accounts: facts.accounts.map((a) =>
        a.lotKind === 'trim' || a.lotKind === 'ingredient' ? { ...a, priceMinor: 600 } : a,
      ),
    });
    const dried = WORKED.find((w) => w.name.startsWith('one portion dried'))!;
    const { cost } = fold(price(dried.facts()), US);
    const perKg = new Map(cost.products.map((p) => [p.key, p.perKgMinor]));
    // 6 a kilogram wet; a third of the dried one is gone: 9 (arithmetic).
    expect(perKg.get(null)).toBeCloseTo(600, 6);
    expect(perKg.get('dry')).toBeCloseTo(900, 6);
    expect(cost.totalMinor).toBe(Math.round(20.43 * 600));
  });

  it('shares what the mixer kept by what each product got of the rest', () => {
    const kept = WORKED.find((w) => w.name.startsWith('what the mixer kept'))!;
    const view = fold(kept.facts(), US);
    // 20 kg of meat became 15 and 5 kg: each yields as the whole (arithmetic).
    expect(view.products.map((p) => p.yield)).toEqual([expect.closeTo(1, 9), expect.closeTo(1, 9)]);
    expect(view.packedYield).toBeCloseTo(1, 9);
  });
});

describe('properties of parting', () => {
  const tubs = fc.array(
    fc.tuple(fc.constantFrom(null, 'a', 'b'), fc.integer({ min: 1_000, max: 4_000_000 })),
    {
      minLength: 1,
      maxLength: 12,
    },
  );

  it('kilograms of all ends and what is still there are what went in, and every product is the same mix', () => {
    fc.assert(
      fc.property(tubs, (weighings) => {
        const facts = afterEntries(
          mixed(method(['stuff', 'stuff']), [portion('a', 'mix'), portion('b', 'mix')]),
          weighings.map(([key, mg], n) =>
            key === null ? onTo('mix', mg, `o ${n}`) : intoPortion('mix', key, mg, n),
          ),
        );
        const { matters, ribbon } = batchMasses(facts);
        const sum = (key: string | null) =>
          weighings.reduce((all, [k, mg]) => (k === key ? all + mg : all), 0);
        const out = sum(null) + sum('a') + sum('b');
        fc.pre(out <= MIX_MG);
        expect(ribbon[0]).toMatchObject({ inMg: MIX_MG, outMg: out, balanceMg: MIX_MG - out });
        for (const key of ['a', 'b']) {
          const matter = matters.together(productOf(facts, key));
          expect(matter.massMg).toBeCloseTo(sum(key), 3);
          if (sum(key) > 0) expect(gPerKgOf(matter, 'salt', 'product')).toBeCloseTo(SALT_G, 6);
        }
      }),
      { numRuns: 60 },
    );
  });

  it('what products cost is what the batch cost, however it parts', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 99 }), fc.integer({ min: 1, max: 99 }), (first, second) => {
        const bare = mixed(
          [...method(['stuff', 'stuff']), ...of('a', ['fill', 'stuff'])],
          [portion('a', 'mix'), portion('b', 'fill')],
        );
        const aMg = Math.round((MIX_MG * first) / 100);
        const bMg = Math.round((aMg * second) / 100);
        const facts = closeAll(
          afterEntries(
            {
              ...bare,
              accounts: bare.accounts.map((a) => (a.lotKind === 'trim' ? { ...a, priceMinor: 500 } : a)),
            },
            [
              intoPortion('mix', 'a', aMg),
              onTo('mix', MIX_MG - aMg),
              close('mix'),
              onTo('stuff', MIX_MG - aMg),
              close('stuff'),
              intoPortion('fill', 'b', bMg),
              ...(aMg > bMg ? [onTo('fill', aMg - bMg)] : []),
            ],
          ),
          'fill',
        );
        const view = fold(facts, US);
        const all = view.products.reduce((sum, { key, finishedMg }) => {
          const perKg = view.cost.products.find((p) => p.key === key)?.perKgMinor ?? 0;
          return sum + (perKg * finishedMg) / 1e6;
        }, 0);
        expect(all).toBeCloseTo(20 * 500, 3);
      }),
      { numRuns: 40 },
    );
  });

  it('what is planned of every product and lost on the way is the mix', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 100 }),
        fc.integer({ min: 0, max: 40_000_000 }),
        (pct, massMg) => {
          const { batch, portions } = mixed(
            [...method(['stuff', 'stuff']), ...of('a', ['fill', 'stuff'])],
            [
              portion('a', 'mix', { plan: { by: 'share', pct } }),
              portion('b', 'fill', { plan: { by: 'mass', massMg } }),
            ],
          );
          const planned = plannedLanes({ ...batch.recipe, portions }, MIX_MG);
          const sum = [...planned.finished.values()].reduce((a, b) => a + b, 0);
          expect(sum).toBeCloseTo(MIX_MG, 3);
          expect(planned.parted.get('a')).toBeCloseTo((MIX_MG * pct) / 100, 3);
          expect(planned.parted.get('b')).toBeCloseTo(Math.min(massMg, (MIX_MG * pct) / 100), 3);
        },
      ),
    );
  });
});

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
    const texts = all.map((f) => f.sentence.replace('The log: ', ''));
    expect(new Set(texts.filter((t) => !t.includes('casing'))).size).toBe(
      texts.filter((t) => !t.includes('casing')).length,
    );
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

it('casing is taken out of the lots of the product that a step fills', () => {
  const casing = { casingId: 'sheep', name: 'Sheep 22', calibreMm: 22, gPerM: 5 };
  const bare = STICKS_AND_LOG();
  const lot = (casingId: string) => ({
    casingId,
    lotId: casingId,
    lotCode: casingId,
    accountId: `lot of ${casingId}`,
    leftMm: 9000,
    gPerM: 5,
  });
  const facts: BatchFacts = {
    ...bare,
    casings: [lot('sheep'), lot('fibrous')],
    batch: { ...bare.batch, recipe: { ...bare.batch.recipe, casing, linkMassG: 40 } },
    portions: bare.portions.map((p) => ({
      ...p,
      casing: { ...casing, casingId: 'fibrous' },
      linkMassG: 900,
    })),
  };
  const from = (stepId: string, lotId?: string) =>
    movesOf(facts, { kind: 'casing', body: { id: 'c', stepId, lengthMm: 1000, lotId } }, () => 'x')?.moves[0]
      .from;
  expect([from('stuff'), from('fill')]).toEqual(['lot of sheep', 'lot of fibrous']);
  // A lot of the other product's casing is none of this one.
  expect(from('fill', 'sheep')).toBeUndefined();
  expect(factsOfLane(facts, 'log').casings.map((c) => c.casingId)).toEqual(['fibrous']);
});
