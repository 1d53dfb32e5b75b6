import Box from '@mui/material/Box';
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import { useState } from 'react';
import { ROUTES } from '@zest/contract';
import { command } from '../../../data/command.js';
import { Triangle } from '../../../ui/Trouble.js';
import { useUnits } from '../../../ui/units.js';
import { ActionDialog } from '../../../ui/ActionDialog.js';
import type { LotDialogFor } from './dialog-for.js';
import { MassField, NumberField } from '../../../ui/fields.js';
import { useStockCommand } from '../../../data/use-stock-command.js';

/** Divides a lot, or sorts fatter pieces into a stream of their own. */
export function SplitDialog({ lot, onClose }: LotDialogFor) {
  const units = useUnits();
  const [warning, setWarning] = useState<string>();
  const sending = useStockCommand(() => undefined);
  const [mode, setMode] = useState<'divide' | 'sort'>('divide');
  const [mg, setMg] = useState<number>();
  const [fat, setFat] = useState<number>();
  const [rest, setRest] = useState<number>();
  const go = () =>
    sending.run(async () => {
      const answer = await command(ROUTES.splitLot, {
        params: { id: lot.id },
        body: {
          version: lot.version,
          massMg: mg ?? 0,
          mode,
          ...(mode === 'sort' ? { fatPct: fat, restFatPct: rest } : {}),
        },
      });
      if (answer.warning) setWarning(answer.warning);
      else onClose();
    });
  const unmixed = mode === 'divide' && lot.form === 'ground';
  const restMg = lot.balanceMg - (mg ?? 0);
  return (
    <ActionDialog
      title={`Part ${lot.trimName} ${lot.code}`}
      action={warning ? 'Understood' : `Part off ${mg === undefined ? '…' : units.mass(mg, 10_000)}`}
      disabled={
        warning === undefined &&
        (mg === undefined || (mode === 'sort' && (fat === undefined || rest === undefined)))
      }
      {...sending}
      onGo={warning ? onClose : () => void go()}
      onClose={onClose}
    >
      {warning ? (
        <Box role="alert" sx={{ display: 'flex', gap: 1.5 }}>
          <Triangle /> {warning}
        </Box>
      ) : (
        <>
          <TextField select label="How" value={mode} onChange={(e) => setMode(e.target.value as typeof mode)}>
            <MenuItem value="divide">Divide: both parts alike</MenuItem>
            <MenuItem value="sort">Sort: fatter and leaner pieces apart</MenuItem>
          </TextField>
          <MassField
            label={`The part taken off, of ${units.mass(lot.balanceMg, 10_000)}`}
            onValue={setMg}
            width={320}
          />
          {mg !== undefined && restMg > 0 ? <Box>{units.mass(restMg, 10_000)} stay behind.</Box> : null}
          {mode === 'sort' ? (
            <Box sx={{ display: 'flex', gap: 1.5 }}>
              <NumberField label="Fat of the part, %" onValue={setFat} />
              <NumberField label="Fat of the rest, %" onValue={setRest} />
            </Box>
          ) : null}
          {unmixed ? (
            <Box role="note" sx={{ display: 'flex', gap: 1.5 }}>
              <Triangle /> Ground and not mixed: the parts may differ. Mix first, or both will be less surely
              known.
            </Box>
          ) : null}
        </>
      )}
    </ActionDialog>
  );
}
