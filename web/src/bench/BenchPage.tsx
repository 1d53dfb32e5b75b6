import Box from '@mui/material/Box';
import { useEffect } from 'react';
import { useParams } from 'react-router';
import { useLiveQueries } from '../app/live.js';
import { Loading } from '../app/Loading.js';
import { keepLoaded } from '../app/offline.js';
import { Trouble } from '../app/Trouble.js';
import { useUnits } from '../app/units.js';
import { useBatch } from '../batches/use-batch.js';
import { WeightRibbon } from '../kit/weight-ribbon/WeightRibbon.js';
import { BenchFrame } from './BenchFrame.js';
import { usePending } from './pending.js';
import { withWaiting } from './queue/with-waiting.js';
import { ReadyPanel } from './ReadyPanel.js';
import { StartPanel } from './StartPanel.js';
import { TaskStation } from './TaskStation.js';
import { WeighStation } from './WeighStation.js';

/** The bench: the current step of one batch, full screen. */
export default function BenchPage() {
  const { id = '' } = useParams();
  useLiveQueries();
  useEffect(() => keepLoaded(), []);
  const units = useUnits();
  const batch = useBatch(id);
  const pending = usePending(id);
  if (!batch.data) {
    return batch.error ? (
      <Trouble error={batch.error} again={() => void batch.refetch()} />
    ) : (
      <Loading what="Fetching the batch" />
    );
  }
  const sheet = withWaiting(batch.data, pending.waiting);
  const step = sheet.steps.find((s) => s.state === 'current');
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
  if (step.position === 1 && !sheet.marks.some((m) => m.kind === 'start')) {
    return <StartPanel sheet={sheet} step={step} pending={pending} />;
  }
  if (step.ready.length > 0 && !sheet.marks.some((m) => m.kind === 'ready' && m.stepId === step.id)) {
    return <ReadyPanel key={step.id} sheet={sheet} step={step} pending={pending} />;
  }
  const weighing = step.kind === 'weigh-meat' || step.kind === 'weigh-dry';
  return weighing ? (
    <WeighStation key={step.id} sheet={sheet} step={step} pending={pending} />
  ) : (
    <TaskStation key={step.id} sheet={sheet} step={step} pending={pending} />
  );
}
