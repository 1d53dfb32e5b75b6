import TextField from '@mui/material/TextField';
import { useState } from 'react';
import { ROUTES } from '@zest/contract';
import { command } from '../../../data/command.js';
import { useUnits } from '../../../ui/units.js';
import { ActionDialog } from '../../../ui/ActionDialog.js';
import type { LotDialogFor } from './dialog-for.js';
import { MassField } from '../../../ui/fields.js';
import { useStockCommand } from '../../../data/use-stock-command.js';

/** Writes off what is spoiled or lost, with a reason. */
export function WriteOffDialog({ lot, onClose }: LotDialogFor) {
  const units = useUnits();
  const sending = useStockCommand(onClose);
  const [mg, setMg] = useState<number>();
  const [reason, setReason] = useState('');
  const go = () =>
    sending.run(() =>
      command(ROUTES.writeOffLot, { params: { id: lot.id }, body: { amount: mg ?? 0, reason } }),
    );
  return (
    <ActionDialog
      title={`Write off from ${lot.code}`}
      action={`Write off ${mg === undefined ? '…' : units.mass(mg, 10_000)}`}
      disabled={mg === undefined || reason.trim().length < 3}
      {...sending}
      onGo={() => void go()}
      onClose={onClose}
    >
      <MassField label={`Weight, at most ${units.mass(lot.freeMg, 10_000)}`} onValue={setMg} width={280} />
      <TextField label="Reason" value={reason} onChange={(e) => setReason(e.target.value)} fullWidth />
    </ActionDialog>
  );
}
