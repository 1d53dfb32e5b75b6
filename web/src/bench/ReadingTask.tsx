import Box from '@mui/material/Box';
import { v7 as uuid } from 'uuid';
import { sample } from '@zest/core';
import type { BatchSheet, NewReading, SheetStep } from '@zest/contract';
import { useShortcut } from '../app/shortcuts.js';
import { NUMERALS } from '../app/theme.js';
import { useUnits, type Units } from '../app/units.js';
import { Keypad } from '../kit/keypad/Keypad.js';
import { BenchFrame, Primary, Secondary } from './BenchFrame.js';
import { BigNumber } from './BigNumber.js';
import type { Entry } from './pending.js';
import { DIVISION_MG, showOnScale } from './scales.js';
import type { ReadTask } from './tasks.js';
import type { TaskProps } from './task-props.js';
import { useTyped } from './typed.js';
import { useScale } from './use-scale.js';

interface ReadingTaskProps extends TaskProps {
  task: ReadTask;
}

/** A temperature, minutes, the tack test, a count, a sample weight or the metres of casing. */
export function ReadingTask(props: ReadingTaskProps) {
  if (props.task.kind === 'tack') return <TackTask {...props} />;
  if (props.task.kind === 'cleared') return <ClearedTask {...props} />;
  if (props.task.kind === 'verdict') return <VerdictTask {...props} />;
  if (props.task.kind === 'sample') return <SampleTask {...props} />;
  return <TypedTask {...props} task={props.task} />;
}

function readingEntry(
  step: SheetStep,
  kind: ReadTask['kind'] & NewReading['kind'],
  value: number,
  label: string,
  readingId?: string,
): Entry {
  return {
    kind: 'reading',
    label,
    body: {
      id: uuid(),
      stepId: step.id,
      kind,
      value,
      deviceTime: new Date().toISOString(),
      ...(readingId ? { readingId } : {}),
    },
  };
}

function TypedTask({ sheet, step, pending, header, footer, actions, onDone, task }: ReadingTaskProps) {
  const units = useUnits();
  const typed = useTyped('type the number');
  const unit = unitOf(task.kind, units);
  const record = async () => {
    if (typed.value === undefined) return;
    const label = `${task.title} ${typed.text} ${unit}`;
    if (task.kind === 'casing') {
      const lengthMm = Math.round(typed.value * (unit === 'm' ? 1000 : 304.8));
      await pending.record({ kind: 'casing', label, body: { id: uuid(), stepId: step.id, lengthMm } });
    } else if (task.kind !== 'tack' && task.kind !== 'cleared' && task.kind !== 'verdict') {
      const value = task.kind === 'temperature' && unit === '°F' ? ((typed.value - 32) * 5) / 9 : typed.value;
      await pending.record(readingEntry(step, task.kind, value, label));
    }
    typed.clear();
    onDone();
  };
  useShortcut('Enter', 'record it', () => void record());
  useShortcut(' ', 'record it', () => void record());
  const target = targetOf(sheet, step, task, units);
  return (
    <BenchFrame
      sheet={sheet}
      step={step}
      pending={pending}
      actions={actions}
      primary={
        <Primary onClick={() => void record()} disabled={typed.value === undefined}>
          Record {typed.text} {unit}
        </Primary>
      }
    >
      {header}
      <Box sx={{ display: 'grid', gridTemplateColumns: '1fr 300px', gap: 3, mt: 1 }}>
        <Box>
          <Box sx={{ fontSize: 34, fontWeight: 700, mt: 2 }}>{task.title}</Box>
          <Box sx={{ fontSize: 22 }}>{target}</Box>
          <BigNumber
            shown={{ value: typed.text || '–', unit }}
            label={`${task.title} ${typed.text} ${unit}`}
          />
          {task.kind === 'temperature' &&
          task.value !== undefined &&
          step.missing.some((m) => m.what === 'temperature') ? (
            <Box role="alert" sx={{ fontSize: 24, fontWeight: 700 }}>
              {units.sentence(step.missing.find((m) => m.what === 'temperature')?.sentence ?? '')}
            </Box>
          ) : null}
        </Box>
        <Keypad onKey={typed.press} minus={task.kind === 'temperature'} />
      </Box>
      {footer}
    </BenchFrame>
  );
}

function unitOf(kind: ReadTask['kind'], units: Units): string {
  const metric = units.options.system === 'metric';
  if (kind === 'temperature') return metric ? '°C' : '°F';
  if (kind === 'minutes') return 'min';
  if (kind === 'casing') return metric ? 'm' : 'ft';
  return 'pieces';
}

function targetOf(sheet: BatchSheet, step: SheetStep, task: ReadTask, units: Units): string {
  if (task.kind === 'temperature') {
    if (step.stopAboveC !== undefined)
      return `Not above ${units.temperature(step.stopAboveC)}. Your own plan and authority decide.`;
    return step.stopBelowC === undefined
      ? ''
      : `At least ${units.temperature(step.stopBelowC)} in the core. Your own plan and authority decide.`;
  }
  if (task.kind === 'minutes')
    return step.minutes === undefined
      ? ''
      : `About ${step.minutes} minutes; ${step.bind === 'sticky' ? 'until sticky' : 'as written'}.`;
  if (task.kind === 'casing')
    return sheet.casing
      ? `${sheet.casing.name} ${sheet.casing.lotCode}, about ${units.length(sheet.casing.needM * 1000)} for ${sheet.casing.links} links`
      : '';
  return sheet.linkMassG === null
    ? ''
    : `About ${Math.round(step.inMg / 1000 / sheet.linkMassG)} of ${units.mass(Math.round(sheet.linkMassG * 1000))}`;
}

function TackTask(props: ReadingTaskProps) {
  const words =
    props.step.bind === 'sticky'
      ? 'Press a handful flat on the palm and turn the hand over. It must hang on.'
      : 'Pull a handful apart. It should just hold together, with the pieces still to be seen.';
  return <ConfirmTask {...props} kind="tack" words={words} yes="Tack test passed" no="Failed, mix on" />;
}

function ClearedTask(props: ReadingTaskProps) {
  const words =
    'Another owner’s meat is made today. Head, plate and horn are empty and clean; what was left in them went back to its owner.';
  return <ConfirmTask {...props} kind="cleared" words={words} yes="Cleared" />;
}

function VerdictTask(props: ReadingTaskProps) {
  const words = 'The patty is fried through and its core was read. Salt, spice, fat and bite are right.';
  return (
    <ConfirmTask {...props} kind="verdict" words={words} yes="Tastes right" no="Not right, correct it" />
  );
}

interface ConfirmTaskProps extends ReadingTaskProps {
  kind: 'tack' | 'cleared' | 'verdict';
  words: string;
  yes: string;
  no?: string;
}

/** Something that is looked at and said yes to, or no. */
function ConfirmTask(props: ConfirmTaskProps) {
  const { sheet, step, pending, header, footer, actions, onDone, kind, words, yes, no } = props;
  const record = async (value: 0 | 1) => {
    await pending.record(readingEntry(step, kind, value, value === 1 ? yes : (no ?? '')));
    onDone();
  };
  useShortcut(' ', yes.toLowerCase(), () => void record(1));
  return (
    <BenchFrame
      sheet={sheet}
      step={step}
      pending={pending}
      actions={
        <>
          {no ? <Secondary onClick={() => void record(0)}>{no}</Secondary> : null}
          {actions}
        </>
      }
      primary={<Primary onClick={() => void record(1)}>{yes}</Primary>}
    >
      {header}
      <Box sx={{ fontSize: 44, fontWeight: 700, mt: 4, maxWidth: 900, lineHeight: 1.15 }}>{words}</Box>
      {footer}
    </BenchFrame>
  );
}

function SampleTask({ sheet, step, pending, header, footer, actions, task }: ReadingTaskProps) {
  const units = useUnits();
  const typed = useTyped('type grams');
  const scale = useScale('bench', DIVISION_MG.bench, undefined, () => undefined);
  const typedMg = typed.value === undefined ? undefined : Math.round(typed.value * 1000);
  const netMg = scale.connected ? Math.max(0, scale.reading?.netMg ?? 0) : 0;
  const valueMg = typedMg ?? (scale.taken ? 0 : netMg);
  const canTake = valueMg > 0 && (typedMg !== undefined || scale.reading?.stable === true);
  const wanted = step.sampleSize ?? 10;
  const take = async () => {
    const readingId = typedMg === undefined ? scale.reading?.id : undefined;
    if (readingId) scale.markTaken(valueMg);
    typed.clear();
    await pending.record(readingEntry(step, 'sample', valueMg, `Sample ${units.mass(valueMg)}`, readingId));
  };
  const act = () => {
    if (scale.taken && typedMg === undefined) void scale.tare();
    else if (canTake) void take();
  };
  useShortcut(' ', 'take the weight, or tare', act);
  useShortcut('Enter', '', act);
  const masses = sheet.readings
    .filter((r) => r.stepId === step.id && r.kind === 'sample')
    .map((r) => r.value / 1000);
  const figures =
    masses.length > 0
      ? sample({ massesG: masses, ...(sheet.linkMassG ? { nominalG: sheet.linkMassG } : {}) })
      : undefined;
  return (
    <BenchFrame
      sheet={sheet}
      step={step}
      pending={pending}
      actions={actions}
      primary={
        scale.taken && typedMg === undefined ? (
          <Primary onClick={() => void scale.tare()}>Tare for the next</Primary>
        ) : (
          <Primary onClick={() => void take()} disabled={!canTake}>
            Take {units.mass(valueMg, 1000)} ({Math.min(task.n + 1, wanted)} of {wanted})
          </Primary>
        )
      }
    >
      {header}
      <Box sx={{ display: 'grid', gridTemplateColumns: '1fr 300px', gap: 3, mt: 1 }}>
        <Box>
          <Box sx={{ fontSize: 34, fontWeight: 700, mt: 2 }}>
            Piece {Math.min(task.n + 1, wanted)} of {wanted}
          </Box>
          <BigNumber
            shown={
              typed.text !== ''
                ? { value: typed.text, unit: 'g' }
                : scale.connected
                  ? showOnScale(units, netMg, 'bench')
                  : { value: '–', unit: 'g' }
            }
            label={`On the scale: ${units.mass(valueMg)}`}
          />
          {figures ? (
            <Box sx={{ ...NUMERALS, fontSize: 28 }}>
              mean {units.number(figures.meanG, 1)} g ± {units.number(figures.sdG, 1)}
              {figures.giveawayPct === undefined
                ? ''
                : `, ${units.number(figures.giveawayPct, 1)} % over the target`}
              {figures.outliers.length > 0 ? `, ${figures.outliers.length} far out` : ''}
            </Box>
          ) : null}
        </Box>
        <Keypad onKey={typed.press} />
      </Box>
      {footer}
    </BenchFrame>
  );
}
