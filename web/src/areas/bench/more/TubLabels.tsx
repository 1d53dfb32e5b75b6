import Box from '@mui/material/Box';
import Link from '@mui/material/Link';
import { useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { ROUTES, type Printed } from '@zest/contract';
import { catchUp } from '../../../data/batch-facts.js';
import { command } from '../../../data/command.js';
import { Trouble } from '../../../ui/Trouble.js';
import { useUnits } from '../../../ui/units.js';
import { Choices } from './Choices.js';
import type { MoreProps } from './more-props.js';

/** Labels for the tubs of each load and for bags, printed into the spool. */
export function TubLabels({ sheet, step }: MoreProps) {
  const units = useUnits();
  const client = useQueryClient();
  const [printed, setPrinted] = useState<Printed[]>([]);
  const [error, setError] = useState<unknown>();
  const loads = sheet.loads > 1 ? Array.from({ length: sheet.loads }, (_, i) => i + 1) : [0];
  const print = async (what: 'tub' | 'bag', load: number) => {
    setError(undefined);
    try {
      const label = await command(ROUTES.printLabel, {
        params: { id: sheet.id },
        body: { what, load, stepId: step.id },
      });
      setPrinted((now) => [...now, label]);
      await catchUp(client, sheet.id);
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
