import Button from '@mui/material/Button';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import { v7 as uuid } from 'uuid';
import { ROUTES } from '@zest/contract';
import { call } from '../../app/api.js';
import { Trouble } from '../../app/Trouble.js';

/** A recipe as a file, JSON or CSV, made into a draft. */
export function FileReader() {
  const navigate = useNavigate();
  const [error, setError] = useState<unknown>();
  const take = async (file: File | undefined) => {
    if (!file) return;
    setError(undefined);
    try {
      const csv = /\.csv$/i.test(file.name);
      const draft = await call(ROUTES.importRecipe, {
        body: {
          id: uuid(),
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
