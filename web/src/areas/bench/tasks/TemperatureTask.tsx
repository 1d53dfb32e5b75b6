import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { type Probe } from '@zest/contract';
import { SMEAR_HELP, implausible, readingKind, traitsOf } from '@zest/core';
import { useProbeReading } from '../../../data/live.js';
import { useShortcut } from '../../../ui/shortcuts.js';
import { useUnits } from '../../../ui/units.js';
import { Primary, Secondary } from '../BenchButtons.js';
import { markEntry, readingEntry } from '../entries.js';
import { usePracticeNeed } from '../practice/need.js';
import type { ReadingTaskProps } from '../task-props.js';
import { useTyped } from '../typed.js';
import { useSimulated } from '../use-simulated.js';
import { TypedFrame } from './TypedFrame.js';
import { queries } from '../../../data/queries.js';

/** Two probes in the same thing that differ by more than this are said, °C. */
const DISAGREE_C = 1;
/** Minutes back in the cold when meat was too warm. */
const CHILL_MINUTES = 20;

/** A temperature: from the probe with one touch, or typed. */
export function TemperatureTask(props: ReadingTaskProps) {
  const { step, pending, onDone, task } = props;
  const { ask } = task;
  const kind = readingKind(ask.kind);
  const inCore = ask.belowC !== undefined;
  const units = useUnits();
  const typed = useTyped('type the temperature');
  const probeIds = probesFor(props);
  const [probeId, setProbeId] = useState<Probe['id']>(probeIds[0]);
  const [help, setHelp] = useState(false);
  /** The strange figure that was asked about: what was typed, or what the probe shows. */
  const [asked, setAsked] = useState<number | 'live'>();
  const probes = useQuery(queries.probes);
  const probe = probes.data?.find((p) => p.id === probeId);
  const reading = useProbeReading(probeId);
  const live = reading?.connected ? Math.round((reading.tempC + (probe?.offsetC ?? 0)) * 10) / 10 : undefined;
  const metric = units.options.system === 'metric';
  const typedC = typed.value === undefined ? undefined : metric ? typed.value : ((typed.value - 32) * 5) / 9;
  const valueC = typedC ?? live;
  const canTake = valueC !== undefined && (typedC !== undefined || reading?.steady === true);
  const strange = valueC === undefined ? null : implausible(ask, valueC);
  const isAsked = strange !== null && asked === (typedC ?? 'live');
  const take = async () => {
    if (!canTake || valueC === undefined) return;
    if (strange !== null && !isAsked) return setAsked(typedC ?? 'live');
    const readingId = typedC === undefined ? reading?.id : undefined;
    await pending.record(
      readingEntry(step.id, ask.kind, valueC, `${task.title} ${units.temperature(valueC)}`, {
        readingId,
        load: task.load,
        sure: strange !== null,
      }),
    );
    typed.clear();
    onDone();
  };
  const aimC = kind.passing(ask)[0] ?? 0;
  usePracticeNeed(`${step.id} ${task.id} ${task.n}`, {
    kind: 'read',
    probeId,
    aimC,
    warmC: kind.failing?.(ask) ?? aimC,
  });
  useShortcut('Enter', 'record it', () => void take());
  useShortcut(' ', 'record it', () => void take());
  const problem = step.missing.find((m) => m.what === ask.kind && task.value !== undefined);
  const chill = () =>
    pending.record(
      markEntry(step.id, { kind: 'timer', timer: 'chill', minutes: CHILL_MINUTES }, 'Back to the chill'),
    );
  const shown = typed.text
    ? { value: typed.text, unit: metric ? '°C' : '°F' }
    : live === undefined
      ? { value: '–', unit: metric ? '°C' : '°F' }
      : units.temperatureParts(live);
  return (
    <TypedFrame
      {...props}
      actions={
        <>
          <Secondary
            onClick={() =>
              setProbeId(probeIds[(probeIds.indexOf(probeId) + 1) % probeIds.length] ?? probeIds[0])
            }
          >
            {probe?.name ?? 'Probe'}: use another
          </Secondary>
          {traitsOf(step).machine === 'grinder' ? (
            <Secondary onClick={() => setHelp(!help)}>Smear?</Secondary>
          ) : null}
          {props.actions}
        </>
      }
      typed={typed}
      target={targetOf(props, units.temperature)}
      shown={shown}
      quiet={!typed.text && reading?.steady !== true}
      minus
      primary={
        <Primary onClick={() => void take()} disabled={!canTake}>
          {isAsked ? 'It is' : typedC === undefined && live !== undefined ? 'Take' : 'Record'}{' '}
          {valueC === undefined ? '' : units.temperature(valueC)}
        </Primary>
      }
      more={
        <>
          <ProbeWords probe={probe} connected={live !== undefined} />
          {inCore && !problem && task.value !== undefined && !task.done ? (
            <Box role="alert" sx={{ fontSize: 24, fontWeight: 700 }}>
              {units.temperature(task.value)} is not done through: fry it on, then read again.
            </Box>
          ) : null}
          {inCore ? <Disagreement /> : null}
          {isAsked ? (
            <Box role="alert" sx={{ fontSize: 24, fontWeight: 700 }}>
              {units.sentence(strange)}
            </Box>
          ) : null}
          {problem ? (
            <Box role="alert" sx={{ fontSize: 24, fontWeight: 700 }}>
              {units.sentence(problem.sentence)}{' '}
              {ask.aboveC === undefined ? null : (
                <Button variant="outlined" sx={{ minHeight: 64 }} onClick={() => void chill()}>
                  Chill for {CHILL_MINUTES} min
                </Button>
              )}
            </Box>
          ) : null}
          {help ? (
            <Box component="ul" sx={{ fontSize: 20, m: 0, pl: 3 }}>
              {SMEAR_HELP.map((line) => (
                <li key={line}>{line}</li>
              ))}
            </Box>
          ) : null}
        </>
      }
    />
  );
}

/** The probes for a temperature, the likeliest first; one that hangs in the air never reads a core. */
function probesFor({ step, task }: ReadingTaskProps): [Probe['id'], ...Probe['id'][]] {
  if (task.ask.belowC !== undefined) return ['core', 'core2', 'hand'];
  return traitsOf(step).heat === undefined ? ['hand', 'core', 'core2'] : ['chamber', 'hand', 'core', 'core2'];
}

function ProbeWords({ probe, connected }: { probe: Probe | undefined; connected: boolean }) {
  const units = useUnits();
  const simulated = useSimulated();
  if (!connected) return <Box sx={{ fontSize: 20 }}>No probe here; type what the thermometer shows.</Box>;
  return (
    <Box sx={{ fontSize: 18 }}>
      {probe?.name}
      {simulated}
      {probe && probe.offsetC !== 0 ? `, corrected by ${units.degrees(probe.offsetC)}` : ''}
      {probe?.due ? ', its check in ice water is due' : ''}
    </Box>
  );
}

/** The two core probes against each other, when both are in. */
function Disagreement() {
  const units = useUnits();
  const one = useProbeReading('core');
  const two = useProbeReading('core2');
  if (!one?.connected || !two?.connected) return null;
  const difference = Math.abs(one.tempC - two.tempC);
  if (difference <= DISAGREE_C) return null;
  return (
    <Box role="status" sx={{ fontSize: 20, fontWeight: 700 }}>
      The core probes show {units.temperature(one.tempC)} and {units.temperature(two.tempC)}: believe the
      lower, and check both in ice water.
    </Box>
  );
}

/** Between these a grinder cuts fat cleanly, °C; common practice. */
const COLD_C = [-2, 2] as const;

function targetOf({ task: { ask } }: ReadingTaskProps, words: (c: number) => string): string {
  const own = 'Your own plan and authority decide.';
  const aim = readingKind(ask.kind).first ? `Aim from ${words(COLD_C[0])} to ${words(COLD_C[1])}. ` : '';
  if (ask.belowC !== undefined) return `At least ${words(ask.belowC)} in the core. ${own}`;
  return ask.aboveC === undefined ? aim : `${aim}Not above ${words(ask.aboveC)}. ${own}`;
}
