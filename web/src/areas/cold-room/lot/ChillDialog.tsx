import Box from '@mui/material/Box';
import { useState } from 'react';
import { OUT_OF_CHILL } from '@zest/core';
import { ROUTES } from '@zest/contract';
import { command } from '../../../data/command.js';
import { useUnits } from '../../../ui/units.js';
import { ActionDialog } from '../../../ui/ActionDialog.js';
import type { LotDialogFor } from './dialog-for.js';
import { TemperatureField } from '../../../ui/fields.js';
import { useStockCommand } from '../../../data/use-stock-command.js';

/** Out of the chill, or back with its temperature. */
export function ChillDialog({ lot, onClose }: LotDialogFor) {
  const units = useUnits();
  const sending = useStockCommand(onClose);
  const [tempC, setTempC] = useState<number>();
  const kind = lot.isOut ? 'in' : 'out';
  const go = () =>
    sending.run(() => command(ROUTES.moveLot, { params: { id: lot.id }, body: { kind, tempC } }));
  return (
    <ActionDialog
      title={lot.isOut ? `Bring ${lot.code} back` : `Take ${lot.code} out`}
      action={lot.isOut ? `Back at ${tempC === undefined ? '…' : units.temperature(tempC)}` : 'Out now'}
      disabled={lot.isOut && tempC === undefined}
      {...sending}
      onGo={() => void go()}
      onClose={onClose}
    >
      <Box>
        {Math.round(lot.outMinutes)} minutes out of the chill so far. Warned at {OUT_OF_CHILL.warnMinutes},
        held at {OUT_OF_CHILL.stopMinutes} until it has been chilled and read. Your own plan and authority
        decide.
      </Box>
      {lot.isOut ? <TemperatureField label="Temperature now, such as 3 C" onValue={setTempC} /> : null}
    </ActionDialog>
  );
}
