import Box from '@mui/material/Box';
import type { ReadingFact } from '@zest/contract';
import { useUnits, type Units } from '../../ui/units.js';

/** What was read, tested and counted at a step, with who and when. */
export function StepReadings({ readings }: { readings: readonly ReadingFact[] }) {
  const units = useUnits();
  const samples = readings.filter((r) => r.kind === 'sample');
  return (
    <>
      {readings
        .filter((r) => r.kind !== 'sample')
        .map((r) => (
          <Box key={r.id}>
            {r.load > 0 ? `load ${r.load}: ` : ''}
            {words(r, units)} · {r.person}, {r.at.slice(11, 16)}
            {r.how === 'scale' ? '' : ', typed'}
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

function words({ kind, value }: ReadingFact, units: Units): string {
  switch (kind) {
    case 'temperature':
      return units.temperature(value);
    case 'before':
      return `${units.temperature(value)} before`;
    case 'core':
      return `core ${units.temperature(value)}`;
    case 'tack':
      return value === 1 ? 'tack test passed' : 'tack test failed';
    case 'verdict':
      return value === 1 ? 'tasted right' : 'tasted, not right';
    case 'cleared':
      return 'cleared for this owner';
    case 'minutes':
      return `${value} minutes`;
    case 'addition':
      return value === 1 ? 'first half of the cure in' : 'second half of the cure in';
    case 'tally':
      return `${value} more ${value === 1 ? 'piece' : 'pieces'}`;
    default:
      return `${value} pieces`;
  }
}
