import Box from '@mui/material/Box';
import { ROUTES } from '@zest/contract';
import { CommandDialog, MassInput, NameInput, PriceInput } from '../../../ui/command/index.js';
import { useParties } from '../../../data/use-parties.js';
import { useUnits } from '../../../ui/units.js';
import type { LotDialogFor } from './dialog-for.js';

/** Sells shop trim into a customer's own meat, priced on the ticket. */
export function SellDialog({ lot, onClose }: LotDialogFor) {
  const units = useUnits();
  return (
    <CommandDialog
      route={ROUTES.sellLot}
      params={{ id: lot.id }}
      title={`Sell from ${lot.trimName} ${lot.code}`}
      action={({ massMg }) => `Sell ${massMg === undefined ? '…' : units.mass(massMg, 10_000)}`}
      initial={{ priceMinorPerKg: lot.priceMinorPerKg }}
      onClose={onClose}
    >
      <Box>
        What the shop adds to a customer’s meat becomes the customer’s first and stands on the ticket.
      </Box>
      <NameInput name="customer" label="Customer" known={useParties().customers} />
      <MassInput name="massMg" label={`Weight, at most ${units.mass(lot.freeMg, 10_000)}`} width={280} />
      <PriceInput name="priceMinorPerKg" label="Price per kg" />
    </CommandDialog>
  );
}
