import { useState } from 'react';
import { useShortcut } from '../../../ui/shortcuts.js';
import { deviceNow } from '../../../data/device-time.js';
import { Primary, Secondary } from '../BenchButtons.js';
import { readingEntry } from '../entries.js';
import type { ReadingTaskProps } from '../task-props.js';
import { useTyped } from '../typed.js';
import { useNow } from '../use-now.js';
import { TypedFrame } from './TypedFrame.js';

/** Minutes of a step or a load: timed with one touch at the start and one at the end, or typed. They add up. */
export function MinutesTask(props: ReadingTaskProps) {
  const { step, pending, onDone, task } = props;
  const typed = useTyped('type the minutes');
  const key = `zest-run-${step.id}-${task.load}`;
  const [since, setSince] = useState<number | undefined>(
    () => Number(sessionStorage.getItem(key)) || undefined,
  );
  const now = useNow(since !== undefined);
  const ran = since === undefined ? 0 : Math.max(0, (now - since) / 60_000);
  const record = async (minutes: number) => {
    sessionStorage.removeItem(key);
    setSince(undefined);
    typed.clear();
    const whole = Math.max(1, Math.round(minutes));
    await pending.record(
      readingEntry(step.id, task.ask.kind, whole, `${task.title} ${whole} min`, { load: task.load }),
    );
    onDone();
  };
  const start = () => {
    const at = deviceNow();
    sessionStorage.setItem(key, String(at));
    setSince(at);
  };
  const act = () => {
    if (typed.value !== undefined) void record(typed.value);
    else if (since === undefined) start();
    else void record(ran);
  };
  useShortcut(' ', 'start or stop the clock, or record what was typed', act);
  useShortcut('Enter', '', act);
  const clock = `${Math.floor(ran)}:${String(Math.floor((ran % 1) * 60)).padStart(2, '0')}`;
  return (
    <TypedFrame
      {...props}
      actions={
        <>
          {since === undefined ? null : (
            <Secondary
              onClick={() => {
                sessionStorage.removeItem(key);
                setSince(undefined);
              }}
            >
              Throw the clock away
            </Secondary>
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
