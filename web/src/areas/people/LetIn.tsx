import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useState, type FormEvent } from 'react';
import { ROUTES } from '@zest/contract';
import { ApiProblem } from '../../data/api.js';
import { command } from '../../data/command.js';
import { Trouble } from '../../ui/Trouble.js';

/** Whether the server shows names only to devices that it knows, and this one is none. */
export function isUnknownHere(error: unknown): boolean {
  return error instanceof ApiProblem && error.problem.type.endsWith(':not-paired');
}

/** A device beyond the shop's machine is let in, once, by a code that the lead reads out. */
export function LetIn({ onIn }: { onIn: () => void }) {
  const [name, setName] = useState('');
  const [code, setCode] = useState('');
  const [error, setError] = useState<unknown>();
  const [busy, setBusy] = useState(false);
  const letIn = async () => {
    setBusy(true);
    try {
      await command(ROUTES.pair, { body: { name, code } });
      onIn();
    } catch (problem) {
      setError(problem);
    } finally {
      setBusy(false);
    }
  };
  const submit = (event: FormEvent) => {
    event.preventDefault();
    void letIn();
  };
  const digits = code.replace(/\s/g, '');
  return (
    <Box component="form" onSubmit={submit} sx={{ maxWidth: 420, display: 'grid', gap: 2 }}>
      <Box>
        The shop does not know this device yet. The lead makes a code for it under <b>Shop, Tablets</b>; it
        holds for ten minutes.
      </Box>
      <TextField
        autoFocus
        label="Name of this device, by its place"
        placeholder="Wall by the mixer"
        value={name}
        onChange={(e) => setName(e.target.value)}
        slotProps={{ htmlInput: { maxLength: 40 } }}
      />
      <TextField
        label="Code, eight digits"
        value={code}
        onChange={(e) => setCode(e.target.value)}
        autoComplete="off"
        slotProps={{
          htmlInput: { inputMode: 'numeric', style: { fontSize: 24, letterSpacing: 3, padding: '14px' } },
        }}
      />
      {error ? <Trouble error={error} /> : null}
      <Button
        type="submit"
        variant="contained"
        disabled={busy || name.trim() === '' || !/^\d{8}$/.test(digits)}
        sx={{ minHeight: 56, justifySelf: 'end', minWidth: 160 }}
      >
        Let {name.trim() === '' ? 'this device' : name.trim()} in
      </Button>
    </Box>
  );
}
