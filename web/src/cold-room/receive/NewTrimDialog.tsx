import FormControlLabel from '@mui/material/FormControlLabel';
import Switch from '@mui/material/Switch';
import TextField from '@mui/material/TextField';
import { useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { v7 as uuid } from 'uuid';
import { ROUTES } from '@zest/contract';
import { call } from '../../app/api.js';
import { ActionDialog } from '../../app/ActionDialog.js';
import { NumberField } from '../../app/fields.js';
import { useStockCommand } from '../../app/use-stock-command.js';

/** A kind of trim that the shop has not had before. */
export function NewTrimDialog({ onClose }: { onClose: () => void }) {
  const client = useQueryClient();
  const command = useStockCommand(onClose);
  const [name, setName] = useState('');
  const [species, setSpecies] = useState('');
  const [fatPct, setFat] = useState<number>();
  const [wild, setWild] = useState(false);
  const go = () =>
    command.run(async () => {
      await call(ROUTES.addTrim, { body: { id: uuid(), name, species, fatPct: fatPct ?? NaN, wild } });
      await client.invalidateQueries({ queryKey: ['trims'] });
    });
  return (
    <ActionDialog
      title="A new trim"
      action={`Add ${name || '…'}`}
      disabled={name.trim().length < 2 || species.trim().length < 2 || fatPct === undefined}
      {...command}
      onGo={() => void go()}
      onClose={onClose}
    >
      <TextField
        label="Name, such as Pork shoulder 80/20"
        value={name}
        onChange={(e) => setName(e.target.value)}
      />
      <TextField label="Species" value={species} onChange={(e) => setSpecies(e.target.value)} />
      <NumberField label="Usual fat, %" onValue={setFat} />
      <FormControlLabel
        control={<Switch checked={wild} onChange={(e) => setWild(e.target.checked)} />}
        label="Game or wild pork: can carry parasites"
      />
    </ActionDialog>
  );
}
