import Box from '@mui/material/Box';
import { scaleForMass, scaleAt } from '@zest/core';
import { useUnits } from '../../../ui/units.js';
import { Primary } from '../BenchButtons.js';
import { readingEntry } from '../entries.js';
import { usePracticeNeed } from '../practice/need.js';
import type { ReadingTaskProps } from '../task-props.js';
import { useOnScale } from '../use-on-scale.js';
import { scaleTrouble } from '../weigh/hint.js';
import { TypedFrame } from './TypedFrame.js';

/** One lot for the bowl onto the scale, before the knives turn. */
export function LotTask(props: ReadingTaskProps) {
  const { sheet, step, pending, task, onDone } = props;
  const units = useUnits();
  const aimMg = Math.round(task.ask.aimMg ?? 0);
  const on = scaleAt(sheet.scales, scaleForMass(sheet.scales, aimMg));
  const { id: scaleId, divisionMg } = on;
  const { typed, scale, valueMg, canTake, mustTare, shown, take } = useOnScale(
    on,
    'kg',
    async (massMg, readingId) => {
      const label = `${task.title} ${units.mass(massMg)}`;
      await pending.record(
        readingEntry(step.id, task.ask.kind, massMg, label, { readingId, load: task.load }),
      );
      onDone();
    },
  );
  usePracticeNeed(
    `lot ${task.id}`,
    scale.taken || aimMg === 0 ? undefined : { kind: 'pour', scaleId, dueMg: aimMg, divisionMg, whole: true },
  );
  const most = task.ask.mostMg === undefined ? '' : `, the bowl takes ${units.mass(task.ask.mostMg)}`;
  return (
    <TypedFrame
      {...props}
      typed={typed}
      target={`About ${units.mass(aimMg)}${most}`}
      shown={shown}
      primary={
        mustTare ? (
          <Primary onClick={take}>Tare for the next</Primary>
        ) : (
          <Primary onClick={take} disabled={!canTake}>
            Take {units.mass(valueMg, divisionMg)}
          </Primary>
        )
      }
      more={
        scaleTrouble(scale) ? (
          <Box role="status" sx={{ fontSize: 22 }}>
            {scaleTrouble(scale)}
          </Box>
        ) : null
      }
    />
  );
}
