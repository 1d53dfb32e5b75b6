import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { batchMasses, fold, gPerKgOf, plannedLanes, ppmOf, productOf, seenFrom } from '../src/index.js';
import { afterEntries } from './a-batch.js';
import { close } from './a-cured-batch.js';
import { MIX_MG, SALT_G, closeAll, intoPortion, matterOf, mixed, of, portion } from './lane-hands.js';
import { US, method, onTo } from './on-the-way.js';
import { WORKED } from './worked-lanes.js';

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
