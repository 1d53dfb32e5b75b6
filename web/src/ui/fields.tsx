import TextField from '@mui/material/TextField';
import { useEffect, useRef, useState } from 'react';
import { readLength, readMass, readNumberField, readTemperature } from './read-fields.js';
import { usePerson } from '../data/session.js';

interface FieldProps {
  label: string;
  onValue: (value: number | undefined) => void;
  width?: number | string;
  initial?: string;
  /** What speaks against the value itself; what cannot be read is said first. */
  fault?: string | undefined;
  needed?: boolean;
  disabled?: boolean;
  /** What it is now, where that can be decided elsewhere as well; said otherwise there, it is shown. */
  value?: number | undefined;
}

/** A weight in the person's own way of writing it, `bare` without a unit; hands on whole milligrams. */
export function MassField({ bare, ...props }: FieldProps & { bare?: 'kg' | 'g' }) {
  return <ReadField {...props} read={(text, style) => rename(readMass(text, style, bare), 'mg')} />;
}

/** A length of casing, metres where no unit is given; hands on whole millimetres. */
export function LengthField(props: FieldProps) {
  return <ReadField {...props} read={(text, style) => rename(readLength(text, style), 'mm')} />;
}

/** A temperature; hands on °C. */
export function TemperatureField(props: FieldProps) {
  return <ReadField {...props} read={(text, style) => rename(readTemperature(text, style), 'tempC')} />;
}

/** A plain number such as percent of fat or a price. */
export function NumberField(props: FieldProps) {
  return <ReadField {...props} read={(text, style) => rename(readNumberField(text, style), 'value')} />;
}

interface Read {
  value?: number;
  error?: string;
}

function rename<K extends string>(read: { [key in K]?: number } & { error?: string }, key: K): Read {
  const value = read[key];
  return {
    ...(value === undefined ? {} : { value }),
    ...(read.error === undefined ? {} : { error: read.error }),
  };
}

function ReadField({
  label,
  onValue,
  width = 200,
  initial = '',
  fault,
  needed,
  disabled,
  value,
  read,
}: FieldProps & { read: (text: string, style: 'point' | 'comma' | null) => Read }) {
  const { numberStyle } = usePerson();
  const [text, setText] = useState(initial);
  const now = text.trim() === '' ? {} : read(text, numberStyle);
  const wrong = now.error ?? fault;
  const told = useRef(value);
  useEffect(() => {
    if (value === told.current) return;
    told.current = value;
    setText(initial);
  }, [value, initial]);
  return (
    <TextField
      label={label}
      value={text}
      required={needed === true}
      disabled={disabled === true}
      error={wrong !== undefined}
      helperText={wrong}
      onChange={(e) => {
        setText(e.target.value);
        told.current = e.target.value.trim() === '' ? undefined : read(e.target.value, numberStyle).value;
        onValue(told.current);
      }}
      sx={{ width }}
    />
  );
}
