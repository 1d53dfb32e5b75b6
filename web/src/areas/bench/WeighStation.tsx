import Box from '@mui/material/Box';
import { useState } from 'react';
import type { BatchView, StepView } from '@zest/contract';
import { SHORT } from '../../ui/theme.js';
import { useUnits } from '../../ui/units.js';
import { BenchFrame } from './BenchFrame.js';
import { CloseStepPrimary } from './CloseStepButton.js';
import { isDone } from './is-done.js';
import { JarRow } from './JarRow.js';
import { MorePanel } from './more/MorePanel.js';
import type { Pending } from './pending.js';
import { SecondCheck } from './weigh/SecondCheck.js';
import { LineWeighing } from './weigh/LineWeighing.js';
import { weighOrder } from './weigh/weigh-order.js';

interface StationProps {
  sheet: BatchView;
  step: StepView;
  pending: Pending;
}

/** Weigh-up: jars above, the live weight against its band, one thing to press. */
export function WeighStation({ sheet, step, pending }: StationProps) {
  const units = useUnits();
  const lines = weighOrder(sheet.lines.filter((l) => l.stepId === step.id));
  const [chosenId, setChosenId] = useState<string>();
  const line = lines.find((l) => l.id === chosenId) ?? lines.find((l) => !isDone(l)) ?? undefined;
  if (!line || (lines.every(isDone) && chosenId === undefined)) {
    return (
      <BenchFrame
        sheet={sheet}
        step={step}
        pending={pending}
        actions={<MorePanel sheet={sheet} step={step} pending={pending} />}
        primary={<CloseStepPrimary sheet={sheet} step={step} pending={pending} />}
      >
        <JarRow lines={lines} onChoose={setChosenId} />
        <Box sx={{ fontSize: 34, fontWeight: 700, mt: 4, [SHORT]: { fontSize: 22, mt: 1 } }}>
          Everything is weighed.
        </Box>
        {lines
          .filter((l) => l.unconfirmed && l.weighedMg > 0)
          .map((l) => (
            <SecondCheck key={l.id} sheet={sheet} line={l} />
          ))}
        {step.missing.map((m) => (
          <Box key={m.sentence} sx={{ fontSize: 22, mt: 1 }}>
            {units.sentence(m.sentence)}
          </Box>
        ))}
      </BenchFrame>
    );
  }
  return (
    <LineWeighing
      sheet={sheet}
      step={step}
      pending={pending}
      lines={lines}
      line={line}
      onChoose={setChosenId}
    />
  );
}
