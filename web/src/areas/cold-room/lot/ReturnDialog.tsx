import { ROUTES } from '@zest/contract';
import { CommandDialog, MassInput } from '../../../ui/command/index.js';
import { useUnits } from '../../../ui/units.js';
import type { LotDialogFor } from './dialog-for.js';

/** Weighs a customer's own back to the customer. */
export function ReturnDialog({ lot, onClose }: LotDialogFor) {
  const units = useUnits();
  return (
    <CommandDialog
      route={ROUTES.returnLot}
      params={{ id: lot.id }}
      title={`Back to ${lot.owner ?? ''}`}
      action={({ massMg }) => `Give back ${massMg === undefined ? '…' : units.mass(massMg, 10_000)}`}
      onClose={onClose}
    >
      <MassInput name="massMg" label="Weight" />
    </CommandDialog>
  );
}
