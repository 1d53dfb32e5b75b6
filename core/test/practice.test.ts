import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  DISASTER_WORDS,
  chooseDisaster,
  deliveryMissed,
  practiceScript,
  type PracticeNeed,
} from '../src/index.js';

const pour: PracticeNeed = { kind: 'pour', scaleId: 'bench', dueMg: 640_000, divisionMg: 1000 };
const read: PracticeNeed = { kind: 'read', probeId: 'hand', aimC: 2, warmC: 8.5 };

describe('deliveries of practice', () => {
  it('end on what is due to the division of the scale, tared first, at any speed', () => {
    const need = fc.record({
      dueMg: fc.integer({ min: 50_000, max: 50_000_000 }),
      divisionMg: fc.constantFrom(10, 1000, 20_000),
    });
    fc.assert(
      fc.property(need, fc.double({ min: 0.5, max: 20, noNaN: true }), (n, speed) => {
        const moves = practiceScript({ kind: 'pour', scaleId: 'bench', ...n }, 'none', speed);
        expect(moves[0]).toMatchObject({ what: 'put', massMg: 0 });
        expect(moves[1]?.what).toBe('tare');
        const last = moves[moves.length - 1];
        expect(last?.what === 'put' && Math.abs(last.massMg - n.dueMg) <= n.divisionMg).toBe(true);
        for (const move of moves) {
          if (move.what === 'put') expect(move.massMg % n.divisionMg).toBe(0);
          expect(move.afterMs).toBeGreaterThanOrEqual(0);
        }
      }),
    );
  });

  it('of a tub or a piece are put down at once: no other weight stands on the scale in between', () => {
    const tub: PracticeNeed = { ...pour, whole: true };
    for (const disaster of ['none', 'pulled plug'] as const) {
      const put = practiceScript(tub, disaster, 1).flatMap((m) => (m.what === 'put' ? [m.massMg] : []));
      expect(new Set(put)).toEqual(new Set([0, 640_000]));
    }
    const many = Array.from({ length: 600 }, (_, i) => chooseDisaster(tub, true, () => (i % 100) / 601));
    expect(new Set(many)).toEqual(new Set(['pulled plug']));
  });

  it('slip by a fifth, pull a plug that comes back, or come too warm', () => {
    const slipped = practiceScript(pour, 'over-pour', 1).at(-1);
    expect(slipped).toMatchObject({ what: 'put', massMg: 768_000 });
    const pulled = practiceScript(pour, 'pulled plug', 1).map((m) => m.what);
    expect(pulled.indexOf('plug')).toBeGreaterThan(pulled.indexOf('unplug'));
    expect(pulled.at(-1)).toBe('put');
    expect(practiceScript(read, 'too warm', 1)).toMatchObject([{ what: 'set', tempC: 8.5 }]);
    expect(practiceScript(read, 'none', 1)).toMatchObject([{ what: 'set', tempC: 2 }]);
  });

  it('are looked at again: missed when tared away, never when they stand as poured or nothing is known', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 50_000, max: 50_000_000 }),
        fc.constantFrom(10, 1000, 20_000),
        (dueMg, divisionMg) => {
          const need: PracticeNeed = { kind: 'pour', scaleId: 'bench', dueMg, divisionMg };
          const last = practiceScript(need, 'none', 1).at(-1);
          expect(deliveryMissed(need, last?.what === 'put' ? last.massMg : undefined)).toBe(false);
          expect(deliveryMissed(need, 0)).toBe(dueMg > 2 * divisionMg);
        },
      ),
    );
    expect(deliveryMissed(pour, -640_000)).toBe(true);
    expect(deliveryMissed(pour, undefined)).toBe(false);
    expect(deliveryMissed(read, 0)).toBe(false);
  });

  it('have small disasters only when they are wanted, about one in six, each explained', () => {
    let state = 5;
    const random = () => {
      state = (Math.imul(state, 1664525) + 1013904223) >>> 0;
      return state / 2 ** 32;
    };
    const many = Array.from({ length: 3000 }, () => chooseDisaster(pour, true, random));
    const wrong = many.filter((d) => d !== 'none');
    expect(wrong.length / many.length).toBeGreaterThan(0.13);
    expect(wrong.length / many.length).toBeLessThan(0.2);
    for (const d of wrong) expect(DISASTER_WORDS[d as keyof typeof DISASTER_WORDS]).toMatch(/^Practice: /);
    expect(Array.from({ length: 200 }, () => chooseDisaster(read, false, random))).not.toContain('too warm');
  });
});
