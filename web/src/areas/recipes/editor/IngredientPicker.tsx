import Autocomplete from '@mui/material/Autocomplete';
import TextField from '@mui/material/TextField';
import { useState } from 'react';
import type { LibraryItem } from '@zest/contract';
import { useUnits } from '../../../ui/units.js';

interface IngredientPickerProps {
  label: string;
  list: readonly LibraryItem[];
  onPick: (item: LibraryItem) => void;
  autoFocus?: boolean;
}

/** Finds an ingredient by typing a part of its name; one form is one ingredient. */
export function IngredientPicker({ label, list, onPick, autoFocus = false }: IngredientPickerProps) {
  const units = useUnits();
  const [text, setText] = useState('');
  return (
    <Autocomplete
      options={[...list]}
      value={null}
      inputValue={text}
      onInputChange={(_, value, why) => setText(why === 'reset' ? '' : value)}
      onChange={(_, item) => {
        if (item) onPick(item);
      }}
      getOptionLabel={(item) => `${item.name}, ${item.form}`}
      renderOption={({ key: _key, ...props }, item) => (
        <li {...props} key={item.id}>
          {item.name}, {item.form} · {item.role}
          {item.isSupply ? '' : ` · ${units.mass(item.freeMg)} free`}
        </li>
      )}
      autoHighlight
      blurOnSelect
      noOptionsText="Nothing on the shelf has that name."
      sx={{ width: 340 }}
      renderInput={(params) => <TextField {...params} label={label} autoFocus={autoFocus} />}
    />
  );
}
