import Box from '@mui/material/Box';
import { OUT_OF_CHILL, chillClock, traitsOf, type ChillEvent } from '@zest/core';
import type { BatchView } from '@zest/contract';
import { Triangle } from '../../ui/Trouble.js';
import { useNow } from './use-now.js';

/** When the meat of a batch left the cold and went back: every weight has it out, chills and ticks have it in. */
function chillEvents(sheet: BatchView): ChillEvent[] {
  const first = sheet.entries.find((e) => e.lineId !== null);
  return [
    ...sheet.entries
      .filter((e) => e.how !== 'derived' && e.measure === 'mg')
      .map((e) => ({ kind: 'out' as const, at: Date.parse(e.at) })),
    ...sheet.marks
      .filter((m) => m.kind === 'chill')
      .map((m) => ({ kind: m.value === 1 ? ('in' as const) : ('out' as const), at: Date.parse(m.at) })),
    ...sheet.steps
      .filter((s) => traitsOf(s).cold && s.closedAt !== null && first && s.closedAt > first.at)
      .map((s) => ({ kind: 'in' as const, at: Date.parse(s.closedAt ?? '') })),
  ];
}

/** Minutes the meat has stood out of the cold, with what that means; nothing before the first weight. */
export function ChillSign({ sheet }: { sheet: BatchView }) {
  const events = chillEvents(sheet);
  const open = sheet.state === 'open' && events.length > 0;
  const now = useNow(open);
  if (!open) return null;
  const { minutes, isOut, level } = chillClock(events, now);
  return (
    <Box
      role={level === 'stop' ? 'alert' : 'status'}
      aria-label="Time out of the cold"
      sx={{ display: 'flex', gap: 1, alignItems: 'center', fontSize: 18, whiteSpace: 'nowrap' }}
    >
      {level === 'fine' ? null : <Triangle size={20} />}
      {isOut ? `${Math.floor(minutes)} min out` : `cold, ${Math.floor(minutes)} min out`}
      {level === 'warn' ? ': chill soon' : level === 'stop' ? `, over ${OUT_OF_CHILL.stopMinutes}` : ''}
    </Box>
  );
}
