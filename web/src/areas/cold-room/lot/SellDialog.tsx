import Box from '@mui/material/Box';
import TextField from '@mui/material/TextField';
import { useState } from 'react';
import { ROUTES } from '@zest/contract';
import { command } from '../../../data/command.js';
import { useUnits } from '../../../ui/units.js';
import { ActionDialog } from '../../../ui/ActionDialog.js';
import type { LotDialogFor } from './dialog-for.js';
import { MassField, NumberField } from '../../../ui/fields.js';
import { useStockCommand } from '../../../data/use-stock-command.js';

/** Sells shop trim into a customer's own meat, priced on the ticket. */
export function SellDialog({ lot, onClose }: LotDialogFor) {
  const units = useUnits();
  const sending = useStockCommand(onClose);
  const [customer, setCustomer] = useState('');
  const [mg, setMg] = useState<number>();
  const [price, setPrice] = useState<number | undefined>(lot.priceMinorPerKg / 100);
  const go = () =>
    sending.run(() =>
      command(ROUTES.sellLot, {
        params: { id: lot.id },
        body: { customer, massMg: mg ?? 0, priceMinorPerKg: Math.round((price ?? 0) * 100) },
      }),
    );
  return (
    <ActionDialog
      title={`Sell from ${lot.trimName} ${lot.code}`}
      action={`Sell ${mg === undefined ? '…' : units.mass(mg, 10_000)}`}
      disabled={mg === undefined || price === undefined || customer.trim() === ''}
      {...sending}
      onGo={() => void go()}
      onClose={onClose}
    >
      <Box>
        What the shop adds to a customer’s meat becomes the customer’s first and stands on the ticket.
      </Box>
      <TextField label="Customer" value={customer} onChange={(e) => setCustomer(e.target.value)} fullWidth />
      <MassField label={`Weight, at most ${units.mass(lot.freeMg, 10_000)}`} onValue={setMg} width={280} />
      <NumberField label="Price per kg" initial={String(lot.priceMinorPerKg / 100)} onValue={setPrice} />
    </ActionDialog>
  );
}
