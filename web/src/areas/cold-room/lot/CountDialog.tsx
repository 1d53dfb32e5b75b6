import Box from '@mui/material/Box';
import { useState } from 'react';
import { ROUTES } from '@zest/contract';
import { command } from '../../../data/command.js';
import { useUnits } from '../../../ui/units.js';
import { ActionDialog } from '../../../ui/ActionDialog.js';
import type { LotDialogFor } from './dialog-for.js';
import { MassField } from '../../../ui/fields.js';
import { useStockCommand } from '../../../data/use-stock-command.js';

/** Stock take of one lot. */
export function CountDialog({ lot, onClose }: LotDialogFor) {
  const units = useUnits();
  const sending = useStockCommand(onClose);
  const [mg, setMg] = useState<number>();
  const go = () =>
    sending.run(() => command(ROUTES.countLot, { params: { id: lot.id }, body: { amount: mg ?? 0 } }));
  const difference = mg === undefined ? 0 : mg - lot.balanceMg;
  return (
    <ActionDialog
      title={`Stock take of ${lot.code}`}
      action={`There are ${mg === undefined ? '…' : units.mass(mg, 10_000)}`}
      disabled={mg === undefined}
      {...sending}
      onGo={() => void go()}
      onClose={onClose}
    >
      <Box>The books have {units.mass(lot.balanceMg, 10_000)}.</Box>
      <MassField label="What the scale says" onValue={setMg} />
      {difference !== 0 ? (
        <Box>
          {units.mass(Math.abs(difference), 10_000)}{' '}
          {difference > 0 ? 'will be written as found' : 'will be written as missing'}.
        </Box>
      ) : null}
    </ActionDialog>
  );
}
