import { clockMinutes, clockSince, readingKind } from '@zest/core';
import { useShortcut } from '../../../ui/shortcuts.js';
import { Primary, Secondary } from '../BenchButtons.js';
import { markEntry, readingEntry } from '../entries.js';
import { usePracticeFigure } from '../practice/settings.js';
import type { ReadingTaskProps } from '../task-props.js';
import { useTyped } from '../typed.js';
import { useNow } from '../use-now.js';
import { TypedFrame } from './TypedFrame.js';

/**
 * Minutes of a step or a load: timed with one touch at the start and one at the end, or typed. They add up. The clock
 * runs with the batch, so that whoever takes it up sees it run, and what it gives is the server's.
 */
export function MinutesTask(props: ReadingTaskProps) {
  const { sheet, step, pending, onDone, task } = props;
  const { kind } = task.ask;
  const { load } = task;
  const typed = useTyped('type the minutes');
  const started = clockSince(sheet, step.id, load);
  const since = started === undefined ? undefined : Date.parse(started);
  const now = useNow(since !== undefined);
  const ranMs = since === undefined ? 0 : Math.max(0, now - since);
  usePracticeFigure(String(readingKind(kind).passing(task.ask)[0] ?? ''), typed);
  const run = (isOn: boolean) =>
    pending.record(
      markEntry(
        step.id,
        { kind: 'run', load, isOn },
        `${task.title}, the clock ${isOn ? 'starts' : 'stops'}`,
      ),
    );
  const record = async (minutes: number, clock: boolean) => {
    typed.clear();
    const label = `${task.title} ${minutes} min`;
    await pending.record(readingEntry(step.id, kind, minutes, label, { load, ...(clock ? { clock } : {}) }));
    if (since !== undefined) await run(false);
    onDone();
  };
  const act = () => {
    if (typed.value !== undefined) void record(typed.value, false);
    else if (since === undefined) void run(true);
    else void record(clockMinutes(since, now), true);
  };
  useShortcut(' ', 'start or stop the clock, or record what was typed', act);
  useShortcut('Enter', '', act);
  const seconds = Math.floor(ranMs / 1000);
  const clock = `${Math.floor(seconds / 60)}:${String(seconds % 60).padStart(2, '0')}`;
  return (
    <TypedFrame
      {...props}
      actions={
        <>
          {since === undefined ? null : (
            <Secondary onClick={() => void run(false)}>Throw the clock away</Secondary>
          )}
          {props.actions}
        </>
      }
      typed={typed}
      target={targetOf(props)}
      shown={
        typed.text
          ? { value: typed.text, unit: 'min' }
          : { value: since === undefined ? '–' : clock, unit: 'min' }
      }
      primary={
        typed.value !== undefined ? (
          <Primary onClick={act}>Record {typed.text} min</Primary>
        ) : since === undefined ? (
          <Primary onClick={act}>Start the clock</Primary>
        ) : (
          <Primary onClick={act}>Stop at {clock}</Primary>
        )
      }
    />
  );
}

function targetOf({ task }: ReadingTaskProps): string {
  const { aimMinutes, leastMinutes, mostMinutes } = task.ask;
  const so = task.value === undefined ? '' : ` ${task.value} min so far.`;
  const least = leastMinutes === undefined ? '' : ` At least ${leastMinutes}`;
  const most = mostMinutes === undefined ? '' : `${least ? ', at' : ' At'} most ${mostMinutes}`;
  const about = aimMinutes === undefined ? '' : `About ${aimMinutes} minutes.`;
  return `${about}${least}${most}${least || most ? '.' : ''}${so}`;
}
