// @vitest-environment jsdom
import 'fake-indexeddb/auto';
import { cleanup, screen, within } from '@testing-library/react';
import { afterEach, describe, expect, it } from 'vitest';
import { methodStep } from '@zest/contract';
import {
  STEP_KINDS,
  fold,
  isWeighed,
  newStep,
  paramsOf,
  playEntry,
  readingKind,
  stepInstruction,
  stepTitle,
  stepWords,
  tasksOf,
  traitsOf,
  writeStep,
  type BatchFacts,
  type BenchEntry,
  type MethodStep,
  type ParamSpec,
  type StepKind,
  type StepName,
  type Task,
  USUAL_MACHINES,
} from '@zest/core';
import { A_SHOP, aBatch, afterEntries } from '../../core/test/a-batch.js';
import { TaskStation } from '../src/areas/bench/TaskStation.js';
import { withWaiting } from '../src/areas/bench/played.js';
import type { Pending } from '../src/areas/bench/pending.js';
import { StepDetails } from '../src/areas/recipes/editor/StepDetails.js';
import { newDocument } from '../src/areas/recipes/new-document.js';
import { onScreen } from './on-screen.js';

afterEach(cleanup);

/** A value that a parameter may have. */
function someValue(spec: ParamSpec): number | string | boolean {
  if (spec.type === 'number') return spec.whole ? Math.ceil(spec.min) : (spec.min + spec.max) / 2;
  if (spec.type === 'choice') return spec.values[spec.values.length - 1]!;
  return spec.type === 'flag' ? true : 'as it was made before';
}

/** A step with everything filled in that its kind has. */
function fullStep(kind: StepKind<StepName>): MethodStep {
  const values = Object.entries(kind.parameters).map(([name, spec]) => [name, someValue(spec)] as const);
  return newStep(kind.name, 'one', Object.fromEntries(values));
}

/** A batch with as little as can be around the step, and its meat standing in it. */
function batchAt(kind: StepKind<StepName>): BatchFacts {
  const step = newStep(kind.name, 'one', {});
  const meats = newStep('weigh-meat', 'meats');
  const behind = newStep('mix', 'behind');
  const steps = kind.traits.weighs === 'meat' ? [step, behind] : [meats, step, behind];
  return aBatch(steps);
}

const meat = (facts: BatchFacts): BenchEntry[] =>
  facts.lines.map((l) => ({
    kind: 'weighing',
    body: { id: `w ${l.id}`, lineId: l.id, massMg: l.plannedMg ?? 1 },
  }));

/** What a hand enters at a task so that it is done. */
function entryAt(task: Task, balanceMg: number, n: number): BenchEntry {
  const id = `entry ${n}`;
  if (isWeighed(task)) return { kind: 'out', body: { id, stepId: 'one', to: 'next', massMg: balanceMg } };
  if (task.kind === 'casing') return { kind: 'casing', body: { id, stepId: 'one', lengthMm: 1000 } };
  const values = readingKind(task.ask.kind).passing(task.ask);
  const value = values[Math.min(task.n, values.length - 1)]!;
  const load = task.load === 0 ? {} : { load: task.load };
  return { kind: 'reading', body: { id, stepId: 'one', kind: task.ask.kind, value, ...load } };
}

/** Works the step off as the bench asks for it; answers every state on the way. */
function workedOff(facts: BatchFacts): BatchFacts[] {
  const way = [facts];
  const go = (entry: BenchEntry) => way.push(afterEntries(way[way.length - 1]!, [entry]));
  const here = () => {
    const view = fold(way[way.length - 1]!, A_SHOP);
    return { view, step: view.steps.find((s) => s.id === 'one')! };
  };
  if (here().step.ready.length > 0) go({ kind: 'mark', body: { id: 'ready', stepId: 'one', kind: 'ready' } });
  for (let n = 0; n < 60; n += 1) {
    const { view, step } = here();
    const task = tasksOf(view, step).find((t) => t.required && !t.done);
    if (!task) return way;
    go(entryAt(task, step.balanceMg, n));
  }
  throw new Error('The bench never stops asking.');
}
const missingAt = (facts: BatchFacts) =>
  fold(facts, A_SHOP)
    .steps.find((s) => s.id === 'one')!
    .missing.filter((m) => m.what !== 'earlier');

const nobody: Pending = {
  waiting: [],
  refused: [],
  record: () => Promise.resolve(true),
  sendAgain: () => Promise.resolve(),
  dismiss: () => undefined,
};

describe.each(STEP_KINDS.map((kind) => [kind.name, kind] as const))('%s', (_, kind) => {
  it('is read and written by the interface with every parameter it has, and with none', () => {
    const bare = newStep(kind.name, 'one');
    for (const step of [bare, fullStep(kind)]) {
      expect(methodStep.parse(JSON.parse(JSON.stringify(step)))).toEqual(step);
    }
    expect(() => methodStep.parse({ ...bare, kind: `${kind.name}-not` })).toThrow();
    for (const [name, spec] of Object.entries(kind.parameters)) {
      const wrong =
        spec.type === 'number' ? spec.max + 1 : spec.type === 'text' ? 'x'.repeat(spec.most + 1) : 'wrong';
      const found = methodStep.safeParse({ ...bare, [name]: wrong });
      expect(found.error?.issues[0]?.message, name).toContain(spec.label);
    }
  });

  it('has a field for everything that is asked, and keeps what is chosen in it', () => {
    const step = fullStep(kind);
    const document = { ...newDocument('ring', USUAL_MACHINES), steps: [step] };
    let edited = document;
    onScreen(<StepDetails portions={[]} step={step} onEdit={(edit) => (edited = edit(edited))} />);
    const values = paramsOf(step);
    for (const [name, spec] of Object.entries(kind.parameters)) {
      const label = spec.type === 'number' && spec.unit ? `${spec.label}, ${spec.unit}` : spec.label;
      const shown = screen.queryByLabelText(label);
      expect(shown !== null, name).toBe(spec.asked?.(values) !== false);
    }
    expect(screen.getByLabelText('Title').getAttribute('placeholder')).toBe(stepTitle(step));
    expect(edited).toEqual(document);
  });

  it('says itself on card and sheet in its own words, which follow its parameters', () => {
    const step = fullStep(kind);
    expect(stepTitle(step)).toMatch(/^[A-Z]/);
    expect(stepInstruction(step)).toMatch(/^[A-Z].*\.$/s);
    const asked = Object.values(kind.parameters).filter((spec) => spec.asked?.(paramsOf(step)) !== false);
    expect(stepWords(step)).toHaveLength(asked.length);
    for (const words of stepWords(step)) expect(writeStep(step)).toContain(words);
    expect(stepTitle({ ...step, title: 'Our own way' })).toBe('Our own way');
    const figures = Object.values(kind.parameters).some((spec) => spec.type === 'number');
    const contradicting = stepTitle({ ...step, title: 'Through 99 mm' });
    expect(contradicting).toBe(figures ? stepTitle(step) : 'Through 99 mm');
  });

  it('stays shut until all that the bench asks for is done, and opens then, with and without network', () => {
    const facts = afterEntries(batchAt(kind), kind.traits.weighs === 'meat' ? [] : meat(batchAt(kind)));
    if (kind.traits.weighs === 'meat') {
      expect(missingAt(facts)).toHaveLength(2);
      expect(missingAt(afterEntries(facts, meat(facts)))).toEqual([]);
      return;
    }
    const way = workedOff(facts);
    for (const early of way.slice(0, -1)) expect(missingAt(early)).not.toEqual([]);
    const done = way[way.length - 1]!;
    expect(missingAt(done)).toEqual([]);
    const closed = playEntry(
      done,
      { kind: 'close', body: { id: 'c', stepId: 'one' } },
      {
        person: 'Oda',
        at: A_SHOP.now,
        newId: () => 'made',
      },
    );
    expect(fold(closed, A_SHOP).steps.find((s) => s.id === 'one')?.state).toBe('closed');
    expect(withWaiting(facts, [])).toBe(facts);
  });

  it('is a screen at the bench with everything that is asked', () => {
    const facts = afterEntries(batchAt(kind), meat(batchAt(kind)));
    const view = fold(facts, A_SHOP);
    const step = view.steps.find((s) => s.id === 'one')!;
    onScreen(<TaskStation sheet={view} step={step} pending={nobody} />, {
      probes: [],
      scales: [],
      health: { demo: false },
      names: [],
    });
    const tiles = within(screen.getByRole('list', { name: 'Tasks of this step' })).queryAllByRole('button');
    expect(tiles).toHaveLength(tasksOf(view, step).length);
    expect(screen.getAllByText(new RegExp(step.instruction.slice(0, 20))).length).toBeGreaterThan(0);
    expect(traitsOf(step)).toBe(kind.traits);
  });
});
