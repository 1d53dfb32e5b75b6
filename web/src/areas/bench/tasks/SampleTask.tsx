import Box from '@mui/material/Box';
import { scaleAt, sample } from '@zest/core';
import { NUMERALS } from '../../../ui/theme.js';
import { useUnits } from '../../../ui/units.js';
import { Primary } from '../BenchButtons.js';
import { readingEntry } from '../entries.js';
import { usePracticeNeed } from '../practice/need.js';
import type { ReadingTaskProps } from '../task-props.js';
import { useOnScale } from '../use-on-scale.js';
import { scaleTrouble } from '../weigh/hint.js';
import { Stoutness, stoutness } from './Pieces.js';
import { TypedFrame } from './TypedFrame.js';

/** Pieces on the scale one by one, with mean, spread and what is given away. */
export function SampleTask(props: ReadingTaskProps) {
  const { sheet, step, pending, task } = props;
  const units = useUnits();
  const bench = scaleAt(sheet.scales, 'bench');
  const wanted = task.ask.pieces ?? 1;
  const { typed, scale, valueMg, canTake, mustTare, shown, take } = useOnScale(
    bench,
    'g',
    async (massMg, readingId) => {
      await pending.record(
        readingEntry(step.id, task.ask.kind, massMg, `Sample ${units.mass(massMg)}`, { readingId }),
      );
    },
  );
  usePracticeNeed(
    `sample ${task.n}`,
    sheet.linkMassG === null || scale.taken
      ? undefined
      : {
          kind: 'pour',
          scaleId: 'bench',
          dueMg: Math.round(sheet.linkMassG * 1000),
          divisionMg: bench.divisionMg,
          whole: true,
        },
  );
  const masses = sheet.readings
    .filter((r) => r.stepId === step.id && r.kind === task.ask.kind)
    .map((r) => r.value / 1000);
  const figures =
    masses.length > 0
      ? sample({ massesG: masses, ...(sheet.linkMassG ? { nominalG: sheet.linkMassG } : {}) })
      : undefined;
  const stout = figures ? stoutness(sheet, figures.meanG) : undefined;
  return (
    <TypedFrame
      {...props}
      typed={typed}
      target={`Piece ${Math.min(task.n + 1, wanted)} of ${wanted}`}
      shown={shown}
      primary={
        mustTare ? (
          <Primary onClick={take}>Tare for the next</Primary>
        ) : (
          <Primary onClick={take} disabled={!canTake}>
            Take {units.mass(valueMg, 1000)} ({Math.min(task.n + 1, wanted)} of {wanted})
          </Primary>
        )
      }
      more={
        figures || scaleTrouble(scale) ? (
          <>
            <Box role="status" sx={{ fontSize: 22 }}>
              {scaleTrouble(scale)}
            </Box>
            {figures ? (
              <Box sx={{ ...NUMERALS, fontSize: 28 }}>
                mean {units.number(figures.meanG, 1)} g ± {units.number(figures.sdG, 1)}
                {figures.giveawayPct === undefined
                  ? ''
                  : `, ${units.number(figures.giveawayPct, 1)} % over the target`}
                {figures.outliers.length > 0 ? `, ${figures.outliers.length} far out` : ''}
                {stout ? <Stoutness is={stout} /> : null}
              </Box>
            ) : null}
          </>
        ) : null
      }
    />
  );
}
