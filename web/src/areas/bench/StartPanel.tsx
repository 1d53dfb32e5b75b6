import { TIMERS, numberOf, readingKind, startList } from '@zest/core';
import type { BatchView, StepView } from '@zest/contract';
import { useUnits } from '../../ui/units.js';
import { Secondary } from './BenchButtons.js';
import { Checklist } from './Checklist.js';
import { markEntry } from './entries.js';
import type { Pending } from './pending.js';
import { timersOf } from './timers.js';

interface StartPanelProps {
  sheet: BatchView;
  step: StepView;
  pending: Pending;
}

/** Before the first weight of a batch: what to fetch and set up, worked out from the batch itself. */
export function StartPanel({ sheet, step, pending }: StartPanelProps) {
  const units = useUnits();
  const { casing } = sheet;
  const items = startList({
    plates: [...new Set(sheet.steps.flatMap((s) => numberOf(s.document, 'plateMm') ?? []))],
    mixMg: sheet.mixMg,
    loads: sheet.loads,
    lines: sheet.lines.map((l) => ({ ...l, isLiquid: l.role === 'liquid' })),
    ...(casing
      ? {
          casing: {
            name: casing.name,
            needMm: casing.needM * 1000,
            stockMm: casing.leftMm,
            soakMinutes: casing.soakMinutes,
            strands: casing.soakMinutes > 0,
          },
        }
      : {}),
    needsProbe: sheet.steps.some((s) => s.asks.some((ask) => readingKind(ask.kind).given === 'probe')),
  });
  const soaking = timersOf(sheet).some((t) => t.id === 'soak');
  const soak = casing && casing.soakMinutes > 0 && !soaking;
  return (
    <Checklist
      sheet={sheet}
      step={step}
      pending={pending}
      title={`Fetch and set up for ${units.mass(sheet.plannedMeatMg)} of ${sheet.product}`}
      items={items}
      action={`All is there, start batch ${sheet.number}`}
      actions={
        soak ? (
          <Secondary
            onClick={() =>
              void pending.record(
                markEntry(
                  step.id,
                  { kind: 'timer', timer: 'soak', minutes: casing.soakMinutes },
                  TIMERS.soak,
                ),
              )
            }
          >
            Casing is in the water, {casing.soakMinutes} min
          </Secondary>
        ) : null
      }
      onDone={() =>
        void pending.record(markEntry(step.id, { kind: 'start' }, `Batch ${sheet.number} started`))
      }
    />
  );
}
