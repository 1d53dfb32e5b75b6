import { act, fireEvent, screen } from '@testing-library/react';
import { useState } from 'react';
import { fold, playEntry, type BatchFacts, type BenchEntry } from '@zest/core';
import type { Person } from '@zest/contract';
import { A_SHOP } from '../../core/test/a-batch.js';
import { TaskStation } from '../src/areas/bench/TaskStation.js';
import { ODA, onScreen } from './on-screen.js';

/** What was entered at the bench that was opened last. */
export const entries: BenchEntry[] = [];
/** What the bench asks that a test has no server for. */
export const ANSWERS = { probes: [], scales: [], health: { demo: false }, names: [] };

/** A bench whose entries are played onto its batch at once. */
function Bench({ start, at }: { start: BatchFacts; at: string }) {
  const [facts, setFacts] = useState(start);
  const view = fold(facts, A_SHOP);
  const pending = {
    waiting: [],
    refused: [],
    record: (entry: BenchEntry) => {
      entries.push(entry);
      setFacts((now) =>
        playEntry(now, entry, { person: 'Oda', at: A_SHOP.now, newId: () => `n${entries.length}` }),
      );
      return Promise.resolve(true);
    },
    sendAgain: () => Promise.resolve(),
    dismiss: () => undefined,
  };
  return <TaskStation sheet={view} step={view.steps.find((s) => s.id === at)!} pending={pending} />;
}

/** Opens a step of a batch at the bench, as somebody would see it. */
export function atBench(start: BatchFacts, at: string, person: Person = ODA) {
  entries.length = 0;
  return onScreen(<Bench start={start} at={at} />, ANSWERS, person);
}
/** Presses a button by its name and lets what follows happen. */
export const press = async (name: RegExp | string) => {
  await act(async () => {
    fireEvent.click(screen.getByRole('button', { name }));
    await Promise.resolve();
  });
};
