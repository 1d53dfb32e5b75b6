import FormControlLabel from '@mui/material/FormControlLabel';
import Switch from '@mui/material/Switch';
import TextField from '@mui/material/TextField';
import { useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { ROUTES } from '@zest/contract';
import { command } from '../../../data/command.js';
import { ActionDialog } from '../../../ui/ActionDialog.js';
import { NumberField } from '../../../ui/fields.js';
import { useStockCommand } from '../../../data/use-stock-command.js';
import { refresh } from '../../../data/queries.js';

/** A kind of trim that the shop has not had before. */
export function NewTrimDialog({ onClose }: { onClose: () => void }) {
  const client = useQueryClient();
  const sending = useStockCommand(onClose);
  const [name, setName] = useState('');
  const [species, setSpecies] = useState('');
  const [fatPct, setFat] = useState<number>();
  const [wild, setWild] = useState(false);
  const go = () =>
    sending.run(async () => {
      await command(ROUTES.addTrim, { body: { name, species, fatPct: fatPct ?? NaN, wild } });
      await refresh(client, ['lots']);
    });
  return (
    <ActionDialog
      title="A new trim"
      action={`Add ${name || '…'}`}
      disabled={name.trim().length < 2 || species.trim().length < 2 || fatPct === undefined}
      {...sending}
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
