import { marksOf } from '../../bench/marks.js';
import { LOSSES, lossReason } from '../../ledger/losses.js';
import {
  countingFor,
  doorBefore,
  expectedLosses,
  figureOf,
  readingKind,
  stepKind,
  traitsOf,
  type ReadingAsk,
} from '../../steps/index.js';
import { LEFT_PART } from '../judged/gate.js';
import { loadStates } from '../judged/loads.js';
import type { BatchView, StepView } from './view.js';

/** Something the bench is asked for at a step that is not a weigh-up. */
export type Task = WeighedTask | ReadTask | CasingTask;

/** Kilograms weighed out of the step. */
export interface WeighedTask {
  id: string;
  kind: 'out' | 'loss' | 'rework';
  title: string;
  required: boolean;
  /** Its yield matters: it is asked for, and whoever goes on without has what it lost shared out at the next weight. */
  asked?: true;
  done: boolean;
  massMg: number;
  /** Losses only: the reason the ledger knows. */
  reason?: string;
  /** Key of the portion into which it is weighed on. */
  portion?: string;
}

/** Metres of casing that were used; the value is in mm. */
export interface CasingTask {
  id: 'casing';
  kind: 'casing';
  title: string;
  required: true;
  done: boolean;
  value: number | undefined;
}

/** A figure that is read, counted or said yes to: `value` is what the readings so far make. */
export interface ReadTask {
  id: string;
  kind: 'reading';
  /** With its kind and the limits that hold here. */
  ask: ReadingAsk;
  title: string;
  required: boolean;
  done: boolean;
  value: number | undefined;
  /** How many have been taken. */
  n: number;
  /** Mixer load or emulsion lot; 0 is the whole step. */
  load: number;
}

export function isWeighed(task: Task): task is WeighedTask {
  return task.kind === 'out' || task.kind === 'loss' || task.kind === 'rework';
}

/** The tasks of a step in the order in which a hand meets them. */
export function tasksOf(view: BatchView, step: StepView): Task[] {
  // What decides whether it may be weighed out at all comes before the scale: a plate's first look, a core.
  const isEarly = (ask: ReadingAsk) => readingKind(ask.kind).first === true || ask.belowC !== undefined;
  const early = step.asks.filter(isEarly);
  const late = step.asks.filter((ask) => !isEarly(ask));
  // What only stands in air or heat is weighed when it comes out of it.
  const passes = traitsOf(step).mass === 'passes on' && traitsOf(step).remainder !== undefined;
  return [
    ...early.map((ask) => readTask(view, step, ask)),
    ...tasteFirst(view, step),
    ...casingTask(view, step),
    ...(passes ? [] : massTasks(view, step)),
    ...(step.loads > 1
      ? loadTasks(view, step, late)
      : late.filter((ask) => isOpen(view, step, ask)).map((ask) => readTask(view, step, ask))),
    ...(passes ? massTasks(view, step) : []),
  ];
}

/** Nothing is stuffed or formed before the mix has been tasted, unless a tick says it is proven. */
function tasteFirst(view: BatchView, step: StepView): Task[] {
  if (!traitsOf(step).tastedBefore || view.taste.state === 'skipped') return [];
  const judgedHere = view.readings.some((r) => r.stepId === step.id && r.kind === 'verdict');
  if (view.taste.state === 'passed' && !judgedHere) return [];
  const asks: ReadingAsk[] = [{ kind: 'core', belowC: view.taste.doneC }, { kind: 'verdict' }];
  return asks.map((ask) => readTask(view, step, ask));
}

function casingTask({ casing }: BatchView, step: StepView): CasingTask[] {
  if (traitsOf(step).machine !== 'stuffer' || !casing) return [];
  return [
    {
      id: 'casing',
      kind: 'casing',
      title: 'Casing used',
      required: true,
      done: casing.usedMm > 0,
      value: casing.usedMm || undefined,
    },
  ];
}

function massTasks(view: BatchView, step: StepView): WeighedTask[] {
  const traits = traitsOf(step);
  const station = view.ribbon.find((r) => r.position === step.position);
  const slivers = station?.slivers ?? [];
  const partedMg = step.parts.reduce((sum, p) => sum + p.outMg, 0);
  const outTask: WeighedTask[] = step.holdsMass
    ? [
        {
          id: 'out',
          kind: 'out',
          title: outTitle(step),
          required: traits.mass !== 'passes on' || step.missing.some((m) => m.what === 'out'),
          ...(losesMuch(step) ? { asked: true as const } : {}),
          done:
            (step.outMg > partedMg && !step.counting?.weighedEach) ||
            (step.outMg > 0 && step.balanceMg <= step.inMg * LEFT_PART),
          massMg: step.outMg - partedMg,
        },
        ...step.parts.map(({ key, name, outMg, nextTitle }): WeighedTask => ({
          id: `out:${key}`,
          kind: 'out',
          portion: key,
          title: nextTitle === null ? `${name}, finished` : `${name}, on to ${nextTitle.toLowerCase()}`,
          required: true,
          done: outMg > 0,
          massMg: outMg,
        })),
      ]
    : [];
  const losses = stepKind(step.kind).losses.map((reason): WeighedTask => {
    const massMg = slivers.find((s) => s.kind === 'loss' && lossReason(s.name) === reason)?.massMg ?? 0;
    return {
      id: `loss:${reason}`,
      kind: 'loss',
      reason,
      title: LOSSES[reason].title,
      required: false,
      done: massMg > 0,
      massMg,
    };
  });
  const reworkMg = slivers.filter((s) => s.kind === 'side').reduce((sum, s) => sum + s.massMg, 0);
  const rework: WeighedTask[] = traits.closesEmpty
    ? [
        {
          id: 'rework',
          kind: 'rework',
          title: 'Kept as rework',
          required: false,
          done: reworkMg > 0,
          massMg: reworkMg,
        },
      ]
    : [];
  return [...outTask, ...losses, ...rework];
}

/** Loses more to air and heat by its method than the error of a scale. */
function losesMuch({ document }: StepView): boolean {
  return (expectedLosses([document])[0] ?? 0) > LEFT_PART;
}

function outTitle(step: StepView): string {
  if (step.counting?.weighedEach) return `Each ${step.counting.one}`;
  return step.nextTitle === null ? 'Finished' : `On to ${step.nextTitle.toLowerCase()}`;
}

/** Nothing is asked of a lot before it was read cold. */
function isOpen(view: BatchView, step: StepView, ask: ReadingAsk): boolean {
  const door = doorBefore(step.asks, ask);
  return door === undefined || readTask(view, step, door).done;
}

function readTask(view: BatchView, step: StepView, ask: ReadingAsk): ReadTask {
  const here = view.readings.filter((r) => r.stepId === step.id);
  const mine = countingFor(step.asks, ask, here);
  const kind = readingKind(ask.kind);
  const values = mine.map((r) => r.value);
  const passes = values.length > 0 && kind.judge(ask, values) === null;
  return {
    id: ask.kind,
    kind: 'reading',
    ask,
    title: kind.title,
    required: true,
    done: kind.given === 'judgement' ? view.taste.state === 'passed' : passes,
    value: figureOf(mine, ask.kind),
    n: values.length,
    load: 0,
  };
}

/** Loads and lots one by one, each with its own minutes, bind and temperature. */
function loadTasks(view: BatchView, step: StepView, asks: readonly ReadingAsk[]): ReadTask[] {
  const mine = view.readings.filter((r) => r.stepId === step.id);
  const skipped = marksOf(view.marks, 'load-skipped')
    .filter((m) => m.stepId === step.id)
    .map((m) => m.load);
  const states = loadStates({ loads: step.loads, massMg: step.inMg, asks, readings: mine, skipped });
  const name = (traitsOf(step).loadName ?? 'Load') + ' ';
  return states.flatMap((state) => {
    const isShut = (ask: ReadingAsk) => {
      const door = doorBefore(asks, ask);
      return door !== undefined && state.missing.some((m) => m.kind === door.kind);
    };
    // A lot is shut until it was read cold: nothing else is asked of it.
    return asks
      .filter((ask) => !isShut(ask))
      .map((ask): ReadTask => {
        const own = countingFor(
          asks,
          ask,
          mine.filter((r) => r.load === state.load),
        );
        return {
          id: `${ask.kind}:${state.load}`,
          kind: 'reading',
          ask,
          title: `${name}${state.load}: ${readingKind(ask.kind).title.toLowerCase()}`,
          required: !state.skipped,
          done: state.skipped || (own.length > 0 && state.missing.every((m) => m.kind !== ask.kind)),
          value: figureOf(own, ask.kind),
          n: own.length,
          load: state.load,
        };
      });
  });
}
