import Box from '@mui/material/Box';
import { OUT_OF_CHILL } from '@zest/core';
import { ROUTES } from '@zest/contract';
import { CommandDialog, TemperatureInput } from '../../../ui/command/index.js';
import { useUnits } from '../../../ui/units.js';
import type { LotDialogFor } from './dialog-for.js';

/** Out of the chill, or back with its temperature. */
export function ChillDialog({ lot, onClose }: LotDialogFor) {
  const units = useUnits();
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
        {Math.round(lot.outMinutes)} minutes out of the chill so far. Warned at {OUT_OF_CHILL.warnMinutes},
        held at {OUT_OF_CHILL.stopMinutes} until it has been chilled and read. Your own plan and authority
        decide.
      </Box>
      {lot.isOut ? <TemperatureInput name="tempC" label="Temperature now, such as 3 C" /> : null}
    </CommandDialog>
  );
}
