import Box from '@mui/material/Box';
import Link from '@mui/material/Link';
import { useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { v7 as uuid } from 'uuid';
import { ROUTES, type Printed } from '@zest/contract';
import { call } from '../../app/api.js';
import { Trouble } from '../../app/Trouble.js';
import { useUnits } from '../../app/units.js';
import { Choices } from './Choices.js';
import type { MoreProps } from './MorePanel.js';

/** Labels for the tubs of each load and for bags, printed into the spool. */
export function TubLabels({ sheet }: MoreProps) {
  const units = useUnits();
  const client = useQueryClient();
  const [printed, setPrinted] = useState<Printed[]>([]);
  const [error, setError] = useState<unknown>();
  const loads = sheet.loads > 1 ? Array.from({ length: sheet.loads }, (_, i) => i + 1) : [0];
  const print = async (what: 'tub' | 'bag', load: number) => {
    setError(undefined);
    try {
      const label = await call(ROUTES.printLabel, {
        params: { id: sheet.id },
        body: { id: uuid(), what, load },
      });
      setPrinted((now) => [...now, label]);
      await client.invalidateQueries({ queryKey: ['batch', sheet.id] });
    } catch (problem) {
      setError(problem);
    }
  };
  const each = units.mass(Math.round(sheet.mixMg / sheet.loads));
  return (
    <>
      <Choices
        label="Labels"
        choices={loads.flatMap((load) => [
          {
            key: `tub ${load}`,
            name: load > 0 ? `Tub, load ${load} of ${sheet.loads}` : 'Tub',
            about: `${sheet.product}, batch ${sheet.number}, ${each}`,
          },
          { key: `bag ${load}`, name: load > 0 ? `Bag of seasoning, load ${load}` : 'Bag of seasoning' },
        ])}
        onChoose={(key) => {
          const [what, load] = key.split(' ');
          void print(what === 'bag' ? 'bag' : 'tub', Number(load));
        }}
      />
      <Box role="status" sx={{ fontSize: 20, mt: 2 }}>
        {printed.map((p) => (
          <Box key={p.id}>
            Printed {p.code}:{' '}
            <Link href={p.path} target="_blank" rel="noopener">
              {p.file}
            </Link>
          </Box>
        ))}
      </Box>
      {error ? <Trouble error={error} /> : null}
    </>
  );
}
