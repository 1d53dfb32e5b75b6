import Box from '@mui/material/Box';
import { createContext, useContext } from 'react';
import type { BatchView, StepView } from '@zest/contract';
import { Secondary } from './BenchButtons.js';

/** Goes to another of the steps that are under way. */
export const ChooseStep = createContext<(id: string) => void>(() => undefined);

/** The steps that can be worked at now, where there are several: half is linked while half is stuffed. */
export function OpenSteps({ sheet, step }: { sheet: BatchView; step: StepView | undefined }) {
  const choose = useContext(ChooseStep);
  const open = sheet.steps.filter((s) => s.state === 'open');
  if (open.length < 2) return null;
  return (
    <Box
      role="group"
      aria-label="Steps under way"
      sx={{ display: 'flex', gap: 1, px: 3, pt: 1, alignItems: 'center' }}
    >
      <Box sx={{ fontSize: 20 }}>Under way:</Box>
      {open.map((s) => (
        <Secondary key={s.id} pressed={s.id === step?.id} onClick={() => choose(s.id)}>
          {portionName(sheet, s)}
          {s.title}
        </Secondary>
      ))}
    </Box>
  );
}

/** Whose step it is, where the batch has parted. */
function portionName({ products }: BatchView, { portion }: StepView): string {
  const name = products.length > 1 ? products.find((p) => p.key === portion)?.name : undefined;
  return name === undefined ? '' : `${name}: `;
}
