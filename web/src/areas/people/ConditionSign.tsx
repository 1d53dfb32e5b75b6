import Box from '@mui/material/Box';
import { useQuery } from '@tanstack/react-query';
import { queries } from '../../data/queries.js';
import { Triangle } from '../../ui/Trouble.js';

/** So often it is looked how the computer is. */
const LOOK_MS = 120_000;

/** Said on Today, and under Safekeeping, while something of the shop's computer should be seen to. */
export function ConditionSign() {
  const condition = useQuery({ ...queries.condition, refetchInterval: LOOK_MS }).data;
  return condition?.findings.map(({ part, level, sentence }) => (
    <Box
      key={`${part} ${sentence}`}
      role={level === 'stop' ? 'alert' : 'status'}
      sx={{ display: 'flex', gap: 1, alignItems: 'center', fontWeight: 700, mt: 1 }}
    >
      <Triangle size={20} />
      {sentence}
    </Box>
  ));
}
