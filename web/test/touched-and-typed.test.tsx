// @vitest-environment jsdom
import 'fake-indexeddb/auto';
import { act, cleanup, fireEvent, screen, within } from '@testing-library/react';
import { afterEach, describe, expect, it } from 'vitest';
import type { MethodStep, ReadingFact } from '@zest/core';
import { aBatch, afterEntries } from '../../core/test/a-batch.js';
import { StepReadings } from '../src/areas/batches/StepReadings.js';
import { atBench } from './at-bench.js';
import { onScreen } from './on-screen.js';

afterEach(cleanup);

const METHOD = [
  { key: 'meats', kind: 'weigh-meat' },
  { key: 'mix', kind: 'mix', bind: 'short', minutes: 4 },
] as MethodStep[];
const mixing = () =>
  afterEntries(aBatch(METHOD), [
    { kind: 'weighing', body: { id: 'w', lineId: 'line Lean', massMg: 15_000_000 } },
    { kind: 'mark', body: { id: 'r', stepId: 'mix', kind: 'ready' } },
    { kind: 'close', body: { id: 'c', stepId: 'meats' } },
  ]);

describe('what was touched at the bench', () => {
  it('gives the focus back, so that Enter takes the figure and does not press it again', async () => {
    atBench(mixing(), 'mix');
    const touch = async (button: HTMLElement) => {
      await act(async () => {
        button.focus();
        fireEvent.click(button);
        await Promise.resolve();
      });
      expect(document.activeElement).toBe(document.body);
    };
    await touch(screen.getByRole('button', { name: /^Minutes/ }));
    await touch(screen.getByRole('button', { name: '4' }));
    expect(screen.getByRole('button', { name: '4' })).toBeTruthy();
  });

  it('still lands when another task comes meanwhile: the tile under the finger is the same tile', () => {
    atBench(mixing(), 'mix');
    const row = screen.getByRole('list', { name: 'Tasks of this step' });
    const tile = (name: RegExp) => within(row).getByRole('button', { name });
    const under = tile(/^Tack/);
    // From a temperature or minutes to what is weighed out, to a question: each is another kind of task.
    for (const name of [/^Minutes/, /^Finished|^On to/, /^Tack/]) {
      fireEvent.click(tile(name));
      expect(tile(/^Tack/)).toBe(under);
    }
    expect(under.getAttribute('aria-current')).toBe('true');
  });
});

describe('a figure on the sheet', () => {
  const reading = (id: string, how: ReadingFact['how'], value: number): ReadingFact => ({
    id,
    stepId: 'mix',
    kind: 'temperature',
    value,
    load: 0,
    at: '2026-03-16T08:00:00.000Z',
    person: 'Oda',
    how,
    transferId: null,
  });

  it('is called typed where it was, and not where a probe or a scale showed it', () => {
    onScreen(
      <StepReadings
        readings={[reading('a', 'probe', 1), reading('b', 'typed', 2), reading('c', 'scale', 3)]}
      />,
      {},
    );
    const said = (start: string) => screen.getByText(new RegExp(`^${start}\\.0.°C`)).textContent ?? '';
    expect(said('1')).not.toContain('typed');
    expect(said('2')).toContain('typed');
    expect(said('3')).not.toContain('typed');
  });
});
