import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import DialogActions from '@mui/material/DialogActions';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { v7 as uuid } from 'uuid';
import { FAT_KNOWN_BY, InputError, parseQuantity, type FatKnownBy } from '@zest/core';
import { ROUTES } from '@zest/contract';
import { ApiProblem, call } from '../app/api.js';
import { usePerson } from '../app/session.js';
import { Trouble } from '../app/Trouble.js';

type Fields = {
  trimId: string;
  mass: string;
  fat: string;
  knownBy: FatKnownBy;
  price: string;
  supplier: string;
  temp: string;
};

const KNOWN_WORD: Record<FatKnownBy, string> = {
  lab: 'laboratory',
  instrument: 'instrument',
  supplier: 'supplier says',
  eye: 'by eye',
};

/** One lot of a delivery: what it is, its weight, fat, price and how warm it came. */
export function ReceiveLotDialog({ onClose }: { onClose: () => void }) {
  const trims = useQuery({ queryKey: ['trims'], queryFn: () => call(ROUTES.listTrims) });
  const { numberStyle } = usePerson();
  const client = useQueryClient();
  const [id] = useState(() => uuid());
  const [fields, setFields] = useState<Fields>({
    trimId: '',
    mass: '',
    fat: '',
    knownBy: 'supplier',
    price: '',
    supplier: '',
    temp: '',
  });
  const [errors, setErrors] = useState<Record<string, string>>({});
  const [trouble, setTrouble] = useState<unknown>();
  const set = (name: keyof Fields) => (event: { target: { value: string } }) =>
    setFields((now) => ({ ...now, [name]: event.target.value }));
  const decimal = (text: string) => (text.trim() === '' ? NaN : Number(text.replace(',', '.')));

  const save = async () => {
    setErrors({});
    setTrouble(undefined);
    try {
      const mass = parseQuantity(/[a-z]/i.test(fields.mass) ? fields.mass : `${fields.mass} kg`, {
        expect: 'mass',
        numberStyle: numberStyle ?? undefined,
      });
      const temp = parseQuantity(/[a-z]/i.test(fields.temp) ? fields.temp : `${fields.temp} C`, {
        expect: 'temperature',
      });
      if (mass.kind !== 'mass' || temp.kind !== 'temperature') return;
      await call(ROUTES.receiveLot, {
        body: {
          id,
          trimId: fields.trimId,
          massMg: mass.massMg,
          fatPct: decimal(fields.fat),
          fatKnownBy: fields.knownBy,
          priceMinorPerKg: Math.round(decimal(fields.price) * 100),
          supplier: fields.supplier,
          tempC: temp.tempC,
          state: 'fresh',
        },
      });
      await client.invalidateQueries({ queryKey: ['lots'] });
      onClose();
    } catch (problem) {
      if (problem instanceof InputError) setErrors({ massMg: problem.message });
      else if (problem instanceof ApiProblem && problem.problem.errors) {
        setErrors(Object.fromEntries(problem.problem.errors.map((e) => [e.path, e.message])));
      } else setTrouble(problem);
    }
  };

  const field = (name: keyof Fields, label: string, path: string, width = '48%') => (
    <TextField
      label={label}
      value={fields[name]}
      onChange={set(name)}
      error={errors[path] !== undefined}
      helperText={errors[path]}
      sx={{ width, m: '6px 1%' }}
    />
  );
  return (
    <Dialog open onClose={onClose} maxWidth="sm" fullWidth aria-labelledby="receive-title">
      <DialogTitle id="receive-title">Receive a lot</DialogTitle>
      <DialogContent>
        <TextField
          select
          label="Trim"
          value={fields.trimId}
          onChange={set('trimId')}
          error={errors['trimId'] !== undefined}
          helperText={errors['trimId'] ? 'Choose one of the shop’s trims.' : ''}
          sx={{ width: '98%', m: '6px 1%' }}
        >
          {(trims.data ?? []).map((t) => (
            <MenuItem key={t.id} value={t.id}>
              {t.name}
            </MenuItem>
          ))}
        </TextField>
        {field('mass', 'Weight, such as 12.4 kg or 27 lb', 'massMg')}
        {field('temp', 'Temperature on arrival, such as 3 C', 'tempC')}
        {field('fat', 'Fat, % by weight', 'fatPct')}
        <TextField
          select
          label="How is the fat known?"
          value={fields.knownBy}
          onChange={set('knownBy')}
          sx={{ width: '48%', m: '6px 1%' }}
        >
          {FAT_KNOWN_BY.map((k) => (
            <MenuItem key={k} value={k}>
              {KNOWN_WORD[k]}
            </MenuItem>
          ))}
        </TextField>
        {field('price', 'Price per kg', 'priceMinorPerKg')}
        {field('supplier', 'Supplier', 'supplier')}
        {trouble ? <Trouble error={trouble} /> : null}
      </DialogContent>
      <DialogActions>
        <Button onClick={onClose}>Leave it</Button>
        <Button variant="contained" onClick={() => void save()}>
          Receive {fields.mass}
        </Button>
      </DialogActions>
    </Dialog>
  );
}
