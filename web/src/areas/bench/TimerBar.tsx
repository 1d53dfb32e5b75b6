import Box from '@mui/material/Box';
import { TIMERS, timerWords } from '@zest/core';
import type { BatchView } from '@zest/contract';
import { COLOUR, NUMERALS } from '../../ui/theme.js';
import { Secondary } from './BenchButtons.js';
import { markEntry } from './entries.js';
import type { Pending } from './pending.js';
import { timersOf } from './timers.js';
import { useBell } from './use-bell.js';
import { useNow } from './use-now.js';

/** The timers of the batch on every one of its screens; one that is due rings until somebody stops it. */
export function TimerBar({ sheet, pending }: { sheet: BatchView; pending: Pending }) {
  const timers = timersOf(sheet);
  const now = useNow(timers.length > 0);
  const shown = timers.map((timer) => ({ timer, ...timerWords(timer, now) }));
  useBell(shown.some((t) => t.ringing));
  if (timers.length === 0) return null;
  return (
    <Box
      role="list"
      aria-label="Timers"
      sx={{
        display: 'flex',
        gap: 3,
        px: 3,
        py: 0.5,
        bgcolor: COLOUR.sheet,
        borderBottom: `2px solid ${COLOUR.edge}`,
      }}
    >
      {shown.map(({ timer, text, ringing }) => (
        <Box
          key={timer.id}
          role="listitem"
          sx={{
            display: 'flex',
            gap: 2,
            alignItems: 'center',
            fontSize: 22,
            fontWeight: ringing ? 700 : 400,
          }}
        >
          <span role={ringing ? 'alert' : undefined}>
            {TIMERS[timer.id]}: {ringing ? 'done' : ''} <span style={NUMERALS}>{text}</span>
          </span>
          <Secondary
            onClick={() =>
              void pending.record(
                markEntry(
                  sheet.stepId,
                  { kind: 'timer', timer: timer.id, minutes: 0 },
                  `${TIMERS[timer.id]} stopped`,
                ),
              )
            }
          >
            {ringing ? 'Heard' : 'Stop'}
          </Secondary>
        </Box>
      ))}
    </Box>
  );
}
