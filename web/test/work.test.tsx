// @vitest-environment jsdom
import { cleanup, fireEvent, screen, waitFor } from '@testing-library/react';
import { afterEach, describe, expect, it, vi } from 'vitest';
import type { BatchView } from '@zest/contract';
import { WorkDialog } from '../src/areas/yields/WorkDialog.js';
import { workSeen } from '../src/areas/yields/work-seen.js';
import { press } from './dialog-hands.js';
import { INES, onScreen } from './on-screen.js';
import { standInServer } from './sent.js';
import { ID } from './some-lots.js';

afterEach(() => {
  cleanup();
  vi.unstubAllGlobals();
});

const entries = [
  { at: '2026-03-16T08:00:00.000Z', person: 'Bram' },
  { at: '2026-03-16T09:10:00.000Z', person: 'Oda' },
  // The night in the cooler is nobody's work.
  { at: '2026-03-17T07:00:00.000Z', person: 'Bram' },
  { at: '2026-03-17T07:25:00.000Z', person: 'Bram' },
] as BatchView['entries'];

describe('the work of a batch', () => {
  it('is proposed from who signed and when, day by day', () => {
    expect(workSeen({ entries })).toEqual({ people: ['Bram', 'Oda'], minutes: 95 });
    expect(workSeen({ entries: entries.slice(0, 1) })).toBeUndefined();
    expect(workSeen({ entries: [] })).toBeUndefined();
  });

  it('is said on as many lines as it needs', async () => {
    const { sent } = standInServer();
    const sheet = { id: ID(1), number: 7, entries, cost: { work: null } } as unknown as BatchView;
    const onClose = vi.fn();
    onScreen(<WorkDialog sheet={sheet} onClose={onClose} />, {}, INES);
    expect(screen.getByText(/Bram, Oda signed for it, over 95 min/)).toBeTruthy();
    fireEvent.change(screen.getByLabelText(/^Minutes each/), { target: { value: '80' } });
    await press('Others worked at it too');
    fireEvent.change(screen.getAllByLabelText(/^People/)[1]!, { target: { value: '1' } });
    fireEvent.change(screen.getAllByLabelText(/^Minutes each/)[1]!, { target: { value: '15' } });
    await press('This is the work it took');
    await waitFor(() => expect(sent).toHaveLength(1));
    expect(sent[0]).toMatchObject({
      path: `/batches/${ID(1)}/work`,
      body: {
        stints: [
          { people: 2, minutes: 80 },
          { people: 1, minutes: 15 },
        ],
      },
    });
    await waitFor(() => expect(onClose).toHaveBeenCalled());
  });
});
