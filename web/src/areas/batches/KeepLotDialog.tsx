import Box from '@mui/material/Box';
import { useQuery } from '@tanstack/react-query';
import { ROUTES, type BatchView, type StepView } from '@zest/contract';
import { queries } from '../../data/queries.js';
import {
  ChoiceInput,
  CommandDialog,
  DateInput,
  MassInput,
  TemperatureInput,
} from '../../ui/command/index.js';
import { useUnits } from '../../ui/units.js';

interface KeepLotDialogProps {
  sheet: BatchView;
  step: StepView;
  onClose: () => void;
}

/** Surplus of a step becomes a lot of its own, with the fat, salt and cure it has. */
export function KeepLotDialog({ sheet, step, onClose }: KeepLotDialogProps) {
  const units = useUnits();
  const trims = useQuery(queries.trims);
  const fatPct = sheet.fatTest?.posteriorPct ?? sheet.plannedFatPct;
  const fatSd = sheet.fatTest?.posteriorSd ?? sheet.fatSd;
  return (
    <CommandDialog
      route={ROUTES.produceLot}
      title={`Keep some of ${step.title.toLowerCase()} as a lot`}
      action={({ massMg }) => `Keep ${massMg === undefined ? '…' : units.mass(massMg)}`}
      initial={{
        fatPct,
        fatSd,
        heat: 'raw',
        from: { batchId: sheet.id, stepId: step.id },
      }}
      onClose={onClose}
    >
      <Box>
        {units.mass(step.balanceMg)} stand in this step, thought to be {units.percent(fatPct)} ±{' '}
        {units.number(fatSd, 1)} fat. Mix before dividing, or the parts may differ. Its salt, its cure and the
        heat it has had go with it as they were weighed in.
      </Box>
      <ChoiceInput
        name="trimId"
        label="Kept as which trim"
        options={(trims.data ?? []).map((t) => [t.id, t.name])}
      />
      <Box sx={{ display: 'flex', gap: 1.5, flexWrap: 'wrap' }}>
        <MassInput name="massMg" label="Weight" width={150} />
        <TemperatureInput name="tempC" label="Temperature now" width={170} />
        <DateInput name="useBy" label="Use by" />
      </Box>
    </CommandDialog>
  );
}
