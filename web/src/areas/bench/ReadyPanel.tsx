import Box from '@mui/material/Box';
import { useState } from 'react';
import { sizeOf, sizesOf, traitsOf } from '@zest/core';
import type { BatchView, StepView } from '@zest/contract';
import { useMachines } from '../../data/use-machines.js';
import { useUnits } from '../../ui/units.js';
import { Secondary } from './BenchButtons.js';
import { Checklist } from './Checklist.js';
import { markEntry } from './entries.js';
import type { Pending } from './pending.js';
import { SignPast } from './CloseStepButton.js';

interface ReadyPanelProps {
  sheet: BatchView;
  step: StepView;
  pending: Pending;
}

/** At a machine, before it runs: guard, knife, horn, soaked casing; ticked in one touch and kept. */
export function ReadyPanel({ sheet, step, pending }: ReadyPanelProps) {
  const units = useUnits();
  const plain = step.ready.map((r) => units.sentence(r.words)).join(' ');
  const { taste } = sheet;
  const machines = useMachines();
  const size = sizeOf(step.document);
  const { machine } = traitsOf(step);
  const sizes = machine ? sizesOf(machines, machine) : [];
  const [onItMm, setOnItMm] = useState(size?.writtenMm);
  const other = onItMm === undefined || onItMm === size?.writtenMm ? {} : { sizeMm: onItMm };
  const maySkip = traitsOf(step).tastedBefore === true && taste.maySkip;
  return (
    <Checklist
      sheet={sheet}
      step={step}
      pending={pending}
      title={`${step.title}: is all ready?`}
      items={step.ready}
      action="All ready and safe"
      actions={
        <>
          {maySkip ? (
            <Secondary
              onClick={() =>
                void pending.record(markEntry(step.id, { kind: 'taste-skipped' }, 'Not tasted this time'))
              }
            >
              Proven, no taste this time
            </Secondary>
          ) : null}
          <SignPast sheet={sheet} step={step} />
        </>
      }
      onDone={() =>
        void pending.record(
          markEntry(
            step.id,
            { kind: 'ready', checks: plain.slice(0, 300), ...other },
            `${step.title} is ready`,
          ),
        )
      }
    >
      {size && sizes.length > 1 ? (
        <Box
          role="group"
          aria-label={`The ${size.one} on it`}
          sx={{ display: 'flex', gap: 1, mt: 1.5, alignItems: 'center', flexWrap: 'wrap' }}
        >
          <Box component="span" sx={{ fontSize: 22, mr: 1 }}>
            The {size.one} on it
          </Box>
          {sizes.map((mm) => (
            <Secondary key={mm} pressed={mm === onItMm} onClick={() => setOnItMm(mm)}>
              {mm} mm
            </Secondary>
          ))}
        </Box>
      ) : null}
    </Checklist>
  );
}
