// @vitest-environment jsdom
import { cleanup, screen } from '@testing-library/react';
import { afterEach, describe, expect, it } from 'vitest';
import type { ReadingFact } from '@zest/core';
import { StepReadings } from '../src/areas/batches/StepReadings.js';
import { onScreen } from './on-screen.js';

afterEach(cleanup);
const inZone = (timeZone: string) => ({
  health: { status: 'ok', shop: 'Shop', demo: true, ruleBook: 'eu', timeZone },
});
const reading = (kind: string, value: number): ReadingFact => ({
  id: `${kind} ${value}`,
  stepId: 'mix',
  kind,
  value,
  load: 0,
  at: '2026-03-16T23:30:00.000Z',
  person: 'Oda',
  how: 'typed',
  transferId: null,
});

describe('clock times on a screen', () => {
  it('are the shop’s, wherever the tablet believes it is', () => {
    for (const [zone, clock] of [
      ['Europe/London', '23:30'],
      ['America/Los_Angeles', '16:30'],
      ['Asia/Kathmandu', '05:15'],
    ] as const) {
      onScreen(<StepReadings readings={[reading('tack', 1)]} />, inZone(zone));
      expect(screen.getByText(/tack test passed/).textContent).toContain(`Oda, ${clock}`);
      cleanup();
    }
  });

  it('stand beside readings in the words of their kind and the units of the person', () => {
    const all = [
      reading('before', 2.5),
      reading('tally', 3),
      reading('sample', 105_400),
      reading('sample', 98_000),
    ];
    onScreen(<StepReadings readings={all} />, inZone('Europe/London'));
    expect(screen.getByText(/2.5 °C before/)).toBeTruthy();
    expect(screen.getByText(/3 more pieces/)).toBeTruthy();
    expect(screen.getByText('sample of 2: 105, 98 g')).toBeTruthy();
  });
});
