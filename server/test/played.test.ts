import fc from 'fast-check';
import { v7 as uuid } from 'uuid';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import {
  fold,
  playEntry,
  readingKind,
  stepKind,
  tasksOf,
  type BatchFacts,
  type BatchView,
  type BenchEntry,
  type ShopFacts,
} from '@zest/core';
import { openSmallBatch, openTestShop, type Hands, type TestShop } from './shop.js';

let shop: TestShop;
let ines: Hands;
let bram: Hands;
beforeAll(async () => {
  shop = await openTestShop('played');
  ines = await shop.signIn('Ines');
  bram = await shop.signIn('Bram');
});
afterAll(() => shop.close());

const PATHS: Record<Exclude<BenchEntry['kind'], 'close'>, string> = {
  weighing: 'weighings',
  out: 'out',
  casing: 'casing',
  reading: 'readings',
  mark: 'marks',
};

interface Held {
  facts: BatchFacts;
  shop: ShopFacts;
}
const held = async (id: string) => (await ines.get(`/batches/${id}/facts`)).body as Held;

/** What brings the batch on. */
function next(view: BatchView): BenchEntry | undefined {
  const step = view.steps.find((s) => s.state === 'open');
  if (!step) return undefined;
  const about = { id: uuid(), stepId: step.id };
  if (step.missing.length === 0) return { kind: 'close', body: about };
  if (step.missing[0]?.what === 'ready') return { kind: 'mark', body: { ...about, kind: 'ready' } };
  const line = view.lines.find((l) => l.stepId === step.id && l.weighedMg === 0);
  if (line) return { kind: 'weighing', body: { id: about.id, lineId: line.id, massMg: line.dueMg } };
  const task = tasksOf(view, step).find((t) => t.required && !t.done);
  if (task?.kind === 'casing') return { kind: 'casing', body: { ...about, lengthMm: 4000 } };
  if (task?.kind === 'reading') {
    const values = readingKind(task.ask.kind).passing(task.ask);
    const value = values[Math.min(task.n, values.length - 1)]!;
    return { kind: 'reading', body: { ...about, kind: task.ask.kind, value, load: task.load } };
  }
  return { kind: 'out', body: { ...about, to: 'next', massMg: Math.max(1, step.balanceMg) } };
}

/** Everything that a hand can do at a moment, and some things that do not fit. */
function possible(view: BatchView): ((massMg: number) => BenchEntry)[] {
  const id = () => uuid();
  const open = view.steps.filter((s) => s.state === 'open');
  return open.flatMap((step) => [
    ...view.lines
      .filter((l) => l.stepId === step.id)
      .map((l) => (massMg: number): BenchEntry => ({
        kind: 'weighing',
        body: { id: id(), lineId: l.id, massMg: massMg % 2 ? l.dueMg : massMg },
      })),
    ...step.asks.map((ask) => (massMg: number): BenchEntry => {
      const values = readingKind(ask.kind).passing(ask);
      return {
        kind: 'reading',
        body: { id: id(), stepId: step.id, kind: ask.kind, value: values[massMg % values.length]! },
      };
    }),
    ...stepKind(step.kind).losses.map((reason) => (massMg: number): BenchEntry => ({
      kind: 'out',
      body: { id: id(), stepId: step.id, to: 'loss', reason, massMg: 1 + (massMg % 20_000) },
    })),
    (massMg: number): BenchEntry => ({
      kind: 'out',
      body: {
        id: id(),
        stepId: step.id,
        to: 'next',
        massMg: 1 + (massMg % Math.max(1, step.balanceMg || 500)),
      },
    }),
    (massMg: number): BenchEntry => ({
      kind: 'casing',
      body: { id: id(), stepId: step.id, lengthMm: 1 + massMg },
    }),
    (): BenchEntry => ({ kind: 'mark', body: { id: id(), stepId: step.id, kind: 'ready' } }),
    ...(step.missing.length === 0
      ? [(): BenchEntry => ({ kind: 'close', body: { id: id(), stepId: step.id } })]
      : []),
  ]);
}

/** What both must say alike; ids of what follows from an entry are each's own. */
function said(view: BatchView) {
  return {
    state: view.state,
    waitsFor: view.waitsFor,
    steps: view.steps.map((s) => [s.key, s.state, s.inMg, s.outMg, s.balanceMg, s.missing, s.stepYield]),
    lines: view.lines.map((l) => [l.name, l.dueMg, l.lowMg, l.highMg, l.weighedMg]),
    tasks: view.steps.map((s) => tasksOf(view, s).map((t) => [t.id, t.done])),
    taste: view.taste.state,
    pieces: view.pieces,
    casing: view.casing && [view.casing.usedMm, view.casing.leftMm],
    masses: [view.meatMg, view.outMg, view.unaccountedMg, view.mixMg],
  };
}

describe('the bench without network', () => {
  it('says of a batch what the server says, after any entries in any order', async () => {
    const choices = fc.array(fc.tuple(fc.nat(1000), fc.integer({ min: 1, max: 400_000 })), {
      minLength: 40,
      maxLength: 90,
    });
    await fc.assert(
      fc.asyncProperty(choices, async (list) => {
        const { id } = await openSmallBatch(ines, 400_000);
        let { facts, shop: judged } = await held(id);
        let minute = 0;
        for (const [which, massMg] of list) {
          const entries = possible(fold(facts, judged));
          if (entries.length === 0) break;
          const onwards = which % 4 > 0 ? next(fold(facts, judged)) : undefined;
          const entry = onwards ?? entries[which % entries.length]!(massMg);
          minute += 1;
          const at = new Date(Date.UTC(2026, 2, 16, 7, minute)).toISOString();
          const sent = { ...entry.body, offline: true, deviceTime: at };
          const answer =
            entry.kind === 'close'
              ? await bram.post(`/batches/${id}/steps/${entry.body.stepId}/close`, {
                  ...sent,
                  version: facts.steps.find((s) => s.id === entry.body.stepId)?.version,
                })
              : await bram.post(`/batches/${id}/${PATHS[entry.kind]}`, sent);
          if (answer.status >= 500) throw new Error(JSON.stringify(answer.body));
          const played = playEntry(facts, entry, { person: 'Bram', at, newId: uuid });
          if (answer.status !== 200) continue;
          facts = played;
        }
        const server = await held(id);
        judged = server.shop;
        expect(said(fold(facts, judged))).toEqual(said(fold(server.facts, judged)));
      }),
      { numRuns: 5, seed: 20_261_127, endOnFailure: true },
    );
  });
});
