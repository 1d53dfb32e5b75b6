import { useState } from 'react';
import { v7 as uuid } from 'uuid';
import { ROUTES } from '@zest/contract';
import { call } from '../../app/api.js';
import { useUnits } from '../../app/units.js';
import { ActionDialog } from '../../app/ActionDialog.js';
import type { LotDialogFor } from './LotActions.js';
import { MassField } from '../../app/fields.js';
import { useStockCommand } from '../../app/use-stock-command.js';

/** Weighs a customer's own back to the customer. */
export function ReturnDialog({ lot, onClose }: LotDialogFor) {
  const units = useUnits();
  const command = useStockCommand(onClose);
  const [mg, setMg] = useState<number>();
  const go = () =>
    command.run(() =>
      call(ROUTES.returnLot, { params: { id: lot.id }, body: { id: uuid(), massMg: mg ?? 0 } }),
    );
  return (
    <ActionDialog
      title={`Back to ${lot.owner ?? ''}`}
      action={`Give back ${mg === undefined ? '…' : units.mass(mg, 10_000)}`}
      disabled={mg === undefined}
      {...command}
      onGo={() => void go()}
      onClose={onClose}
    >
      <MassField label="Weight" onValue={setMg} />
    </ActionDialog>
  );
}
