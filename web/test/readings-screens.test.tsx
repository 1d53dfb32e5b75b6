// @vitest-environment jsdom
import 'fake-indexeddb/auto';
import { act, cleanup, fireEvent, screen, within } from '@testing-library/react';
import { afterEach, expect, it } from 'vitest';
import { READING_KINDS, fold, readingKind, someMoreOf, type ReadTask } from '@zest/core';
import { A_SHOP, aBatch } from '../../core/test/a-batch.js';
import { method } from '../../core/test/on-the-way.js';
import { ReadingTask } from '../src/areas/bench/ReadingTask.js';
import { Foot } from '../src/areas/bench/AtFoot.js';
import { ANSWERS } from './at-bench.js';
import { onScreen } from './on-screen.js';

afterEach(cleanup);

it.each(READING_KINDS.map((kind) => kind.name))(
  '%s is sent as what was asked, by its own screen',
  async (name) => {
    const kind = readingKind(name);
    const view = fold(aBatch(method(['meats', 'weigh-meat'], ['mix', 'mix'], ['stuff', 'stuff'])), A_SHOP);
    const step = view.steps.find((s) => s.id === 'mix')!;
    const sent: { kind: string; stepId: string }[] = [];
    const task: ReadTask = {
      id: name,
      kind: 'reading',
      ask: { kind: name },
      title: kind.title,
      required: true,
      done: false,
      value: undefined,
      n: 0,
      load: 0,
    };
    const pending = {
      waiting: [],
      refused: [],
      record: (entry: { kind: string; body: { kind?: string; stepId?: string | null } }) => {
        if (entry.kind === 'reading')
          sent.push({ kind: entry.body.kind ?? '', stepId: entry.body.stepId ?? '' });
        return Promise.resolve(true);
      },
      sendAgain: () => Promise.resolve(),
      dismiss: () => undefined,
    };
    const shared = { sheet: view, step, footer: null, actions: null, onDone: () => undefined, task };
    const foot = document.createElement('div');
    document.body.append(foot);
    const { unmount } = onScreen(
      <Foot value={foot}>
        <ReadingTask {...shared} pending={pending as never} />
      </Foot>,
      ANSWERS,
    );
    const digit = screen.queryByRole('button', { name: '5' });
    if (digit) fireEvent.click(digit);
    // The one thing to do stands at the right end of the foot.
    const go = within(foot).getAllByRole('button').at(-1)!;
    await act(async () => {
      fireEvent.click(go);
      await Promise.resolve();
    });
    await act(async () => {
      unmount();
      await Promise.resolve();
    });
    foot.remove();
    expect(sent.length).toBeGreaterThan(0);
    for (const one of sent) {
      expect(one.stepId).toBe('mix');
      expect([name, someMoreOf(name)]).toContain(one.kind);
    }
  },
);

it('pieces that are pressed are some more of what was asked, and a typed count is the count', () => {
  expect(someMoreOf('count')).toBe('tally');
  expect(someMoreOf('tally')).toBe('tally');
  expect(someMoreOf('minutes')).toBe('minutes');
});

it('the clock of a step runs with the batch, and its stop asks for its minutes and not for a figure', async () => {
  const started = new Date(Date.now() - 239_000).toISOString();
  const facts = aBatch(method(['meats', 'weigh-meat'], ['mix', 'mix']));
  const ticked = { id: 'run', stepId: 'mix', at: started, person: 'Oda', second: null };
  const view = fold({ ...facts, marks: [{ ...ticked, kind: 'run', load: 0, isOn: true }] }, A_SHOP);
  const step = view.steps.find((s) => s.id === 'mix')!;
  const ask = step.asks.find((a) => a.kind === 'minutes')!;
  const sent: { kind: string; body: unknown }[] = [];
  const record = (entry: { kind: string; body: unknown }) => Promise.resolve(sent.push(entry) > 0);
  const pending = { waiting: [], refused: [], record } as never;
  const task = {
    id: 'm',
    kind: 'reading',
    ask,
    title: 'Minutes',
    required: true,
    done: false,
    n: 0,
    load: 0,
  };
  const foot = document.createElement('div');
  document.body.append(foot);
  onScreen(
    <Foot value={foot}>
      <ReadingTask
        {...{ sheet: view, step, footer: null, actions: null, pending, onDone: () => undefined }}
        task={{ ...task, value: undefined } as ReadTask}
      />
    </Foot>,
    ANSWERS,
  );
  const stop = await within(foot).findByRole('button', { name: /^Stop at 3:59|^Stop at 4:0/ });
  await act(async () => {
    fireEvent.click(stop);
    await Promise.resolve();
  });
  foot.remove();
  expect(sent.map((e) => e.body)).toEqual([
    expect.objectContaining({ kind: 'minutes', clock: true }),
    expect.objectContaining({ kind: 'run', isOn: false }),
  ]);
});
