import Box from '@mui/material/Box';
import TextField from '@mui/material/TextField';
import { useState } from 'react';
import { ROUTES } from '@zest/contract';
import { command } from '../../../data/command.js';
import { ActionDialog } from '../../../ui/ActionDialog.js';
import type { LotDialogFor } from './dialog-for.js';
import { useStockCommand } from '../../../data/use-stock-command.js';

/** Freezes a lot, or has it thawed; a second freeze needs a reason. */
export function StateDialog({ lot, onClose }: LotDialogFor) {
  const sending = useStockCommand(onClose);
  const [reason, setReason] = useState('');
  const state = lot.state === 'frozen' ? 'thawed' : 'frozen';
  const again = lot.state === 'thawed';
  const go = () =>
    sending.run(() =>
      command(ROUTES.changeState, {
        params: { id: lot.id },
        body: { version: lot.version, state, ...(reason.trim() ? { reason } : {}) },
      }),
    );
  return (
    <ActionDialog
      title={state === 'thawed' ? `Thaw ${lot.code}` : `Freeze ${lot.code}`}
      action={state === 'thawed' ? 'It is thawed' : 'It is frozen'}
      disabled={again && reason.trim().length < 3}
      {...sending}
      onGo={() => void go()}
      onClose={onClose}
    >
      {state === 'thawed' ? (
        <Box>Its weight will count as the weight before the drip until it is weighed again.</Box>
      ) : null}
      {again ? <Box>It was frozen before. A second freeze needs a reason.</Box> : null}
      {state === 'frozen' ? (
        <TextField label="Reason" value={reason} onChange={(e) => setReason(e.target.value)} fullWidth />
      ) : null}
    </ActionDialog>
  );
}
