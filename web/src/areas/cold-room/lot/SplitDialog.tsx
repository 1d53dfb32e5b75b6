import Box from '@mui/material/Box';
import { InputError, partLot } from '@zest/core';
import { ROUTES } from '@zest/contract';
import { ChoiceInput, CommandDialog, MassInput, NumberInput, type Typed } from '../../../ui/command/index.js';
import { Triangle } from '../../../ui/Trouble.js';
import { useUnits } from '../../../ui/units.js';
import type { LotDialogFor } from './dialog-for.js';

/** Divides a lot, or sorts fatter pieces into a stream of their own: both parts are weighed, and the fat of both is said. */
export function SplitDialog({ lot, onClose }: LotDialogFor) {
  const units = useUnits();
  return (
    <CommandDialog
      route={ROUTES.splitLot}
      params={{ id: lot.id }}
      title={`Part ${lot.trimName} ${lot.code}, ${units.mass(lot.balanceMg, 10_000)} at ${units.percent(lot.fatPct)} fat`}
      action={({ massMg }) => `Part off ${massMg === undefined ? '…' : units.mass(massMg, 10_000)}`}
      initial={{ version: lot.version, mode: 'divide', fatPct: lot.fatPct, restFatPct: lot.fatPct }}
      onClose={onClose}
    >
      {(typed) => {
        const trouble = troubleOf(typed, lot);
        return (
          <>
            <ChoiceInput
              name="mode"
              label="How"
              options={[
                ['divide', 'Divide: both parts alike'],
                ['sort', 'Sort: fatter and leaner pieces apart'],
              ]}
            />
            <Box sx={{ display: 'flex', gap: 1.5 }}>
              <MassInput name="massMg" label="The part taken off" width={190} />
              <NumberInput name="fatPct" label="Fat of the part, %" width={170} />
            </Box>
            <Box sx={{ display: 'flex', gap: 1.5 }}>
              <MassInput name="restMassMg" label="What stays, weighed too" width={190} />
              <NumberInput name="restFatPct" label="Fat of the rest, %" width={170} />
            </Box>
            {trouble ? (
              <Box role="alert" sx={{ display: 'flex', gap: 1.5 }}>
                <Triangle /> {units.sentence(trouble)}
              </Box>
            ) : null}
            {typed.mode === 'divide' && lot.form === 'ground' ? (
              <Box role="note">
                Ground and not mixed: the parts may differ, so both will be less surely known. Mix first, then
                divide.
              </Box>
            ) : null}
          </>
        );
      }}
    </CommandDialog>
  );
}

/** What speaks against the parts as typed, before anything is sent. */
function troubleOf(typed: Typed<typeof ROUTES.splitLot>, lot: LotDialogFor['lot']): string | undefined {
  const { mode, massMg, restMassMg, fatPct, restFatPct } = typed;
  if (mode === undefined || !massMg || !restMassMg || fatPct === undefined || restFatPct === undefined)
    return undefined;
  try {
    partLot({
      mode,
      whole: { massMg: lot.balanceMg, fatPct: lot.fatPct, fatSd: lot.fatSd, form: lot.form },
      part: { massMg, fatPct },
      rest: { massMg: restMassMg, fatPct: restFatPct },
    });
    return undefined;
  } catch (error) {
    if (!(error instanceof InputError)) throw error;
    return error.issues.map((i) => i.message).join(' ');
  }
}
