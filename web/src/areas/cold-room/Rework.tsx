import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { ROUTES, type ReworkRow } from '@zest/contract';
import { queries } from '../../data/queries.js';
import { usePerson } from '../../data/session.js';
import { ChoiceInput, CommandDialog } from '../../ui/command/index.js';
import { COLOUR } from '../../ui/theme.js';
import { useUnits } from '../../ui/units.js';
import { MadeLotInputs } from '../../ui/MadeLotInputs.js';

/** Good meat that batches left over, one touch from being a lot that somebody can use; nothing where there is none. */
export function Rework() {
  const { data = [] } = useQuery(queries.rework);
  const units = useUnits();
  const mayKeep = usePerson().role !== 'inspector';
  const [kept, setKept] = useState<ReworkRow>();
  if (data.length === 0) return null;
  return (
    <Box
      component="section"
      aria-label="Left over from batches"
      sx={{ mb: 1.5, bgcolor: COLOUR.sheet, p: 1 }}
    >
      {data.map((row) => (
        <Box key={row.code} sx={{ display: 'flex', gap: 1.5, alignItems: 'center', flexWrap: 'wrap' }}>
          <span>
            <b>{units.mass(row.massMg, 10_000)}</b> left over of batch {row.number}, {row.product}: {row.heat}
            , {units.percent(row.fatPct)} fat, {units.number(row.saltGPerKg, 1)} g salt per kg
            {row.useBy === null ? '' : `, use by ${row.useBy}`}
            {row.carries.allergens.length > 0 ? ` · ${row.carries.allergens.join(', ').toUpperCase()}` : ''}
          </span>
          {mayKeep ? <Button onClick={() => setKept(row)}>Keep as a lot</Button> : null}
        </Box>
      ))}
      {kept ? <KeepRework row={kept} onClose={() => setKept(undefined)} /> : null}
    </Box>
  );
}

function KeepRework({ row, onClose }: { row: ReworkRow; onClose: () => void }) {
  const units = useUnits();
  const trims = useQuery(queries.trims);
  const fitting = (trims.data ?? []).filter((t) => row.species.includes(t.species));
  return (
    <CommandDialog
      route={ROUTES.produceLot}
      title={`What batch ${row.number} left over`}
      action={({ massMg }) => `Keep ${massMg === undefined ? '…' : units.mass(massMg)}`}
      initial={{ massMg: row.massMg, ...(row.useBy === null ? {} : { useBy: row.useBy }) }}
      toBody={(typed) => ({ ...typed, from: { reworkOf: row.batchId } })}
      onClose={onClose}
    >
      <ChoiceInput name="trimId" label="Kept as which trim" options={fitting.map((t) => [t.id, t.name])} />
      <Box sx={{ display: 'flex', gap: 1.5, flexWrap: 'wrap' }}>
        <MadeLotInputs weight="Weight" />
      </Box>
    </CommandDialog>
  );
}
