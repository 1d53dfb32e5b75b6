import InputAdornment from '@mui/material/InputAdornment';
import TextField from '@mui/material/TextField';
import { useEffect, useRef, useState } from 'react';
import {
  BARE,
  readLength,
  readMass,
  readNumberField,
  readTemperature,
  type Bare,
  type Way,
} from './read-fields.js';
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

/** A weight in the person's own way of writing it; hands on whole milligrams. */
export function MassField({ bare, ...props }: FieldProps & { bare?: Bare }) {
  return (
    <ReadField
      {...props}
      unit={(way) => BARE.mass(way, bare)}
      read={(text, way) => rename(readMass(text, way, bare), 'mg')}
    />
  );
}

/** A length of casing; hands on whole millimetres. */
export function LengthField(props: FieldProps) {
  return (
    <ReadField {...props} unit={BARE.length} read={(text, way) => rename(readLength(text, way), 'mm')} />
  );
}

/** A temperature; hands on °C. */
export function TemperatureField(props: FieldProps) {
  return (
    <ReadField
      {...props}
      unit={BARE.temperature}
      read={(text, way) => rename(readTemperature(text, way), 'tempC')}
    />
  );
}

/** A plain number such as percent of fat or a price. */
export function NumberField(props: FieldProps) {
  return <ReadField {...props} read={(text, way) => rename(readNumberField(text, way), 'value')} />;
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

/** What a figure may differ by and still be the one that was typed, written more shortly. */
const WRITTEN = 0.005;

/** Whether what is to be shown is what was typed here; else it was changed elsewhere: undone, cleared, scaled. */
function isSame(shown = 0, typed = 0): boolean {
  return Math.abs(shown - typed) <= WRITTEN * Math.max(Math.abs(shown), Math.abs(typed));
}

function ReadField(
  props: FieldProps & { unit?: (way: Way) => string; read: (text: string, way: Way) => Read },
) {
  const { label, onValue, width = 200, initial = '', fault, needed, disabled, value, unit, read } = props;
  const isDecidedElsewhere = 'value' in props;
  const way = usePerson();
  const [text, setText] = useState(initial);
  const now = text.trim() === '' ? {} : read(text, way);
  const wrong = now.error ?? fault;
  const told = useRef(value);
  useEffect(() => {
    if (!isDecidedElsewhere || value === told.current) return;
    told.current = value;
    setText(initial);
  }, [isDecidedElsewhere, value, initial]);
  const shownFor = useRef(initial);
  useEffect(() => {
    if (isDecidedElsewhere || initial === shownFor.current) return;
    shownFor.current = initial;
    const shown = initial.trim() === '' ? undefined : read(initial, way).value;
    const isUnread = initial.trim() !== '' && shown === undefined;
    if (isUnread || isSame(shown, told.current)) return;
    told.current = shown;
    setText(initial);
  }, [isDecidedElsewhere, initial, read, way]);
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
        told.current = e.target.value.trim() === '' ? undefined : read(e.target.value, way).value;
        onValue(told.current);
      }}
      {...(unit
        ? {
            slotProps: {
              // Always above the field: beside the unit there is no room for both.
              inputLabel: { shrink: true },
              input: /\p{L}/u.test(text)
                ? {}
                : { endAdornment: <InputAdornment position="end">{unit(way)}</InputAdornment> },
            },
          }
        : {})}
      sx={{ width }}
    />
  );
}
