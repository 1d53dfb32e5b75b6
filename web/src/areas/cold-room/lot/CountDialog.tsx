import Box from '@mui/material/Box';
import { ROUTES } from '@zest/contract';
import { CommandDialog, MassInput } from '../../../ui/command/index.js';
import { useUnits } from '../../../ui/units.js';
import type { LotDialogFor } from './dialog-for.js';

/** Stock take of one lot. */
export function CountDialog({ lot, onClose }: LotDialogFor) {
  const units = useUnits();
  const off = (amount: number) => units.mass(Math.abs(amount - lot.balanceMg), 10_000);
  return (
    <CommandDialog
      route={ROUTES.countLot}
      params={{ id: lot.id }}
      title={`Stock take of ${lot.code}`}
      action={({ amount }) => `There are ${amount === undefined ? '…' : units.mass(amount, 10_000)}`}
      onClose={onClose}
    >
      {({ amount = lot.balanceMg }) => (
        <>
          <Box>The books have {units.mass(lot.balanceMg, 10_000)}.</Box>
          <MassInput name="amount" label="What the scale says" />
          {amount === lot.balanceMg ? null : (
            <Box>
              {off(amount)}{' '}
              {amount > lot.balanceMg ? 'will be written as found' : 'will be written as missing'}.
            </Box>
          )}
        </>
      )}
    </CommandDialog>
  );
}
