import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { ROUTES, type ReworkRow } from '@zest/contract';
import { queries } from '../../data/queries.js';
import { usePerson } from '../../data/session.js';
import { ChoiceInput, CommandDialog, MassInput, ReasonInput } from '../../ui/command/index.js';
import { MadeLotInputs } from '../../ui/MadeLotInputs.js';
import { useUnits } from '../../ui/units.js';

/** Good meat that batches left over, a touch from being a lot that somebody can use; nothing where there is none. */
export function Rework() {
  const { data = [] } = useQuery(queries.rework);
  const units = useUnits();
  const [open, setOpen] = useState(false);
  if (data.length === 0) return null;
  const totalMg = data.reduce((sum, row) => sum + row.massMg, 0);
  const batches = new Set(data.map((row) => row.batchId)).size;
  return (
    <Box component="section" aria-label="Left over from batches" sx={{ mb: 1 }}>
      <Box sx={{ display: 'flex', gap: 1.5, alignItems: 'center' }}>
        <span>
          <b>{units.mass(totalMg, 10_000)}</b> left over from {batches} {batches === 1 ? 'batch' : 'batches'}
          {', in no lot yet'}
        </span>
        <Button onClick={() => setOpen(!open)} aria-expanded={open}>
          {open ? 'Close' : 'Keep or write off'}
        </Button>
      </Box>
      {open ? data.map((row) => <Row key={row.lotId} row={row} />) : null}
    </Box>
  );
}

function Row({ row }: { row: ReworkRow }) {
  const units = useUnits();
  const { role } = usePerson();
  const [dialog, setDialog] = useState<'keep' | 'write off'>();
  const onClose = () => setDialog(undefined);
  return (
    <Box sx={{ display: 'flex', gap: 1.5, alignItems: 'center', flexWrap: 'wrap' }}>
      <span>
        <b>{units.mass(row.massMg, 10_000)}</b> of batch {row.number}, {row.product}: {row.heat},{' '}
        {units.percent(row.fatPct)} fat, {units.number(row.saltGPerKg, 1)} g salt per kg
        {row.nitritePpm > 0 ? `, ${units.number(row.nitritePpm, 0)} ppm nitrite` : ''}
        {row.useBy === null ? '' : `, use by ${row.useBy}`}
        {row.carries.allergens.length > 0 ? ` · ${row.carries.allergens.join(', ').toUpperCase()}` : ''}
      </span>
      {role === 'lead' || role === 'bench' ? (
        <Button onClick={() => setDialog('keep')}>Keep as a lot</Button>
      ) : null}
      {role === 'lead' ? <Button onClick={() => setDialog('write off')}>Write off</Button> : null}
      {dialog === 'keep' ? <KeepRework row={row} onClose={onClose} /> : null}
      {dialog === 'write off' ? <WriteOffRework row={row} onClose={onClose} /> : null}
    </Box>
  );
}

interface ReworkDialogProps {
  row: ReworkRow;
  onClose: () => void;
}

function KeepRework({ row, onClose }: ReworkDialogProps) {
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

function WriteOffRework({ row, onClose }: ReworkDialogProps) {
  const units = useUnits();
  return (
    <CommandDialog
      route={ROUTES.writeOffLot}
      params={{ id: row.lotId }}
      title={`Write off what batch ${row.number} left over`}
      action={({ amount }) => `Write off ${amount === undefined ? '…' : units.mass(amount)}`}
      initial={{ amount: row.massMg }}
      onClose={onClose}
    >
      <MassInput name="amount" label="Weight" width={150} />
      <ReasonInput />
    </CommandDialog>
  );
}
