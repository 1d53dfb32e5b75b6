import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useState } from 'react';
import { InputError, MG_PER_KG, partsToMg } from '@zest/core';
import type { TrimLot } from '@zest/contract';

/** “Two to one” as kilograms, and the fat that a rule of thumb really gives for these lots. */
export function Parts(props: {
  rows: readonly TrimLot[];
  kg: Readonly<Record<string, number>>;
  onKg: (kg: Record<string, number>) => void;
}) {
  const { rows, kg, onKg } = props;
  const [text, setText] = useState('');
  const [error, setError] = useState<string>();
  const apply = () => {
    const total = rows.reduce((sum, l) => sum + (kg[l.id] ?? 0), 0);
    try {
      const parts = partsToMg(text, Math.round(total * MG_PER_KG));
      if (parts.length !== rows.length) {
        setError(`${rows.length} lots need ${rows.length} parts.`);
        return;
      }
      setError(undefined);
      onKg({ ...kg, ...Object.fromEntries(rows.map((l, i) => [l.id, (parts[i] ?? 0) / MG_PER_KG])) });
    } catch (problem) {
      setError(problem instanceof InputError ? problem.message : 'Could not be read.');
    }
  };
  return (
    <>
      <TextField
        label={`Parts, such as ${rows.map((_, i) => (i === 0 ? 2 : 1)).join(' : ')}`}
        value={text}
        error={error !== undefined}
        helperText={error}
        onChange={(e) => setText(e.target.value)}
        sx={{ width: 210 }}
      />
      <Button variant="outlined" disabled={text.trim() === ''} onClick={apply}>
        Make it so
      </Button>
    </>
  );
}
