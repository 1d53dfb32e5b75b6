import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import DialogActions from '@mui/material/DialogActions';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import TextField from '@mui/material/TextField';
import { useState } from 'react';
import type { Guard } from './use-open-batch.js';

interface SignDialogProps {
  guards: readonly Guard[];
  onSign: (signed: Record<string, string>) => Promise<void>;
  onClose: () => void;
}

/** What speaks against the batch, each with room for the lead's reason. */
export function SignDialog({ guards, onSign, onClose }: SignDialogProps) {
  const [reasons, setReasons] = useState<Record<string, string>>({});
  const complete = guards.every((g) => (reasons[g.name] ?? '').trim().length >= 3);
  return (
    <Dialog open onClose={onClose} maxWidth="sm" fullWidth aria-labelledby="sign-title">
      <DialogTitle id="sign-title">This needs your word</DialogTitle>
      <DialogContent>
        {guards.map((guard) => (
          <Box key={guard.name} sx={{ mb: 2 }}>
            <Box sx={{ mb: 1 }}>{guard.sentence}</Box>
            <TextField
              label="Your reason, kept on record"
              fullWidth
              value={reasons[guard.name] ?? ''}
              onChange={(e) => setReasons((now) => ({ ...now, [guard.name]: e.target.value }))}
              slotProps={{ htmlInput: { maxLength: 300 } }}
            />
          </Box>
        ))}
      </DialogContent>
      <DialogActions>
        <Button onClick={onClose}>Leave it</Button>
        <Button variant="contained" disabled={!complete} onClick={() => void onSign(reasons)}>
          Sign and open
        </Button>
      </DialogActions>
    </Dialog>
  );
}
