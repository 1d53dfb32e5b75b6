import Autocomplete from '@mui/material/Autocomplete';
import TextField from '@mui/material/TextField';
import type { Ref } from 'react';

interface NameFieldProps {
  label: string;
  value: string;
  /** Names the shop knows. */
  known: readonly string[];
  onName: (name: string) => void;
  width?: number | string;
  needed?: boolean;
  fault?: string | undefined;
  input?: Ref<HTMLInputElement>;
}

const plain = (name: string) => name.trim().replace(/\s+/g, ' ').toLowerCase();

/** Somebody by name: chosen from those the shop knows, or written in; one it has not met is said to be new. */
export function NameField({ label, value, known, onName, width, needed, fault, input }: NameFieldProps) {
  const isNew = value.trim() !== '' && !known.some((name) => plain(name) === plain(value));
  return (
    <Autocomplete
      freeSolo
      options={[...known]}
      inputValue={value}
      onInputChange={(_event, name) => onName(name)}
      sx={width === undefined ? { flex: '1 1 auto' } : { width }}
      renderInput={(params) => (
        <TextField
          {...params}
          label={label}
          required={needed === true}
          error={fault !== undefined}
          helperText={fault ?? (isNew ? 'new to the shop' : undefined)}
          {...(input === undefined ? {} : { inputRef: input })}
          slotProps={{ ...params.slotProps, htmlInput: { ...params.slotProps.htmlInput, maxLength: 80 } }}
        />
      )}
    />
  );
}
