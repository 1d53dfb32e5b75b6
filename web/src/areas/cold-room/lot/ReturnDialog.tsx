import { useState } from 'react';
import { ROUTES } from '@zest/contract';
import { command } from '../../../data/command.js';
import { useUnits } from '../../../ui/units.js';
import { ActionDialog } from '../../../ui/ActionDialog.js';
import type { LotDialogFor } from './dialog-for.js';
import { MassField } from '../../../ui/fields.js';
import { useStockCommand } from '../../../data/use-stock-command.js';

/** Weighs a customer's own back to the customer. */
export function ReturnDialog({ lot, onClose }: LotDialogFor) {
  const units = useUnits();
  const sending = useStockCommand(onClose);
  const [mg, setMg] = useState<number>();
  const go = () =>
    sending.run(() => command(ROUTES.returnLot, { params: { id: lot.id }, body: { massMg: mg ?? 0 } }));
  return (
    <ActionDialog
      title={`Back to ${lot.owner ?? ''}`}
      action={`Give back ${mg === undefined ? '…' : units.mass(mg, 10_000)}`}
      disabled={mg === undefined}
      {...sending}
      onGo={() => void go()}
      onClose={onClose}
    >
      <MassField label="Weight" onValue={setMg} />
    </ActionDialog>
  );
}
