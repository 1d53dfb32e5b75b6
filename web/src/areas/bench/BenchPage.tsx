import Box from '@mui/material/Box';
import { useCallback, useState } from 'react';
import { seenFrom, traitsOf, type BatchFacts } from '@zest/core';
import type { BatchView, StepView } from '@zest/contract';
import { useParams } from 'react-router';
import { useLiveQueries } from '../../data/live.js';
import { Loading } from '../../ui/Loading.js';
import { Trouble } from '../../ui/Trouble.js';
import { useUnits } from '../../ui/units.js';
import { useBatch } from '../batches/index.js';
import { WeightRibbon } from '../../kit/weight-ribbon/WeightRibbon.js';
import { BenchFrame } from './BenchFrame.js';
import { DoorPanel } from './DoorPanel.js';
import { usePending, type Pending } from './pending.js';
import { withWaiting } from './played.js';
import { ChooseStep } from './OpenSteps.js';
import { ReadyPanel } from './ReadyPanel.js';
import { StartPanel } from './StartPanel.js';
import { TaskStation } from './TaskStation.js';
import { WeighStation } from './WeighStation.js';

/** The bench: the current step of one batch, full screen. */
export default function BenchPage() {
  const { id = '' } = useParams();
  useLiveQueries();
  const units = useUnits();
  const pending = usePending(id);
  const { waiting } = pending;
  const batch = useBatch(
    id,
    useCallback((facts: BatchFacts) => withWaiting(facts, waiting), [waiting]),
  );
  const [chosen, setChosen] = useState<string>();
  if (!batch.data) {
    return batch.error ? (
      <Trouble error={batch.error} again={() => void batch.refetch()} />
    ) : (
      <Loading what="Fetching the batch" />
    );
  }
  const whole = batch.data;
  const open = whole.steps.filter((s) => s.state === 'open');
  const step = open.find((s) => s.id === chosen) ?? open[0];
  const sheet = step ? seenFrom(whole, step) : whole;
  if (!step) {
    return (
      <BenchFrame sheet={sheet} step={undefined} pending={pending}>
        <Box sx={{ fontSize: 26, my: 3 }}>
          {sheet.state === 'cancelled'
            ? 'This batch was cancelled.'
            : `Done: ${units.mass(sheet.outMg)} finished, ${units.mass(sheet.unaccountedMg)} unaccounted.`}
        </Box>
        <WeightRibbon
          stations={sheet.ribbon}
          width={1180}
          height={260}
          labels
          title={`Weight ribbon of batch ${sheet.number}`}
        />
      </BenchFrame>
    );
  }
  return (
    <ChooseStep value={setChosen}>
      <StepScreen key={step.id} sheet={sheet} step={step} pending={pending} />
    </ChooseStep>
  );
}

/** What a step wants on the screen now. */
function StepScreen(props: { sheet: BatchView; step: StepView; pending: Pending }) {
  const { sheet, step } = props;
  if (step.position === 1 && !sheet.marks.some((m) => m.kind === 'start')) {
    return <StartPanel {...props} />;
  }
  const door = step.missing.find((m) => m.door);
  if (door) return <DoorPanel {...props} door={door} />;
  if (step.ready.length > 0 && !sheet.marks.some((m) => m.kind === 'ready' && m.stepId === step.id)) {
    return <ReadyPanel {...props} />;
  }
  return traitsOf(step).weighs ? <WeighStation {...props} /> : <TaskStation {...props} />;
}
