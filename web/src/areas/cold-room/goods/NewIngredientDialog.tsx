import Checkbox from '@mui/material/Checkbox';
import FormControlLabel from '@mui/material/FormControlLabel';
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import { useState } from 'react';
import { LINE_ROLES } from '@zest/core';
import { ROUTES, SALT_KINDS } from '@zest/contract';
import { command } from '../../../data/command.js';
import { ActionDialog } from '../../../ui/ActionDialog.js';
import { NumberField } from '../../../ui/fields.js';
import { useStockCommand } from '../../../data/use-stock-command.js';

/** A new ingredient; what could be salt is typed before anything of it can be weighed in. */
export function NewIngredientDialog({ onClose }: { onClose: () => void }) {
  const sending = useStockCommand(onClose);
  const [name, setName] = useState('');
  const [form, setForm] = useState('');
  const [role, setRole] = useState<(typeof LINE_ROLES)[number]>('seasoning');
  const [saltKind, setSaltKind] = useState<(typeof SALT_KINDS)[number] | ''>('');
  const [nitritePct, setNitrite] = useState<number>();
  const [nitratePct, setNitrate] = useState<number>();
  const [saltPct, setSalt] = useState<number>();
  const [isSupply, setSupply] = useState(false);
  const go = () =>
    sending.run(() =>
      command(ROUTES.addIngredient, {
        body: {
          name,
          form,
          role,
          saltKind: saltKind === '' ? 'not known yet' : saltKind,
          ...(saltKind === 'cure' ? { nitritePct, nitratePct } : {}),
          ...(saltPct === undefined ? {} : { saltPct }),
          isSupply: role === 'liquid' && isSupply,
        },
      }),
    );
  return (
    <ActionDialog
      title="A new ingredient"
      action={`Add ${name || '…'}`}
      disabled={name.trim().length < 2 || form.trim().length < 2 || saltKind === ''}
      {...sending}
      onGo={() => void go()}
      onClose={onClose}
    >
      <TextField label="Name" value={name} onChange={(e) => setName(e.target.value)} />
      <TextField
        label="Form, such as ground, whole, fine"
        value={form}
        onChange={(e) => setForm(e.target.value)}
      />
      <TextField select label="Role" value={role} onChange={(e) => setRole(e.target.value as typeof role)}>
        {LINE_ROLES.map((r) => (
          <MenuItem key={r} value={r}>
            {r}
          </MenuItem>
        ))}
      </TextField>
      <TextField
        select
        label="Is it salt or cure?"
        value={saltKind}
        onChange={(e) => setSaltKind(e.target.value as typeof saltKind)}
        helperText="Until somebody knows, it cannot be weighed in. Cure is poisonous in excess and is stored apart."
      >
        {SALT_KINDS.map((k) => (
          <MenuItem key={k} value={k}>
            {k}
          </MenuItem>
        ))}
      </TextField>
      {saltKind === 'cure' ? (
        <>
          <NumberField label="Sodium nitrite in it, %" onValue={setNitrite} />
          <NumberField label="Nitrate in it, %; 0 is a statement" onValue={setNitrate} width={280} />
        </>
      ) : null}
      {role === 'liquid' ? (
        <FormControlLabel
          label="From the tap: it does not run out"
          control={<Checkbox checked={isSupply} onChange={(_, on) => setSupply(on)} />}
        />
      ) : null}
      {saltKind === 'not salt' ? <NumberField label="Salt in it, %, if any" onValue={setSalt} /> : null}
    </ActionDialog>
  );
}
