import fc from 'fast-check';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { newObjections, objections, type BatchFacts, type ShopFacts } from '@zest/core';
import type { TrimLot } from '@zest/contract';
import { benchHands, current, type BenchHands } from './bench-hands.js';
import { openTestShop, sheetOf, type Hands, type TestShop } from './shop.js';

let shop: TestShop;
let ines: Hands;
let hands: BenchHands;
beforeAll(async () => {
  shop = await openTestShop('any_order');
  ines = await shop.signIn('Ines');
  hands = benchHands(shop, ines, await shop.signIn('Bram'));
});
afterAll(() => shop.close());

describe('whatever a hand does in whatever order', () => {
  it('leaves no batch with anything new that speaks against it and nobody has signed for', async () => {
    const lots = (await ines.get('/lots')).body as TrimLot[];
    const facts = async (id: string) =>
      (await ines.get(`/batches/${id}/facts`)).body as { facts: BatchFacts; shop: ShopFacts };
    const act = fc.record({
      what: fc.constantFrom(
        'lot-changes',
        'substitutions',
        'extras',
        'late-lines',
        'taste-corrections',
        'growth',
      ),
      line: fc.nat(),
      lot: fc.nat(),
      thing: fc.nat(),
      massMg: fc.integer({ min: 1_000, max: 300_000 }),
    });
    await fc.assert(
      fc.asyncProperty(
        fc.constantFrom('weigh-meat' as const, 'weigh-ingredients' as const, 'mix' as const),
        fc.array(act, { minLength: 4, maxLength: 8 }),
        async (kind, acts) => {
          const batch = await hands.upTo(kind);
          const opened = await facts(batch.id);
          const goods = (await hands.lots(batch)).filter((l) => l.kind === 'ingredient');
          for (const a of acts) {
            const now = await sheetOf(ines, batch.id);
            const line = now.lines[a.line % now.lines.length]!;
            const thing = goods[a.thing % goods.length]!;
            const lot = lots[a.lot % lots.length]!;
            await hands.send(now, a.what, {
              lineId: line.id,
              lotCode: lot.code,
              lotId: lot.id,
              ingredientId: thing.ingredientId,
              stepId: current(now).id,
              massMg: a.massMg,
              factor: 1,
              minutes: 3,
              toGPerKg: a.massMg / 20_000,
              reason: 'because',
              signed: { species: 'yes', window: 'yes', 'recipe-salt': 'yes' },
            });
          }
          const after = await facts(batch.id);
          const fresh = newObjections(
            objections(opened.facts, opened.shop),
            objections(after.facts, after.shop),
          );
          expect(fresh).toEqual([]);
          expect(after.facts.marks.filter((m) => m.kind === 'signed')).toEqual([]);
        },
      ),
      { numRuns: 6, seed: 20_261_127 },
    );
  });
});
