import { ROUTES } from '@zest/contract';
import { CommandDialog, MassInput, ReasonInput } from '../../../ui/command/index.js';
import { useUnits } from '../../../ui/units.js';
import type { LotDialogFor } from './dialog-for.js';

/** Writes off what is spoiled or lost, with a reason. */
export function WriteOffDialog({ lot, onClose }: LotDialogFor) {
  const units = useUnits();
  return (
    <CommandDialog
      route={ROUTES.writeOffLot}
      params={{ id: lot.id }}
      title={`Write off from ${lot.code}`}
      action={({ amount }) => `Write off ${amount === undefined ? '…' : units.mass(amount, 10_000)}`}
      onClose={onClose}
    >
      <MassInput name="amount" label={`Weight, at most ${units.mass(lot.freeMg, 10_000)}`} width={280} />
      <ReasonInput />
    </CommandDialog>
  );
}
