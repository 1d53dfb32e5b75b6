import Box from '@mui/material/Box';
import { useQuery } from '@tanstack/react-query';
import { traitsOf } from '@zest/core';
import { ROUTES, type BatchView, type StepView } from '@zest/contract';
import { queries } from '../../data/queries.js';
import { ChoiceInput, CommandDialog, MassInput } from '../../ui/command/index.js';
import { useUnits } from '../../ui/units.js';
import { MadeLotInputs } from '../../ui/MadeLotInputs.js';

interface KeepLotDialogProps {
  sheet: BatchView;
  step: StepView;
  onClose: () => void;
}

/** Surplus of a step becomes a lot of its own, with the fat, salt and cure it has; what is kept and what stays are weighed. */
export function KeepLotDialog({ sheet, step, onClose }: KeepLotDialogProps) {
  const units = useUnits();
  const trims = useQuery(queries.trims);
  const fitting = (trims.data ?? []).filter((t) => sheet.species.includes(t.species));
  return (
    <CommandDialog
      route={ROUTES.produceLot}
      title={`Keep some of ${step.title.toLowerCase()} as a lot`}
      action={({ massMg }) => `Keep ${massMg === undefined ? '…' : units.mass(massMg)}`}
      toBody={(typed) => ({ ...typed, from: { ...typed.from, batchId: sheet.id, stepId: step.id } })}
      onClose={onClose}
    >
      <Box>
        {units.mass(step.balanceMg)} stand in this step. Mix before dividing, or the parts may differ. Its
        fat, its salt, its cure, its allergens and the heat it has had are computed from what was weighed in,
        and go with it.
        {traitsOf(step.document).remainder
          ? ' What both weights are short of it air and heat have taken.'
          : ''}
      </Box>
      <ChoiceInput name="trimId" label="Kept as which trim" options={fitting.map((t) => [t.id, t.name])} />
      <Box sx={{ display: 'flex', gap: 1.5, flexWrap: 'wrap' }}>
        <MadeLotInputs weight="Weight kept" />
        <MassInput name="from.restMassMg" label="Weight that stays" width={170} />
      </Box>
    </CommandDialog>
  );
}
