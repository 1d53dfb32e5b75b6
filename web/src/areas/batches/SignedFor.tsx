import Box from '@mui/material/Box';
import { marksOf } from '@zest/core';
import type { BatchView } from '@zest/contract';
import { useUnits } from '../../ui/units.js';

/** What the lead signed for, each with its reason: what it covers stands there, and nothing else is covered by it. */
export function SignedFor({ sheet }: { sheet: Pick<BatchView, 'marks' | 'signed'> }) {
  const units = useUnits();
  const marks = marksOf(sheet.marks, 'signed').filter((m) => m.covers !== undefined);
  const told = new Set(marks.map((m) => m.guard));
  return (
    <>
      {marks.map((m) => (
        <Box key={m.id} sx={{ fontSize: 15 }}>
          {units.sentence(m.covers ?? '')} – signed by {m.person}: “{m.why}”
        </Box>
      ))}
      {Object.entries(sheet.signed)
        .filter(([guard]) => !told.has(guard))
        .map(([guard, reason]) => (
          <Box key={guard} sx={{ fontSize: 15 }}>
            Signed at opening ({guard}): {reason}
          </Box>
        ))}
    </>
  );
}
