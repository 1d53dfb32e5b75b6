import Box from '@mui/material/Box';
import { useState } from 'react';
import { v7 as uuid } from 'uuid';
import type { CasingTask as Task } from '@zest/core';
import { deviceTime } from '../../../data/device-time.js';
import { useShortcut } from '../../../ui/shortcuts.js';
import { Triangle } from '../../../ui/Trouble.js';
import type { BatchView } from '@zest/contract';
import { useUnits, type Units } from '../../../ui/units.js';
import { Choices } from '../more/Choices.js';
import { Primary, Secondary } from '../BenchButtons.js';
import { markEntry } from '../entries.js';
import { usePracticeFigure } from '../practice/settings.js';
import type { TaskProps } from '../task-props.js';
import { useTyped } from '../typed.js';
import { TypedFrame } from './TypedFrame.js';

const MM_PER_FT = 304.8;
const WORDS = { m: 'metres', ft: 'feet', tubes: 'tubes' } as const;

/** Metres or tubes of casing that were used, out of which lot, and whether what is left will do. */
export function CasingTask(props: TaskProps & { task: Task }) {
  const { sheet, step, pending, onDone, task } = props;
  const units = useUnits();
  const { casing } = sheet;
  const tubeMm = casing?.tubeMm ?? null;
  const typed = useTyped(tubeMm === null ? 'type the metres' : 'type the tubes');
  const [chosen, setChosen] = useState<string>();
  const lots = casing?.lots ?? [];
  const lot = lots.find((l) => l.lotId === chosen) ?? lots.find((l) => l.leftMm > 0) ?? lots[0];
  const unit = tubeMm !== null ? 'tubes' : units.options.system === 'metric' ? 'm' : 'ft';
  const eachMm = tubeMm ?? (unit === 'm' ? 1000 : MM_PER_FT);
  // What is planned is no fact: only what was counted or measured is recorded.
  const lengthMm = typed.value === undefined ? undefined : Math.round(typed.value * eachMm);
  usePracticeFigure(casing ? String(Math.max(1, Math.round((casing.needM * 1000) / eachMm))) : '', typed);
  const record = async () => {
    if (lengthMm === undefined || lengthMm <= 0) return;
    await pending.record({
      kind: 'casing',
      label: `${task.title} ${units.length(lengthMm)}`,
      body: { id: uuid(), stepId: step.id, lengthMm, lotId: lot?.lotId, deviceTime: deviceTime() },
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
              onClick={() =>
                void pending.record(markEntry(step.id, { kind: 'strand', count: 1 }, 'A strand more'))
              }
            >
              A strand more ({casing.strands})
            </Secondary>
          ) : null}
          {props.actions}
        </>
      }
      typed={typed}
      target={casing ? needWords(sheet, units) : ''}
      shown={{ value: typed.text || '–', unit }}
      primary={
        <Primary onClick={() => void record()} disabled={lengthMm === undefined}>
          {lengthMm === undefined
            ? `Type the ${WORDS[unit]} that were used`
            : `Record ${typed.text} ${unit} of ${lot?.lotCode ?? ''}`}
        </Primary>
      }
      more={
        <>
          {lots.length > 1 ? (
            <Choices
              label="Out of which lot"
              choices={lots.map((l) => ({
                key: l.lotId,
                name: l.lotId === lot?.lotId ? `✓ ${l.lotCode}` : l.lotCode,
                about: `${units.length(Math.max(0, l.leftMm))} left`,
              }))}
              onChoose={setChosen}
            />
          ) : null}
          {casing && casing.shortM > 0 ? (
            <Box role="alert" sx={{ display: 'flex', gap: 1, fontSize: 24, fontWeight: 700 }}>
              <Triangle size={28} /> {units.length(casing.shortM * 1000)} too little for what is left: take
              another lot under More, and soak it now.
            </Box>
          ) : null}
        </>
      }
    />
  );
}

/** What is needed with its parts, what stays without casing, what is to come, and how often it burst. */
function needWords({ casing, steps }: BatchView, units: Units): string {
  if (!casing) return '';
  const m = (metres: number) => units.length(metres * 1000);
  const counting = steps.find((s) => s.counting)?.counting;
  const pieces = (casing.links === 1 ? counting?.one : counting?.many) ?? 'pieces';
  const parts = `${m(casing.filledM)} filled, ${m(casing.twistM)} in twists and ties, ${m(casing.spareM)} spare`;
  const need = casing.tubes === null ? m(casing.needM) : `${casing.tubes} tubes`;
  const bursts =
    casing.bursts === 0
      ? ''
      : casing.stuffedMg === 0
        ? ` Burst so far: ${casing.bursts}.`
        : ` Burst so far: ${casing.bursts}, one in ${units.mass(Math.round(casing.stuffedMg / casing.bursts))}.`;
  return [
    `${casing.name}: ${need} for ${casing.links} ${pieces} (${parts}).`,
    casing.uncasedMg > 0 ? ` ${units.mass(casing.uncasedMg)} stays without casing.` : '',
    ` What is left to stuff takes ${m(casing.aheadM)}.`,
    bursts,
  ].join('');
}
