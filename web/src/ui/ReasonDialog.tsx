import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import DialogActions from '@mui/material/DialogActions';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import TextField from '@mui/material/TextField';
import { useState } from 'react';
import { Trouble } from './Trouble.js';

interface ReasonDialogProps {
  title: string;
  text: string;
  /** Reasons that need one touch. */
  reasons: readonly string[];
  action: string;
  onReason: (reason: string) => Promise<void>;
  onClose: () => void;
}

/** Asks for a reason before something is done that is kept on record; usual ones need one touch. */
export function ReasonDialog({ title, text, reasons, action, onReason, onClose }: ReasonDialogProps) {
  const [reason, setReason] = useState('');
  const [error, setError] = useState<unknown>();
  const [busy, setBusy] = useState(false);
  const go = async () => {
    setBusy(true);
    try {
      await onReason(reason);
    } catch (problem) {
      setError(problem);
      setBusy(false);
    }
  };
  return (
    <Dialog open onClose={onClose} maxWidth="sm" fullWidth aria-labelledby="reason-title">
      <DialogTitle id="reason-title">{title}</DialogTitle>
      <DialogContent>
        <Box sx={{ mb: 2 }}>{text}</Box>
        <Box sx={{ display: 'flex', gap: 1, flexWrap: 'wrap', mb: 2 }}>
          {reasons.map((r) => (
            <Button
              key={r}
              variant={r === reason ? 'contained' : 'outlined'}
              sx={{ minHeight: 64 }}
              onClick={() => setReason(r)}
            >
              {r}
            </Button>
          ))}
        </Box>
        <TextField
          label="Reason"
          fullWidth
          value={reason}
          onChange={(e) => setReason(e.target.value)}
          slotProps={{ htmlInput: { maxLength: 300 } }}
        />
        {error ? <Trouble error={error} /> : null}
      </DialogContent>
      <DialogActions>
        <Button onClick={onClose} sx={{ minHeight: 56 }}>
          Leave it
        </Button>
        <Button
          variant="contained"
          disabled={busy || reason.trim().length < 3}
          onClick={() => void go()}
          sx={{ minHeight: 56 }}
        >
          {action}
        </Button>
      </DialogActions>
    </Dialog>
  );
}
