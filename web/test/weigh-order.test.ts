import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { SCALE_IDS, type LineView } from '@zest/core';
import { weighOrder } from '../src/areas/bench/weigh/weigh-order.js';

const line = fc.record({
  id: fc.uuid(),
  isCure: fc.boolean(),
  scaleId: fc.constantFrom(...SCALE_IDS),
});

describe('the order of a weigh-up', () => {
  it('is cure first, then one scale after the other, each line as it is written', () => {
    fc.assert(
      fc.property(fc.array(line, { maxLength: 12 }), (list) => {
        const ordered = weighOrder(list as unknown as LineView[]);
        expect([...ordered].map((l) => l.id).sort()).toEqual(list.map((l) => l.id).sort());
        const cures = ordered.findIndex((l) => !l.isCure);
        if (cures >= 0) expect(ordered.slice(cures).some((l) => l.isCure)).toBe(false);
        const scales = ordered.filter((l) => !l.isCure).map((l) => l.scaleId);
        const changes = scales.filter((s, i) => i > 0 && s !== scales[i - 1]).length;
        expect(changes).toBe(Math.max(0, new Set(scales).size - 1));
        for (const scale of SCALE_IDS) {
          const as = (all: readonly { id: string; isCure: boolean; scaleId: string }[]) =>
            all.filter((l) => !l.isCure && l.scaleId === scale).map((l) => l.id);
          expect(as(ordered)).toEqual(as(list));
        }
      }),
    );
  });
});
