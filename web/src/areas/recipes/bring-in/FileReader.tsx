import Button from '@mui/material/Button';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import { ROUTES } from '@zest/contract';
import { command } from '../../../data/command.js';
import { Trouble } from '../../../ui/Trouble.js';

/** A recipe as a file, JSON or CSV, made into a draft. */
export function FileReader() {
  const navigate = useNavigate();
  const [error, setError] = useState<unknown>();
  const take = async (file: File | undefined) => {
    if (!file) return;
    setError(undefined);
    try {
      const csv = /\.csv$/i.test(file.name);
      const draft = await command(ROUTES.importRecipe, {
        body: {
          kind: csv ? 'csv' : 'json',
          ...(csv ? { name: file.name.replace(/\.csv$/i, '').slice(0, 80) } : {}),
          text: await file.text(),
        },
      });
      await navigate(`/recipes/drafts/${draft.id}`);
    } catch (problem) {
      setError(problem);
    }
  };
  return (
    <>
      <Button component="label" variant="outlined">
        Read a file, JSON or CSV
        <input
          type="file"
          accept=".json,.csv,application/json,text/csv"
          hidden
          onChange={(e) => {
            void take(e.target.files?.[0]);
            e.target.value = '';
          }}
        />
      </Button>
      {error ? <Trouble error={error} /> : null}
    </>
  );
}
