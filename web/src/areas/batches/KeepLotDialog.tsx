import Box from '@mui/material/Box';
import { useQuery } from '@tanstack/react-query';
import { ROUTES, type BatchView, type StepView } from '@zest/contract';
import { queries } from '../../data/queries.js';
import { ChoiceInput, CommandDialog } from '../../ui/command/index.js';
import { useUnits } from '../../ui/units.js';
import { ProducedLot } from '../cold-room/index.js';

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
        ...seasoningOf(sheet),
      }}
      onClose={onClose}
    >
      <Box>
        {units.mass(step.balanceMg)} stand in this step, thought to be {units.percent(fatPct)} ±{' '}
        {units.number(fatSd, 1)} fat. Mix before dividing, or the parts may differ.
      </Box>
      <ChoiceInput
        name="trimId"
        label="Kept as which trim"
        options={(trims.data ?? []).map((t) => [t.id, t.name])}
      />
      <Box sx={{ display: 'flex', gap: 1.5, flexWrap: 'wrap' }}>
        <ProducedLot weight="Weight" />
      </Box>
    </CommandDialog>
  );
}

/** Salt and nitrite that have been weighed in, per kg of the mix. */
function seasoningOf(sheet: BatchView): { saltGPerKg: number; nitritePpm: number } {
  const dry = sheet.lines.filter((l) => l.kind === 'ingredient');
  const mixKg = (sheet.meatBasis.massMg + dry.reduce((sum, l) => sum + l.weighedMg, 0)) / 1e6;
  const salt = dry.filter((l) => l.role === 'salt').reduce((sum, l) => sum + l.weighedMg, 0);
  const carried = dry.reduce((sum, l) => sum + l.weighedMg * (l.cure ? 1 - l.cure.nitritePct / 100 : 0), 0);
  const nitrite = dry.reduce((sum, l) => sum + l.weighedMg * ((l.cure?.nitritePct ?? 0) / 100), 0);
  return { saltGPerKg: (salt + carried) / 1000 / mixKg, nitritePpm: nitrite / mixKg };
}
