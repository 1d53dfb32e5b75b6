import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { ROUTES, type BatchView, type LineView } from '@zest/contract';
import { catchUp } from '../../../data/batch-facts.js';
import { command } from '../../../data/command.js';
import { usePerson } from '../../../data/session.js';
import { COLOUR } from '../../../ui/theme.js';
import { Trouble } from '../../../ui/Trouble.js';
import { useUnits } from '../../../ui/units.js';
import { queries } from '../../../data/queries.js';
import { lineWords } from '../scales.js';

/** A second person looks at the cure on the scale and confirms its grams with a PIN of their own. */
export function SecondCheck({ sheet, line }: { sheet: BatchView; line: LineView }) {
  const units = useUnits();
  const mass = lineWords(units, line);
  const person = usePerson();
  const client = useQueryClient();
  const [personId, setPersonId] = useState<string>();
  const [secret, setSecret] = useState('');
  const [error, setError] = useState<unknown>();
  const names = useQuery(queries.names);
  const others = (names.data ?? []).filter((n) => n.id !== person.id && n.confirms);
  const confirm = async () => {
    setError(undefined);
    try {
      await command(ROUTES.confirmCure, {
        params: { id: sheet.id },
        body: { lineId: line.id, personId: personId ?? '', secret },
      });
      await catchUp(client, sheet.id);
    } catch (problem) {
      setSecret('');
      setError(problem);
    }
  };
  return (
    <Box
      role="group"
      aria-label="Second person for the cure"
      sx={{ p: 2, mt: 1, border: `4px solid ${COLOUR.cure}`, bgcolor: COLOUR.sheet }}
    >
      <Box sx={{ fontSize: 26, fontWeight: 700, mb: 1 }}>
        {mass(line.weighedMg)} {line.name} of lot {line.lotCode}: a second person confirms.
      </Box>
      <Box sx={{ display: 'flex', gap: 1.5, flexWrap: 'wrap', alignItems: 'center' }}>
        {others.map((n) => (
          <Button
            key={n.id}
            variant={n.id === personId ? 'contained' : 'outlined'}
            aria-pressed={n.id === personId}
            onClick={() => setPersonId(n.id)}
            sx={{ minHeight: 64, fontSize: 20 }}
          >
            {n.name}
          </Button>
        ))}
        <TextField
          label="Their PIN or password"
          type="password"
          autoComplete="off"
          value={secret}
          onChange={(e) => setSecret(e.target.value)}
          slotProps={{ htmlInput: { inputMode: 'numeric' } }}
        />
        <Button
          variant="contained"
          disabled={!personId || secret === ''}
          onClick={() => void confirm()}
          sx={{ minHeight: 64, fontSize: 20 }}
        >
          Confirm {mass(line.weighedMg)}
        </Button>
      </Box>
      {error ? <Trouble error={error} /> : null}
    </Box>
  );
}
