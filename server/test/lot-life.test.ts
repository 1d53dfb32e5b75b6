import fc from 'fast-check';
import { v7 as uuid } from 'uuid';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { LotDetail, TrimLot } from '@zest/contract';
import { verifyLedger } from '../src/ledger/index.js';
import { coldRoomOf, type ColdRoom } from './cold-room-hands.js';
import { openTestShop, type Hands, type TestShop } from './shop.js';

let shop: TestShop;
let ines: Hands;
let room: ColdRoom;
beforeAll(async () => {
  shop = await openTestShop('lotlife');
  ines = await shop.signIn('Ines');
  room = await coldRoomOf(ines);
});
afterAll(() => shop.close());

/** What a hand may do to one lot, with weights as parts of what is there. */
const deed = fc.oneof(
  fc.record({ do: fc.constant('split' as const), part: fc.integer({ min: 1, max: 120 }) }),
  fc.record({
    do: fc.constant('sort' as const),
    part: fc.integer({ min: 1, max: 99 }),
    fat: fc.integer({ min: 0, max: 100 }),
  }),
  fc.record({ do: fc.constant('count' as const), part: fc.integer({ min: 0, max: 130 }) }),
  fc.record({ do: fc.constant('write off' as const), part: fc.integer({ min: 1, max: 120 }) }),
  fc.record({
    do: fc.constant('trim' as const),
    part: fc.integer({ min: 1, max: 100 }),
    usable: fc.integer({ min: 0, max: 100 }),
  }),
  fc.record({ do: fc.constant('sell' as const), part: fc.integer({ min: 1, max: 110 }) }),
  fc.record({ do: fc.constant('test' as const), fat: fc.integer({ min: 0, max: 100 }) }),
  fc.record({ do: fc.constant('merge' as const) }),
);
type Deed = typeof deed extends fc.Arbitrary<infer D> ? D : never;

const parts = (lot: LotDetail, mg: number) => ({
  version: lot.version,
  massMg: Math.max(1, mg),
  restMassMg: Math.max(1, lot.balanceMg - mg),
});

async function carryOut(one: Deed, lot: LotDetail, others: readonly TrimLot[]): Promise<number> {
  const mg = 'part' in one ? Math.round((lot.balanceMg * one.part) / 100) : 0;
  const post = async (path: string, body: object) => (await ines.post(path, { id: uuid(), ...body })).status;
  switch (one.do) {
    case 'split':
      return post(`/lots/${lot.id}/split`, {
        ...parts(lot, mg),
        fatPct: lot.fatPct,
        restFatPct: lot.fatPct,
        mode: 'divide',
      });
    case 'sort':
      return post(`/lots/${lot.id}/split`, {
        ...parts(lot, mg),
        mode: 'sort',
        fatPct: one.fat,
        restFatPct: Math.max(
          0,
          Math.min(100, (lot.fatPct * lot.balanceMg - one.fat * mg) / (lot.balanceMg - mg)),
        ),
      });
    case 'count':
      return post(`/lots/${lot.id}/count`, { amount: mg });
    case 'write off':
      return post(`/lots/${lot.id}/write-off`, { amount: Math.max(1, mg), reason: 'spoiled' });
    case 'trim': {
      const usableMg = Math.round((mg * one.usable) / 100);
      const rest = mg - usableMg;
      const parts = rest > 1 ? [{ name: 'bone', massMg: Math.floor(rest / 2), to: 'bin' }] : [];
      return post(`/lots/${lot.id}/preparations`, {
        how: 'trim out',
        grossMg: Math.max(1, mg),
        usableMg,
        parts,
        tempC: 2,
      });
    }
    case 'sell':
      return post(`/lots/${lot.id}/sale`, {
        customer: 'Mr Reed',
        massMg: Math.max(1, mg),
        priceMinorPerKg: 500,
      });
    case 'test':
      return post('/fat-tests', { method: 'instrument', fatPct: one.fat, lotId: lot.id });
    case 'merge':
      return post('/lots/merge', { lotIds: [lot.id, others[0]?.id ?? lot.id] });
  }
}

describe('whatever is done to lots', () => {
  it('mass is conserved, nothing goes below zero, no answer is an inner error, and every child knows its parent', async () => {
    await fc.assert(
      fc.asyncProperty(fc.array(deed, { minLength: 3, maxLength: 8 }), async (deeds) => {
        const start = await room.receive({ supplierLot: 'life' });
        let family = [start.id];
        for (const [i, one] of deeds.entries()) {
          const mine = (await room.lots()).filter((l) => family.includes(l.id));
          const lot = mine[i % Math.max(1, mine.length)];
          if (!lot) break;
          const before = new Set((await room.lots()).map((l) => l.id));
          const status = await carryOut(
            one,
            await room.detail(lot.id),
            mine.filter((l) => l.id !== lot.id),
          );
          expect([200, 409, 422]).toContain(status);
          const now = await room.lots();
          const born = now.filter((l) => !before.has(l.id));
          family = [...family, ...born.map((l) => l.id)];
          for (const child of born) {
            expect((await room.detail(child.id)).madeFrom.map((p) => p.lotId)).toContain(lot.id);
          }
          for (const l of now) {
            expect(l.balanceMg).toBeGreaterThan(0);
            expect(l.fatPct >= 0 && l.fatPct <= 100).toBe(true);
          }
        }
      }),
      { numRuns: 25, seed: 3, interruptAfterTimeLimit: 60_000 },
    );
    expect(await verifyLedger(shop.app.db)).toEqual([]);
  }, 120_000);
});
