import { STEP_SHAPES, bothAdditions, countingOf, loadStates, type ReadingKind } from '@zest/core';
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
  kind: 'casing' | ReadingKind;
  title: string;
  required: boolean;
  done: boolean;
  value: number | undefined;
  n: number;
  /** Mixer load or emulsion lot; 0 is the whole step. */
  load: number;
}

export function isWeighed(task: Task): task is WeighedTask {
  return task.kind === 'out' || task.kind === 'loss' || task.kind === 'rework';
}

const READING_TITLE: Record<ReadingKind, string> = {
  temperature: 'Temperature',
  before: 'Cold before',
  core: 'Core of the patty',
  minutes: 'Minutes',
  tack: 'Tack test',
  count: 'Count',
  tally: 'Count',
  addition: 'Dissolved cure',
  sample: 'Sample',
  cleared: 'Cleared for this owner',
  verdict: 'Verdict',
};

/** The tasks of a step in the order in which a hand meets them. */
export function tasksOf(sheet: BatchSheet, step: SheetStep): Task[] {
  const early = step.needs.filter((k) => k === 'before' || k === 'cleared');
  const late = step.needs.filter((k) => k !== 'before' && k !== 'cleared');
  return [
    ...early.map((kind) => readTask(sheet, step, kind)),
    ...tasteFirst(sheet, step),
    ...casingTask(sheet, step),
    ...massTasks(sheet, step),
    ...(step.loads > 1 ? loadTasks(sheet, step, late) : late.map((kind) => readTask(sheet, step, kind))),
  ];
}

/** Nothing is stuffed or formed before the mix has been tasted, unless a tick says it is proven. */
function tasteFirst(sheet: BatchSheet, step: SheetStep): Task[] {
  const here = step.kind === 'stuff' || step.kind === 'form';
  if (!here || sheet.taste.state === 'skipped') return [];
  if (
    sheet.taste.state === 'passed' &&
    !sheet.readings.some((r) => r.stepId === step.id && r.kind === 'verdict')
  )
    return [];
  return [readTask(sheet, step, 'core'), readTask(sheet, step, 'verdict')];
}

function casingTask(sheet: BatchSheet, step: SheetStep): Task[] {
  if (step.kind !== 'stuff' || !sheet.casing) return [];
  const { usedMm } = sheet.casing;
  return [
    {
      id: 'casing',
      kind: 'casing',
      title: 'Casing used',
      required: true,
      done: usedMm > 0,
      value: usedMm || undefined,
      n: 0,
      load: 0,
    },
  ];
}

/** Pieces that are weighed one by one are all weighed when no more than this part is left. */
const LEFT_PART = 0.03;

function massTasks(sheet: BatchSheet, step: SheetStep): Task[] {
  const shape = STEP_SHAPES[step.kind];
  const station = sheet.ribbon.find((r) => r.position === step.position);
  const sliver = (name: string) => station?.slivers.find((s) => s.name === name)?.massMg ?? 0;
  const rework = (station?.slivers ?? [])
    .filter((s) => s.kind === 'side')
    .reduce((sum, s) => sum + s.massMg, 0);
  const tasks: Task[] = [];
  if (shape.holdsMass) {
    const { weighedEach, one } = countingOf(step.shape);
    const title = step.nextTitle === 'Finished goods' ? 'Finished' : `On to ${step.nextTitle?.toLowerCase()}`;
    tasks.push({
      id: 'out',
      kind: 'out',
      title: weighedEach ? `Each ${one}` : title,
      required: !shape.passesOn,
      done: step.outMg > 0 && (!weighedEach || step.balanceMg <= step.inMg * LEFT_PART),
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
  return tasks;
}

function readTask(sheet: BatchSheet, step: SheetStep, kind: ReadingKind): ReadTask {
  const values = sheet.readings.filter(
    (r) => r.stepId === step.id && (r.kind === kind || (kind === 'count' && r.kind === 'tally')),
  );
  const last = values[values.length - 1];
  const missing = step.missing.some((m) => m.what === kind);
  const tallied = values.filter((r) => r.kind === 'tally').reduce((sum, r) => sum + r.value, 0);
  return {
    id: kind,
    kind,
    title: READING_TITLE[kind],
    required: true,
    done: isDone(sheet, kind, values) ?? (values.length > 0 && !missing),
    value: last?.kind === 'tally' ? tallied : last?.value,
    n: values.length,
    load: 0,
  };
}

/** A patty is read only when it is done through, and judged only when the judgement holds. */
function isDone(
  sheet: BatchSheet,
  kind: ReadingKind,
  values: readonly { value: number }[],
): boolean | undefined {
  const value = values[values.length - 1]?.value;
  if (kind === 'addition') return bothAdditions(values.map((v) => v.value));
  if (kind === 'core') return value !== undefined && value >= sheet.taste.doneC;
  return kind === 'verdict' ? sheet.taste.state === 'passed' : undefined;
}

/** Loads and lots one by one, each with its own minutes, bind and temperature. */
function loadTasks(sheet: BatchSheet, step: SheetStep, kinds: readonly ReadingKind[]): ReadTask[] {
  const mine = sheet.readings.filter((r) => r.stepId === step.id);
  const skipped = sheet.marks
    .filter((m) => m.stepId === step.id && m.kind === 'load-skipped')
    .map((m) => Number(m.subject));
  const states = loadStates({
    loads: step.loads,
    massMg: step.inMg,
    needs: kinds,
    readings: mine,
    skipped,
    minMinutes: step.minMinutes,
    stopAboveC: step.kind === 'emulsify' ? step.stopAboveC : undefined,
  });
  return states.flatMap((state) =>
    kinds.map((kind): ReadTask => {
      const values = mine.filter((r) => r.kind === kind && r.load === state.load);
      return {
        id: `${kind}:${state.load}`,
        kind,
        title: `Load ${state.load}: ${READING_TITLE[kind].toLowerCase()}`,
        required: !state.skipped,
        done: state.skipped || (values.length > 0 && !state.missing.includes(kind)),
        value: kind === 'minutes' ? state.minutes || undefined : values[values.length - 1]?.value,
        n: values.length,
        load: state.load,
      };
    }),
  );
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
