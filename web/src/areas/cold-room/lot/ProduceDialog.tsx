import Box from '@mui/material/Box';
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import { useState } from 'react';
import { ROUTES } from '@zest/contract';
import { command } from '../../../data/command.js';
import { useUnits } from '../../../ui/units.js';
import { ActionDialog } from '../../../ui/ActionDialog.js';
import type { LotDialogFor } from './dialog-for.js';
import { MassField, NumberField, TemperatureField } from '../../../ui/fields.js';
import { useStockCommand } from '../../../data/use-stock-command.js';

/** A lot that was smoked or cooked becomes one of its own, by its weight afterwards. */
export function ProduceDialog({ lot, onClose }: LotDialogFor) {
  const units = useUnits();
  const sending = useStockCommand(onClose);
  const [heat, setHeat] = useState<'raw smoked' | 'cooked'>('raw smoked');
  const [grossMg, setGross] = useState<number>();
  const [massMg, setMass] = useState<number>();
  const [fatPct, setFat] = useState<number | undefined>(lot.fatPct);
  const [salt, setSalt] = useState<number | undefined>(lot.saltGPerKg);
  const [nitrite, setNitrite] = useState<number | undefined>(lot.nitritePpm);
  const [tempC, setTempC] = useState<number>();
  const [useBy, setUseBy] = useState('');
  const go = () =>
    sending.run(() =>
      command(ROUTES.produceLot, {
        body: {
          trimId: lot.trimId,
          massMg: massMg ?? 0,
          fatPct: fatPct ?? NaN,
          fatSd: Math.max(2, lot.fatSd),
          saltGPerKg: salt ?? 0,
          nitritePpm: nitrite ?? 0,
          heat,
          useBy,
          tempC: tempC ?? NaN,
          from: { lotId: lot.id, grossMg: grossMg ?? 0 },
        },
      }),
    );
  return (
    <ActionDialog
      title={`Smoke or cook ${lot.trimName} ${lot.code}`}
      action={`Make a lot of ${massMg === undefined ? '…' : units.mass(massMg, 10_000)}`}
      disabled={grossMg === undefined || massMg === undefined || tempC === undefined || useBy === ''}
      wide
      {...sending}
      onGo={() => void go()}
      onClose={onClose}
    >
      <Box>
        It comes back as a lot of its own, by its weight afterwards, and never goes into a raw mix without the
        lead’s word. Cured is not shelf-stable.
      </Box>
      <Box sx={{ display: 'flex', gap: 1.5, flexWrap: 'wrap' }}>
        <TextField
          select
          label="It is now"
          value={heat}
          onChange={(e) => setHeat(e.target.value as typeof heat)}
          sx={{ width: 150 }}
        >
          <MenuItem value="raw smoked">raw smoked</MenuItem>
          <MenuItem value="cooked">cooked</MenuItem>
        </TextField>
        <MassField label="Weight in" onValue={setGross} />
        <MassField label="Weight out" onValue={setMass} />
        <TemperatureField label="Temperature now" onValue={setTempC} />
        <NumberField label="Fat, %" initial={String(lot.fatPct)} onValue={setFat} width={120} />
        <NumberField label="Salt, g/kg" initial={String(lot.saltGPerKg)} onValue={setSalt} width={120} />
        <NumberField label="Nitrite, ppm" initial={String(lot.nitritePpm)} onValue={setNitrite} width={120} />
        <TextField
          type="date"
          label="Use by"
          value={useBy}
          onChange={(e) => setUseBy(e.target.value)}
          slotProps={{ inputLabel: { shrink: true } }}
          sx={{ width: 180 }}
        />
      </Box>
    </ActionDialog>
  );
}
