// @vitest-environment jsdom
import 'fake-indexeddb/auto';
import { cleanup, screen } from '@testing-library/react';
import { afterEach, expect, it } from 'vitest';
import type { MethodStep } from '@zest/core';
import { aBatch, afterEntries } from '../../core/test/a-batch.js';
import { atBench, entries, press } from './at-bench.js';

afterEach(cleanup);

const METHOD = [
  { key: 'meats', kind: 'weigh-meat' },
  { key: 'grind', kind: 'grind', plateMm: 8, stopAboveC: 7 },
] as MethodStep[];
const grinding = () =>
  afterEntries(aBatch(METHOD), [
    { kind: 'weighing', body: { id: 'w', lineId: 'line Lean', massMg: 15_000_000 } },
    { kind: 'mark', body: { id: 'r', stepId: 'grind', kind: 'ready' } },
    { kind: 'close', body: { id: 'c', stepId: 'meats' } },
  ]);
const typed = async (figure: string) => {
  for (const key of figure) await press(key);
};

it('a temperature that no mince has is asked about once before it is sent, and then it is sure', async () => {
  atBench(grinding(), 'grind');
  await press(/^Cold before/);
  await typed('38');
  await press(/^Record 38/);
  expect(entries).toEqual([]);
  expect(screen.getByText(/Look at the unit/)).toBeTruthy();
  await press(/^It is 38/);
  expect(entries).toMatchObject([{ kind: 'reading', body: { kind: 'before', value: 38, sure: true } }]);
});

it('one that is only too warm is sent at once', async () => {
  atBench(grinding(), 'grind');
  await press(/^Cold before/);
  await typed('9');
  await press(/^Record 9/);
  expect(entries).toMatchObject([{ kind: 'reading', body: { kind: 'before', value: 9 } }]);
});
