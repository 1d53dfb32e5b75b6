import Autocomplete from '@mui/material/Autocomplete';
import Box from '@mui/material/Box';
import Checkbox from '@mui/material/Checkbox';
import FormControlLabel from '@mui/material/FormControlLabel';
import TextField from '@mui/material/TextField';
import { ALLERGENS, STATEMENTS, type Allergen } from '@zest/core';
import { useDialogField } from '../../../ui/command/index.js';
import type { Facts } from './facts.js';

/** The allergens that are declared of it. */
export function AllergensInput() {
  const { value = [], put } = useDialogField<Allergen[]>('facts.allergens');
  return (
    <Autocomplete
      multiple
      options={[...ALLERGENS]}
      value={value}
      onChange={(_, allergens) => put(allergens)}
      renderInput={(params) => <TextField {...params} label="Allergens" />}
    />
  );
}

/** What its maker states of it. */
export function StatementInputs() {
  const { value = [], put } = useDialogField<Facts['stated']>('facts.stated');
  return (
    <Box>
      Its maker states:{' '}
      {STATEMENTS.map((statement) => (
        <FormControlLabel
          key={statement}
          label={statement}
          control={
            <Checkbox
              checked={value.includes(statement)}
              onChange={(_, on) => put(on ? [...value, statement] : value.filter((s) => s !== statement))}
            />
          }
        />
      ))}
    </Box>
  );
}

/** What it is made of, by name, with the allergen each part is known for. */
export function PartsInput() {
  const { value = [], put } = useDialogField<Facts['parts']>('facts.parts');
  const read = (text: string) =>
    text
      .split(',')
      .map((name) => name.trim())
      .filter(Boolean)
      .map((name) => {
        const allergen =
          value.find((part) => part.name === name)?.allergen ??
          ALLERGENS.find((a) => name.toLowerCase().includes(a));
        return allergen ? { name, allergen } : { name };
      });
  return (
    <TextField
      label="Made of, the most first, with commas"
      fullWidth
      defaultValue={value.map((part) => part.name).join(', ')}
      onChange={(e) => put(read(e.target.value))}
    />
  );
}
