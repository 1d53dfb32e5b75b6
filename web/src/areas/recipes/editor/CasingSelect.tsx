import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { USUAL_CASINGS } from '@zest/core';
import { ROUTES } from '@zest/contract';
import { command } from '../../../data/command.js';
import { queries } from '../../../data/queries.js';
import { useCommand } from '../../../data/use-command.js';
import { Trouble } from '../../../ui/Trouble.js';
import { NewCasingDialog } from '../../cold-room/index.js';
import type { EditorDocument } from '../new-document.js';

interface CasingSelectProps {
  chosen: EditorDocument['casing'];
  onPick: (casing: EditorDocument['casing']) => void;
}

/** Chosen for one that is on neither list. */
const ANOTHER = 'another';

/** The shop's casings, and the usual ones: one that the shop lacks is taken up by choosing it, or made here. */
export function CasingSelect({ chosen, onPick }: CasingSelectProps) {
  const client = useQueryClient();
  const own = useQuery(queries.casings).data ?? [];
  const { run, error, busy } = useCommand(['lots']);
  const usual = USUAL_CASINGS.filter((u) => !own.some((c) => c.name === u.name));
  const [isMaking, setMaking] = useState(false);
  const fetched = () => client.fetchQuery({ ...queries.casings, staleTime: 0 });
  const choose = (value: string) => {
    if (value === ANOTHER) {
      setMaking(true);
      return;
    }
    const taken = usual.find((u) => u.key === value);
    if (!taken) {
      onPick(own.find((c) => c.casingId === value) ?? null);
      return;
    }
    void run(async () => {
      await command(ROUTES.takeUp, { body: { ingredients: [], casings: [taken.key], trims: [] } });
      onPick((await fetched()).find((c) => c.name === taken.name) ?? null);
    });
  };
  return (
    <>
      <TextField
        select
        label="Casing"
        disabled={busy}
        value={own.some((c) => c.casingId === chosen?.casingId) ? chosen?.casingId : ''}
        onChange={(e) => choose(e.target.value)}
        sx={{ width: 200 }}
      >
        <MenuItem value="">no casing</MenuItem>
        {own.map((c) => (
          <MenuItem key={c.casingId} value={c.casingId}>
            {c.name}, {c.material}
          </MenuItem>
        ))}
        {usual.map((u) => (
          <MenuItem key={u.key} value={u.key}>
            {u.name}, {u.material} · from the usual shelf
          </MenuItem>
        ))}
        <MenuItem value={ANOTHER}>another, that is on no list …</MenuItem>
      </TextField>
      {isMaking ? (
        <NewCasingDialog
          onMade={async (id) => {
            onPick((await fetched()).find((c) => c.casingId === id) ?? null);
            setMaking(false);
          }}
          onClose={() => setMaking(false)}
        />
      ) : null}
      {error ? <Trouble error={error} /> : null}
    </>
  );
}
