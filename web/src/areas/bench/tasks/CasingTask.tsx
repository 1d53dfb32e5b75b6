import Box from '@mui/material/Box';
import { v7 as uuid } from 'uuid';
import type { CasingTask as Task } from '@zest/core';
import { deviceTime } from '../../../data/device-time.js';
import { useShortcut } from '../../../ui/shortcuts.js';
import { Triangle } from '../../../ui/Trouble.js';
import { useUnits } from '../../../ui/units.js';
import { Primary, Secondary } from '../BenchButtons.js';
import { markEntry } from '../entries.js';
import type { TaskProps } from '../task-props.js';
import { useTyped } from '../typed.js';
import { TypedFrame } from './TypedFrame.js';

const MM_PER_FT = 304.8;

/** Metres of casing that were used, and whether what is left will do. */
export function CasingTask(props: TaskProps & { task: Task }) {
  const { sheet, step, pending, onDone, task } = props;
  const units = useUnits();
  const typed = useTyped('type the metres');
  const unit = units.options.system === 'metric' ? 'm' : 'ft';
  const { casing } = sheet;
  const pieces = sheet.steps.find((s) => s.counting)?.counting?.many ?? 'pieces';
  const plannedMm = casing && casing.usedMm === 0 ? Math.round(casing.needM * 100) * 10 : undefined;
  const lengthMm =
    typed.value === undefined ? plannedMm : Math.round(typed.value * (unit === 'm' ? 1000 : MM_PER_FT));
  const record = async () => {
    if (lengthMm === undefined) return;
    await pending.record({
      kind: 'casing',
      label: `${task.title} ${units.length(lengthMm)}`,
      body: { id: uuid(), stepId: step.id, lengthMm, deviceTime: deviceTime() },
    });
    typed.clear();
    onDone();
  };
  useShortcut('Enter', 'record it', () => void record());
  useShortcut(' ', 'record it', () => void record());
  return (
    <TypedFrame
      {...props}
      actions={
        <>
          {casing ? (
            <Secondary
              onClick={() => void pending.record(markEntry(step.id, 'strand', 'A strand more', { value: 1 }))}
            >
              A strand more ({casing.strands})
            </Secondary>
          ) : null}
          {props.actions}
        </>
      }
      typed={typed}
      target={
        casing
          ? `${casing.name} ${casing.lotCode}, about ${units.length(casing.needM * 1000)} for ${casing.links} ${pieces}; what is left to stuff takes ${units.length(casing.aheadM * 1000)}`
          : ''
      }
      shown={{ value: typed.text || '–', unit }}
      primary={
        <Primary onClick={() => void record()} disabled={lengthMm === undefined}>
          {typed.value === undefined && lengthMm !== undefined
            ? `As planned: ${units.length(lengthMm)}`
            : `Record ${typed.text} ${unit}`}
        </Primary>
      }
      more={
        casing && casing.shortM > 0 ? (
          <Box role="alert" sx={{ display: 'flex', gap: 1, fontSize: 24, fontWeight: 700 }}>
            <Triangle size={28} /> {units.length(casing.shortM * 1000)} too little for what is left: soak more
            now.
          </Box>
        ) : null
      }
    />
  );
}
