import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useState } from 'react';
import { guardsOf } from '../../../data/api.js';
import { Trouble } from '../../../ui/Trouble.js';
import type { BatchCommand } from './use-batch-command.js';

/** Why a command on the batch was refused; what the lead may sign for, with room for the reason. */
export function Refused({ command }: { command: BatchCommand }) {
  const [reasons, setReasons] = useState<Record<string, string>>({});
  if (!command.error) return null;
  const guards = guardsOf(command.error);
  if (guards.length === 0) return <Trouble error={command.error} />;
  const complete = guards.every((g) => (reasons[g.name] ?? '').trim().length >= 3);
  return (
    <Box role="alert" sx={{ mt: 2, p: 2, border: '4px solid', borderColor: 'secondary.main' }}>
      {guards.map((guard) => (
        <Box key={guard.name} sx={{ mb: 2, fontSize: 20 }}>
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
      <Button
        variant="contained"
        disabled={!complete || command.busy}
        onClick={() => void command.sign(reasons)}
        sx={{ minHeight: 76, fontSize: 22 }}
      >
        Sign and do it
      </Button>
    </Box>
  );
}
