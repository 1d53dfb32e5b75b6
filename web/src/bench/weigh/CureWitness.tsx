import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { v7 as uuid } from 'uuid';
import { ROUTES, type BatchSheet, type SheetLine } from '@zest/contract';
import { call } from '../../app/api.js';
import { usePerson } from '../../app/session.js';
import { COLOUR } from '../../app/theme.js';
import { Trouble } from '../../app/Trouble.js';
import { useUnits } from '../../app/units.js';

/** A second person looks at the cure on the scale and confirms its grams with a PIN of their own. */
export function CureWitness({ sheet, line }: { sheet: BatchSheet; line: SheetLine }) {
  const units = useUnits();
  const person = usePerson();
  const client = useQueryClient();
  const [personId, setPersonId] = useState<string>();
  const [secret, setSecret] = useState('');
  const [error, setError] = useState<unknown>();
  const names = useQuery({ queryKey: ['names'], queryFn: () => call(ROUTES.listNames) });
  const others = (names.data ?? []).filter(
    (n) => n.id !== person.id && (n.role === 'lead' || n.role === 'bench'),
  );
  const confirm = async () => {
    setError(undefined);
    try {
      const next = await call(ROUTES.witnessCure, {
        params: { id: sheet.id },
        body: { id: uuid(), lineId: line.id, personId: personId ?? '', secret },
      });
      client.setQueryData(['batch', sheet.id], next);
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
        {units.mass(line.weighedMg)} {line.name} of lot {line.lotCode}: a second person confirms.
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
          Confirm {units.mass(line.weighedMg)}
        </Button>
      </Box>
      {error ? <Trouble error={error} /> : null}
    </Box>
  );
}
