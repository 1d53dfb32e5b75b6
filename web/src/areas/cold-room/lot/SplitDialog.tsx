import Box from '@mui/material/Box';
import { useState } from 'react';
import { ROUTES } from '@zest/contract';
import { ActionDialog } from '../../../ui/ActionDialog.js';
import { ChoiceInput, CommandDialog, MassInput, NumberInput } from '../../../ui/command/index.js';
import { Triangle } from '../../../ui/Trouble.js';
import { useUnits } from '../../../ui/units.js';
import type { LotDialogFor } from './dialog-for.js';

/** Divides a lot, or sorts fatter pieces into a stream of their own. */
export function SplitDialog({ lot, onClose }: LotDialogFor) {
  const units = useUnits();
  const [warning, setWarning] = useState<string>();
  const title = `Part ${lot.trimName} ${lot.code}`;
  if (warning !== undefined) {
    return (
      <ActionDialog title={title} action="Understood" onGo={onClose} onClose={onClose}>
        <Box role="alert" sx={{ display: 'flex', gap: 1.5 }}>
          <Triangle /> {warning}
        </Box>
      </ActionDialog>
    );
  }
  return (
    <CommandDialog
      route={ROUTES.splitLot}
      params={{ id: lot.id }}
      title={title}
      action={({ massMg }) => `Part off ${massMg === undefined ? '…' : units.mass(massMg, 10_000)}`}
      initial={{ version: lot.version, mode: 'divide' }}
      onDone={(answer) => {
        if (answer.warning === null) onClose();
        else setWarning(answer.warning);
        return undefined;
      }}
      onClose={onClose}
    >
      {({ mode, massMg }) => (
        <>
          <ChoiceInput
            name="mode"
            label="How"
            options={[
              ['divide', 'Divide: both parts alike'],
              ['sort', 'Sort: fatter and leaner pieces apart'],
            ]}
          />
          <MassInput
            name="massMg"
            label={`The part taken off, of ${units.mass(lot.balanceMg, 10_000)}`}
            width={320}
          />
          {massMg !== undefined && massMg < lot.balanceMg ? (
            <Box>{units.mass(lot.balanceMg - massMg, 10_000)} stay behind.</Box>
          ) : null}
          {mode === 'sort' ? (
            <Box sx={{ display: 'flex', gap: 1.5 }}>
              <NumberInput name="fatPct" label="Fat of the part, %" />
              <NumberInput name="restFatPct" label="Fat of the rest, %" />
            </Box>
          ) : null}
          {mode === 'divide' && lot.form === 'ground' ? (
            <Box role="note" sx={{ display: 'flex', gap: 1.5 }}>
              <Triangle /> Ground and not mixed: the parts may differ. Mix first, or both will be less surely
              known.
            </Box>
          ) : null}
        </>
      )}
    </CommandDialog>
  );
}
