import Box from '@mui/material/Box';
import { defectHelp, marksOf } from '@zest/core';
import type { BatchView, StepView } from '@zest/contract';
import { Triangle } from '../../ui/Trouble.js';
import type { Units } from '../../ui/units.js';
import { Secondary } from './BenchButtons.js';
import { markEntry } from './entries.js';
import type { Pending } from './pending.js';

interface FillButtonProps {
  step: StepView;
  fills: NonNullable<StepView['fills']>;
  pending: Pending;
}

/** One press for every barrel that was filled. */
export function FillButton({ step, fills, pending }: FillButtonProps) {
  const next = fills.done + 1;
  const label = next > fills.wanted ? `Fill ${next}` : `Fill ${next} of ${fills.wanted}`;
  return (
    <Secondary
      onClick={() => void pending.record(markEntry(step.id, { kind: 'fill', count: 1 }, `${label} is in`))}
    >
      {label} is in
    </Secondary>
  );
}

/** How it is to be done, and the fills of the stuffer so far, in one line. */
export function ruleWords(step: StepView, units: Units): string {
  const { fills } = step;
  const count = fills
    ? `${fills.done} of ${fills.wanted} fills of about ${units.mass(fills.eachMg)} are in.`
    : '';
  return [step.rule, count].filter(Boolean).join(' ');
}

/** A cause that keeps coming back, with its mend. */
export function AgainAndAgain({ sheet, step }: { sheet: BatchView; step: StepView }) {
  const help = defectHelp(
    marksOf(sheet.marks, 'defect')
      .filter((m) => m.stepId === step.id)
      .map(({ defect, cause, count }) => ({ defect, cause, pieces: count })),
  );
  if (!help) return null;
  return (
    <Box role="status" sx={{ display: 'flex', gap: 1, fontSize: 22, fontWeight: 700, mb: 1 }}>
      <Triangle size={26} />
      <span>
        {help.pieces} times {help.cause.toLowerCase()}: {help.mend}
      </span>
    </Box>
  );
}
