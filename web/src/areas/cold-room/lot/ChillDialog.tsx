import Box from '@mui/material/Box';
import { useQuery } from '@tanstack/react-query';
import { COMMON_RULES, outOfChill } from '@zest/core';
import { ROUTES } from '@zest/contract';
import { queries } from '../../../data/queries.js';
import { CommandDialog } from '../../../ui/command/index.js';
import { useUnits } from '../../../ui/units.js';
import { ColdReadingInputs } from './ColdReadingInputs.js';
import type { LotDialogFor } from './dialog-for.js';

/** Out of the chill, or back with its temperature. */
export function ChillDialog({ lot, onClose }: LotDialogFor) {
  const units = useUnits();
  const rules = useQuery(queries.rules);
  const { warnMinutes, stopMinutes } = outOfChill(rules.data ?? COMMON_RULES);
  return (
    <CommandDialog
      route={ROUTES.moveLot}
      params={{ id: lot.id }}
      title={lot.isOut ? `Bring ${lot.code} back` : `Take ${lot.code} out`}
      action={({ tempC }) =>
        lot.isOut ? `Back at ${tempC === undefined ? '…' : units.temperature(tempC)}` : 'Out now'
      }
      initial={{ kind: lot.isOut ? 'in' : 'out' }}
      onClose={onClose}
    >
      <Box>
        {Math.round(lot.outMinutes)} minutes out of the chill so far. Warned at {warnMinutes}, held at{' '}
        {stopMinutes} until it has been chilled and read. Your own plan and authority decide.
      </Box>
      {lot.isOut ? <ColdReadingInputs lot={lot} /> : null}
    </CommandDialog>
  );
}
