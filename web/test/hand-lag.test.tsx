// @vitest-environment jsdom
import { cleanup, fireEvent, screen } from '@testing-library/react';
import { afterEach, describe, expect, it } from 'vitest';
import type { Material } from '@zest/core';
import { hint } from '../src/areas/bench/weigh/hint.js';
import { useHandLag } from '../src/areas/bench/weigh/use-hand-lag.js';
import { onScreen } from './on-screen.js';

afterEach(cleanup);

interface PourProps {
  material: Material;
  valueMg: number;
  stable?: boolean;
}

function Pour({ material, valueMg, stable = false }: PourProps) {
  const lag = useHandLag({ material, dueMg: 500_000, lowMg: 495_000, valueMg, stable });
  return <button onClick={() => lag.taken(valueMg)}>stop at {lag.stopAtMg ?? 'the dose'}</button>;
}

const shown = () => screen.getByRole('button').textContent;
const pour = (props: PourProps) => {
  cleanup();
  onScreen(<Pour {...props} />);
  fireEvent.click(screen.getByRole('button'));
};

describe('the mark at which a hand stops', () => {
  it('comes from what ran on the last times, for this hand and what it pours', () => {
    onScreen(<Pour material="spice" valueMg={0} />);
    expect(shown()).toBe('stop at the dose');
    pour({ material: 'spice', valueMg: 510_000 });
    expect(shown()).toBe('stop at 490000');
    cleanup();
    onScreen(<Pour material="water" valueMg={0} />);
    expect(shown()).toBe('stop at the dose');
  });

  it('comes back towards the dose where the hand had to pour again', () => {
    pour({ material: 'cure', valueMg: 520_000 });
    expect(shown()).toBe('stop at 480000');
    pour({ material: 'cure', valueMg: 470_000, stable: true });
    expect(Number(shown()!.replace(/\D/g, ''))).toBeGreaterThan(480_000);
  });

  it('is said while the weight is still moving', () => {
    const scale = { reading: { overload: false }, connected: true, offZero: false, taken: false } as never;
    const now = {
      scale,
      overMg: 0,
      mass: String,
      auto: true,
      isTyping: false,
      inBand: false,
      valueMg: 492_000,
    };
    expect(hint({ ...now, runsOn: true })).toBe('Stop now: it runs on.');
    expect(hint({ ...now, runsOn: false })).toBe('Pour on.');
  });
});
