import Button from '@mui/material/Button';
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import { queries } from '../../../data/queries.js';
import type { FromTable } from '../settings.js';

/** A batch from what is on the table: its recipe is chosen, the weights stay. */
export function BatchOfThese({ owner, kg }: Pick<FromTable, 'owner' | 'kg'>) {
  const navigate = useNavigate();
  const recipes = useQuery(queries.recipes);
  const [recipeId, setRecipeId] = useState('');
  const go = () => {
    const fromTable: FromTable = { recipeId, owner, kg };
    void navigate('/blend', { state: { fromTable } });
  };
  return (
    <>
      <TextField
        select
        label="A batch of it"
        value={recipeId}
        onChange={(e) => setRecipeId(e.target.value)}
        sx={{ width: 220 }}
      >
        {(recipes.data ?? []).map((r) => (
          <MenuItem key={r.id} value={r.id}>
            {r.name}
          </MenuItem>
        ))}
      </TextField>
      <Button variant="outlined" disabled={recipeId === ''} onClick={go}>
        Take these weights
      </Button>
    </>
  );
}
