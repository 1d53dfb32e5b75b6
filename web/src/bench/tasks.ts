import { STEP_SHAPES } from '@zest/core';
import type { BatchSheet, SheetStep } from '@zest/contract';

/** Something the bench is asked for at a step that is not a weigh-up. */
export type Task = WeighedTask | ReadTask;

/** Kilograms weighed out of the step. */
export interface WeighedTask {
  id: string;
  kind: 'out' | 'loss' | 'rework';
  title: string;
  required: boolean;
  done: boolean;
  massMg: number;
  /** Losses only: the reason the ledger knows. */
  reason?: string;
}

/** A figure that is read or counted: `value` is the latest, casing in mm. */
export interface ReadTask {
  id: string;
  kind: 'casing' | 'temperature' | 'minutes' | 'tack' | 'count' | 'sample' | 'cleared' | 'verdict';
  title: string;
  required: boolean;
  done: boolean;
  value: number | undefined;
  n: number;
}

export function isWeighed(task: Task): task is WeighedTask {
  return task.kind === 'out' || task.kind === 'loss' || task.kind === 'rework';
}

const READING_TITLE = {
  temperature: 'Temperature',
  minutes: 'Minutes',
  tack: 'Tack test',
  count: 'Count',
  sample: 'Sample',
  cleared: 'Cleared for this owner',
  verdict: 'Verdict',
} as const;

/** The tasks of a step in the order in which a hand meets them. */
export function tasksOf(sheet: BatchSheet, step: SheetStep): Task[] {
  const shape = STEP_SHAPES[step.kind];
  const station = sheet.ribbon.find((r) => r.position === step.position);
  const sliver = (name: string) => station?.slivers.find((s) => s.name === name)?.massMg ?? 0;
  const rework = (station?.slivers ?? [])
    .filter((s) => s.kind === 'side')
    .reduce((sum, s) => sum + s.massMg, 0);
  const tasks: Task[] = [];
  if (step.kind === 'stuff' && sheet.casing) {
    tasks.push({
      id: 'casing',
      kind: 'casing',
      title: 'Casing used',
      required: false,
      done: sheet.casing.usedMm > 0,
      value: sheet.casing.usedMm || undefined,
      n: 0,
    });
  }
  if (shape.holdsMass) {
    const title = step.nextTitle === 'Finished goods' ? 'Finished' : `On to ${step.nextTitle?.toLowerCase()}`;
    tasks.push({
      id: 'out',
      kind: 'out',
      title,
      required: !shape.passesOn,
      done: step.outMg > 0,
      massMg: step.outMg,
    });
  }
  for (const reason of shape.losses) {
    const massMg = sliver(reason);
    tasks.push({
      id: `loss:${reason}`,
      kind: 'loss',
      reason,
      title: LOSS_TITLE[reason] ?? reason,
      required: false,
      done: massMg > 0,
      massMg,
    });
  }
  if (['stuff', 'link', 'form'].includes(step.kind)) {
    tasks.push({
      id: 'rework',
      kind: 'rework',
      title: 'Kept as rework',
      required: false,
      done: rework > 0,
      massMg: rework,
    });
  }
  for (const kind of step.needs) {
    const values = sheet.readings.filter((r) => r.stepId === step.id && r.kind === kind);
    const value = values[values.length - 1]?.value;
    const missing = step.missing.some((m) => m.what === kind);
    tasks.push({
      id: kind,
      kind,
      title: READING_TITLE[kind],
      required: true,
      done: values.length > 0 && !missing,
      value,
      n: values.length,
    });
  }
  return tasks;
}

const LOSS_TITLE: Record<string, string> = {
  head: 'Left in the head',
  'bowl and hands': 'Bowl and hands',
  'barrel and horn': 'Left in barrel and horn',
  burst: 'Burst',
  ends: 'Ends',
  floor: 'On the floor',
  'fat-out': 'Fat run out',
  taste: 'Tasted',
  'bone and trim': 'Bone and trim',
};
