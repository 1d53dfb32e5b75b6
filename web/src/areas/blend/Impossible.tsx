import Box from '@mui/material/Box';
import type { PlanReason } from '@zest/core';
import type { TrimLot } from '@zest/contract';
import { withNames } from './names.js';

interface ImpossibleProps {
  reasons: readonly PlanReason[];
  lots: readonly TrimLot[];
}

/** Why no blend obeys the rules, and the least change that mends it. */
export function Impossible({ reasons, lots }: ImpossibleProps) {
  return (
    <Box
      role="alert"
      sx={{ my: 2, p: 2, border: '2px solid', borderColor: 'secondary.main', bgcolor: 'background.paper' }}
    >
      <Box sx={{ fontWeight: 700, fontSize: 20, mb: 1 }}>No blend of these trims meets the rules</Box>
      {reasons.map((reason) => (
        <Box key={reason.rule} sx={{ mb: 1 }}>
          <Box>{withNames(reason.message, lots)}</Box>
          <Box>
            <b>What would mend it:</b> {withNames(reason.mend, lots)}
          </Box>
        </Box>
      ))}
    </Box>
  );
}
