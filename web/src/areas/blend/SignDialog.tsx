import Box from '@mui/material/Box';
import TextField from '@mui/material/TextField';
import { useState } from 'react';
import { ActionDialog } from '../../ui/ActionDialog.js';
import type { Guard } from '../../data/api.js';

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
    <ActionDialog
      title="This needs your word"
      action="Sign and open"
      disabled={!complete}
      onGo={() => void onSign(reasons)}
      onClose={onClose}
    >
      {guards.map((guard) => (
        <Box key={guard.name}>
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
    </ActionDialog>
  );
}
