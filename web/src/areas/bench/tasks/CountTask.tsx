import Box from '@mui/material/Box';
import { useEffect, useRef, useState } from 'react';
import { countAgainstMass, countingOf, rhythm, someMoreOf } from '@zest/core';
import { deviceNow } from '../../../data/device-time.js';
import { useShortcut } from '../../../ui/shortcuts.js';
import { NUMERALS } from '../../../ui/theme.js';
import { useUnits } from '../../../ui/units.js';
import { Primary, Secondary } from '../BenchButtons.js';
import { readingEntry } from '../entries.js';
import type { ReadingTaskProps } from '../task-props.js';
import { useTyped } from '../typed.js';
import { TypedFrame } from './TypedFrame.js';

/** Counted pieces are written down when the hand rests this long. */
const REST_MS = 2500;

/** Pieces: one press of the pedal each, with the rhythm, or the whole count typed. */
export function CountTask(props: ReadingTaskProps) {
  const { sheet, step, pending, onDone, task } = props;
  const units = useUnits();
  const pressed = someMoreOf(task.ask.kind);
  const typed = useTyped('type the count');
  const [fresh, setFresh] = useState(0);
  const counting = step.counting ?? countingOf(undefined);
  const [together, setTogether] = useState(1);
  const each = sheet.linkMassG;
  const counted = useRef(0);
  const flush = useRef<() => Promise<unknown>>(() => Promise.resolve());
  useEffect(() => {
    flush.current = async () => {
      const pieces = counted.current;
      if (pieces === 0) return;
      counted.current = 0;
      setFresh(0);
      await pending.record(readingEntry(step.id, pressed, pieces, `${pieces} counted`));
    };
  });
  useEffect(() => {
    if (fresh === 0) return;
    const timer = window.setTimeout(() => void flush.current(), REST_MS);
    return () => window.clearTimeout(timer);
  }, [fresh]);
  useEffect(
    () => () => {
      void flush.current();
    },
    [],
  );
  const add = (pieces: number) => {
    counted.current += pieces;
    setFresh(counted.current);
  };
  const record = async () => {
    if (typed.value === undefined) return;
    await pending.record(
      readingEntry(step.id, task.ask.kind, Math.round(typed.value), `Count ${typed.text}`),
    );
    typed.clear();
    onDone();
  };
  const act = () => {
    if (typed.value === undefined) add(together);
    else void record();
  };
  useShortcut(' ', 'count one piece, or record what was typed', act);
  useShortcut('Enter', 'record what was typed', () => void record());
  const total = (task.value ?? 0) + fresh;
  const tallies = sheet.readings
    .filter((r) => r.stepId === step.id && r.kind === pressed)
    .map((r) => ({ pieces: r.value, atMs: Date.parse(r.at) }));
  const beat = rhythm(fresh > 0 ? [...tallies, { pieces: fresh, atMs: deviceNow() }] : tallies);
  return (
    <TypedFrame
      {...props}
      actions={
        <>
          {counting.holder === undefined ? (
            <Secondary onClick={() => add(10)}>Ten more</Secondary>
          ) : (
            <Secondary
              disabled={typed.value === undefined && together === 1}
              onClick={() => {
                setTogether(Math.min(500, Math.max(1, Math.round(typed.value ?? 1))));
                typed.clear();
              }}
            >
              {typed.value === undefined
                ? `${together} a ${counting.holder}`
                : `${typed.text} a ${counting.holder}`}
            </Secondary>
          )}
          {total > 0 ? (
            <Secondary onClick={() => void flush.current().then(onDone)}>Counted</Secondary>
          ) : null}
          {props.actions}
        </>
      }
      typed={typed}
      target={
        each === null
          ? ''
          : `About ${Math.round(step.inMg / 1000 / each)} of ${units.mass(Math.round(each * 1000))}${step.rule ? `; ${step.rule.toLowerCase()}` : ''}`
      }
      shown={{ value: typed.text || String(total), unit: counting.many }}
      primary={
        typed.value === undefined ? (
          <Primary onClick={act}>
            Count {together > 1 ? `a ${counting.holder}, ` : ''}
            {total + together}
          </Primary>
        ) : (
          <Primary onClick={act}>
            Record {typed.text} {counting.many}
          </Primary>
        )
      }
      more={<Figures props={props} total={total} perMinute={beat.perMinute} />}
    />
  );
}

function Figures({
  props,
  total,
  perMinute,
}: {
  props: ReadingTaskProps;
  total: number;
  perMinute: number | null;
}) {
  const { sheet, step } = props;
  const units = useUnits();
  const meanG = sheet.pieces?.meanG ?? null;
  const held =
    meanG !== null && total > 0
      ? countAgainstMass({
          count: total,
          meanG,
          leftoversMg: step.inMg - step.outMg - step.balanceMg,
          inMg: step.inMg,
        })
      : undefined;
  return (
    <Box sx={{ ...NUMERALS, fontSize: 26 }}>
      {perMinute === null ? '' : `${units.number(perMinute, 0)} a minute`}
      {total > 0 && step.inMg > 0 ? `  ·  ${units.number(total / (step.inMg / 1e6), 1)} per kg` : ''}
      {total > 0 && step.inMg > 0 ? `, ${units.number(total / (step.inMg / 453_592.37), 1)} per lb` : ''}
      {held && !held.agrees ? (
        <Box role="status" sx={{ fontWeight: 700 }}>
          Count times mean is {units.mass(Math.abs(held.differenceMg))}{' '}
          {held.differenceMg > 0 ? 'below' : 'above'} what came in: count again, or weigh a fresh sample.
        </Box>
      ) : null}
    </Box>
  );
}
