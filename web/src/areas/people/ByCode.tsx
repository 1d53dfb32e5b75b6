import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useState, type FormEvent } from 'react';

/** An inspector's code for a day, typed; a badge is scanned into the same field. */
export function ByCode({ onCode, onBack }: { onCode: (code: string) => void; onBack: () => void }) {
  const [code, setCode] = useState('');
  const submit = (event: FormEvent) => {
    event.preventDefault();
    onCode(code);
  };
  return (
    <Box component="form" onSubmit={submit} sx={{ maxWidth: 380 }}>
      <TextField
        autoFocus
        fullWidth
        size="medium"
        label="Code for a day, or a badge"
        value={code}
        onChange={(e) => setCode(e.target.value)}
        autoComplete="off"
        slotProps={{ htmlInput: { inputMode: 'numeric', style: { fontSize: 24, letterSpacing: 3 } } }}
      />
      <Box sx={{ display: 'flex', justifyContent: 'space-between', mt: 2 }}>
        <Button onClick={onBack}>By name</Button>
        <Button
          type="submit"
          variant="contained"
          disabled={code.replace(/\s/g, '').length < 8}
          sx={{ minWidth: 160, minHeight: 56 }}
        >
          Sign in
        </Button>
      </Box>
    </Box>
  );
}
