import Button from '@mui/material/Button';
import { useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { ROUTES, type TrimLot } from '@zest/contract';
import { command } from '../../data/command.js';
import { Trouble } from '../../ui/Trouble.js';
import { useUnits } from '../../ui/units.js';
import { refresh } from '../../data/queries.js';

/** Puts the chosen lots together into one. */
export function MergeButton({ lots, onDone }: { lots: readonly TrimLot[]; onDone: () => void }) {
  const client = useQueryClient();
  const units = useUnits();
  const [error, setError] = useState<unknown>();
  if (lots.length < 2) return null;
  const merge = async () => {
    setError(undefined);
    try {
      await command(ROUTES.mergeLots, { body: { lotIds: lots.map((l) => l.id) } });
      await refresh(client, ['lots']);
      onDone();
    } catch (problem) {
      setError(problem);
    }
  };
  const total = lots.reduce((sum, l) => sum + l.balanceMg, 0);
  return (
    <>
      {error ? <Trouble error={error} /> : null}
      <Button variant="outlined" onClick={() => void merge()} sx={{ minHeight: 60 }}>
        Put {lots.length} lots together, {units.mass(total, 10_000)}
      </Button>
    </>
  );
}
