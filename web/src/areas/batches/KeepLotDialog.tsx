import Box from '@mui/material/Box';
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { ROUTES, type BatchView, type StepView } from '@zest/contract';
import { ActionDialog } from '../../ui/ActionDialog.js';
import { command } from '../../data/command.js';
import { MassField, NumberField, TemperatureField } from '../../ui/fields.js';
import { useUnits } from '../../ui/units.js';
import { useStockCommand } from '../../data/use-stock-command.js';
import { queries } from '../../data/queries.js';

interface KeepLotDialogProps {
  sheet: BatchView;
  step: StepView;
  onClose: () => void;
}

/** Surplus of a step becomes a lot of its own, with the fat, salt and cure it has. */
export function KeepLotDialog({ sheet, step, onClose }: KeepLotDialogProps) {
  const units = useUnits();
  const sending = useStockCommand(onClose);
  const trims = useQuery(queries.trims);
  const seasoned = seasoningOf(sheet);
  const fat = sheet.fatTest?.posteriorPct ?? sheet.plannedFatPct;
  const sd = sheet.fatTest?.posteriorSd ?? sheet.fatSd;
  const [trimId, setTrimId] = useState('');
  const [massMg, setMass] = useState<number>();
  const [tempC, setTempC] = useState<number>();
  const [salt, setSalt] = useState<number | undefined>(seasoned.saltGPerKg);
  const [nitrite, setNitrite] = useState<number | undefined>(seasoned.nitritePpm);
  const [useBy, setUseBy] = useState('');
  const go = () =>
    sending.run(() =>
      command(ROUTES.produceLot, {
        body: {
          trimId,
          massMg: massMg ?? 0,
          fatPct: fat,
          fatSd: sd,
          saltGPerKg: salt ?? 0,
          nitritePpm: nitrite ?? 0,
          heat: 'raw',
          useBy,
          tempC: tempC ?? NaN,
          from: { batchId: sheet.id, stepId: step.id },
        },
      }),
    );
  return (
    <ActionDialog
      title={`Keep some of ${step.title.toLowerCase()} as a lot`}
      action={`Keep ${massMg === undefined ? '…' : units.mass(massMg)}`}
      disabled={trimId === '' || massMg === undefined || tempC === undefined || useBy === ''}
      {...sending}
      onGo={() => void go()}
      onClose={onClose}
    >
      <Box>
        {units.mass(step.balanceMg)} stand in this step, thought to be {units.percent(fat)} ±{' '}
        {units.number(sd, 1)} fat. Mix before dividing, or the parts may differ.
      </Box>
      <TextField select label="Kept as which trim" value={trimId} onChange={(e) => setTrimId(e.target.value)}>
        {(trims.data ?? []).map((t) => (
          <MenuItem key={t.id} value={t.id}>
            {t.name}
          </MenuItem>
        ))}
      </TextField>
      <Box sx={{ display: 'flex', gap: 1.5, flexWrap: 'wrap' }}>
        <MassField label="Weight" onValue={setMass} width={150} />
        <TemperatureField label="Temperature now" onValue={setTempC} width={170} />
        <NumberField
          label="Salt, g/kg"
          initial={seasoned.saltGPerKg.toFixed(1)}
          onValue={setSalt}
          width={110}
        />
        <NumberField
          label="Nitrite, ppm"
          initial={seasoned.nitritePpm.toFixed(0)}
          onValue={setNitrite}
          width={120}
        />
        <TextField
          type="date"
          label="Use by"
          value={useBy}
          onChange={(e) => setUseBy(e.target.value)}
          slotProps={{ inputLabel: { shrink: true } }}
          sx={{ width: 170 }}
        />
      </Box>
    </ActionDialog>
  );
}

/** Salt and nitrite that have been weighed in, per kg of the mix. */
function seasoningOf(sheet: BatchView): { saltGPerKg: number; nitritePpm: number } {
  const dry = sheet.lines.filter((l) => l.kind === 'dry');
  const mixKg = (sheet.meatBasis.massMg + dry.reduce((sum, l) => sum + l.weighedMg, 0)) / 1e6;
  const salt = dry.filter((l) => l.role === 'salt').reduce((sum, l) => sum + l.weighedMg, 0);
  const carried = dry.reduce((sum, l) => sum + l.weighedMg * (l.cure ? 1 - l.cure.nitritePct / 100 : 0), 0);
  const nitrite = dry.reduce((sum, l) => sum + l.weighedMg * ((l.cure?.nitritePct ?? 0) / 100), 0);
  return { saltGPerKg: (salt + carried) / 1000 / mixKg, nitritePpm: nitrite / mixKg };
}
