import Box from '@mui/material/Box';
import { clockOf } from '@zest/core';
import type { BatchView } from '@zest/contract';
import { Triangle } from '../../ui/Trouble.js';
import { useNow } from './use-now.js';

/** Minutes the meat has stood out of the cold, with what that means; nothing before the first weight. */
export function ChillSign({ sheet }: { sheet: BatchView }) {
  const { cold } = sheet;
  const open = sheet.state === 'open' && (cold.sinceMs !== null || cold.beforeMs > 0);
  const now = useNow(open);
  if (!open) return null;
  const { minutes, isOut, level } = clockOf(cold, now, sheet.outOfChill);
  return (
    <Box
      role={level === 'stop' ? 'alert' : 'status'}
      aria-label="Time out of the cold"
      sx={{ display: 'flex', gap: 1, alignItems: 'center', fontSize: 18, whiteSpace: 'nowrap' }}
    >
      {isOut && level !== 'fine' ? <Triangle size={20} /> : null}
      {isOut ? `${Math.floor(minutes)} min out` : `cold, ${Math.floor(minutes)} min out`}
      {isOut && level === 'warn'
        ? ': chill soon'
        : level === 'stop'
          ? `, over ${sheet.outOfChill.stopMinutes}`
          : ''}
    </Box>
  );
}
