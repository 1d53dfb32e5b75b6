import Box from '@mui/material/Box';
import { readingKind } from '@zest/core';
import type { ReadingFact } from '@zest/contract';
import { useUnits } from '../../ui/units.js';
import { useShopTime } from '../../ui/shop-time.js';
import { sentWords } from './sent-words.js';
import { TakeBackReading, type TakenBack } from './TakeBackReading.js';

interface StepReadingsProps {
  readings: readonly ReadingFact[];
  /** Where they may be taken back. */
  takenBack?: TakenBack;
}

/** What was read, tested and counted at a step, with who and when. */
export function StepReadings({ readings, takenBack }: StepReadingsProps) {
  const time = useShopTime();
  const units = useUnits();
  const samples = readings.filter((r) => r.kind === 'sample');
  return (
    <>
      {readings
        .filter((r) => r.kind !== 'sample')
        .map((r) => (
          <Box key={r.id}>
            {r.load > 0 ? `load ${r.load}: ` : ''}
            {units.sentence(readingKind(r.kind).words(r.value))} · {r.person}, {time.clock(r.at)}
            {r.how === 'typed' ? ', typed' : ''}
            {r.retimed ? ', time of the server' : ''}
            {sentWords(r)} {takenBack ? <TakeBackReading {...takenBack} reading={r} /> : null}
          </Box>
        ))}
      {samples.length > 0 ? (
        <Box>
          sample of {samples.length}: {samples.map((r) => units.number(r.value / 1000, 0)).join(', ')} g
        </Box>
      ) : null}
    </>
  );
}
