import Box from '@mui/material/Box';
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import { useState } from 'react';
import { ROUTES, type TrimLot } from '@zest/contract';
import { command } from '../../../data/command.js';
import { useUnits } from '../../../ui/units.js';
import { ActionDialog } from '../../../ui/ActionDialog.js';
import type { LotDialogFor } from './dialog-for.js';
import { TemperatureField } from '../../../ui/fields.js';
import { useStockCommand } from '../../../data/use-stock-command.js';

const WORDS: Record<TrimLot['status'], string> = {
  available: 'Release',
  hold: 'Put on hold',
  rejected: 'Reject',
};

/** The lead's word on a lot: hold, release or reject. */
export function StatusDialog({ lot, onClose }: LotDialogFor) {
  const units = useUnits();
  const sending = useStockCommand(onClose);
  const options = (Object.keys(WORDS) as TrimLot['status'][]).filter((s) => s !== lot.status);
  const [status, setStatus] = useState<TrimLot['status']>(options[0] ?? 'hold');
  const [reason, setReason] = useState('');
  const [tempC, setTempC] = useState<number>();
  const go = () =>
    sending.run(() =>
      command(ROUTES.setLotStatus, {
        params: { id: lot.id },
        body: { version: lot.version, status, reason, tempC },
      }),
    );
  return (
    <ActionDialog
      title={`${lot.trimName} ${lot.code}`}
      action={`${WORDS[status]} ${units.mass(lot.balanceMg, 10_000)}`}
      disabled={reason.trim().length < 3}
      {...sending}
      onGo={() => void go()}
      onClose={onClose}
    >
      {lot.holdReason ? <Box>Held: {units.sentence(lot.holdReason)}</Box> : null}
      <TextField
        select
        label="What"
        value={status}
        onChange={(e) => setStatus(e.target.value as TrimLot['status'])}
      >
        {options.map((s) => (
          <MenuItem key={s} value={s}>
            {WORDS[s]}
          </MenuItem>
        ))}
      </TextField>
      <TextField label="Reason" value={reason} onChange={(e) => setReason(e.target.value)} fullWidth />
      {status === 'available' ? (
        <TemperatureField
          label={`Temperature now, limit ${units.temperature(lot.maxC)}`}
          onValue={setTempC}
          width={300}
        />
      ) : null}
    </ActionDialog>
  );
}
