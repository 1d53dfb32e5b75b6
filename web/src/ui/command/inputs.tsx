import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import FormControlLabel from '@mui/material/FormControlLabel';
import FormHelperText from '@mui/material/FormHelperText';
import MenuItem from '@mui/material/MenuItem';
import Switch from '@mui/material/Switch';
import TextField from '@mui/material/TextField';
import ToggleButton from '@mui/material/ToggleButton';
import ToggleButtonGroup from '@mui/material/ToggleButtonGroup';
import { LengthField, MassField, NumberField, TemperatureField } from '../fields.js';
import { NameField } from '../NameField.js';
import { useUnits } from '../units.js';
import { useDialogField, useToSign } from './dialog-fields.js';

interface InputProps {
  /** The field's path in the body of the command. */
  name: string;
  label: string;
  width?: number | string;
}

/** A weight in mg, typed in the person's own way. */
export function MassInput({ name, ...shown }: InputProps & { bare?: 'kg' | 'g'; disabled?: boolean }) {
  const { value, put, error, needed } = useDialogField<number>(name);
  const units = useUnits();
  const begun = value === undefined ? '' : units.mass(value);
  return <MassField {...shown} initial={begun} value={value} onValue={put} fault={error} needed={needed} />;
}

/** A length of casing in mm, typed in the person's own way. */
export function LengthInput({ name, ...shown }: InputProps) {
  const { value, put, error, needed } = useDialogField<number>(name);
  const units = useUnits();
  const begun = value === undefined ? '' : units.length(value);
  return <LengthField {...shown} initial={begun} value={value} onValue={put} fault={error} needed={needed} />;
}

/** A temperature in °C, typed in the person's own way. */
export function TemperatureInput({ name, ...shown }: InputProps) {
  const { value, put, error, needed } = useDialogField<number>(name);
  const units = useUnits();
  const begun = value === undefined ? '' : units.temperatureParts(value).value;
  return (
    <TemperatureField {...shown} initial={begun} value={value} onValue={put} fault={error} needed={needed} />
  );
}

/** A plain number; `digits` is how many decimals of what it begins with are shown. */
export function NumberInput({ name, digits, ...shown }: InputProps & { digits?: number }) {
  const { value, put, error, needed } = useDialogField<number>(name);
  const begun = value === undefined ? '' : digits === undefined ? String(value) : value.toFixed(digits);
  return <NumberField {...shown} initial={begun} value={value} onValue={put} fault={error} needed={needed} />;
}

/** Money in the shop's currency; its body is in hundredths. */
export function PriceInput({ name, ...shown }: InputProps) {
  const { value, put, error, needed } = useDialogField<number>(name);
  return (
    <NumberField
      {...shown}
      initial={value === undefined ? '' : String(value / 100)}
      onValue={(major) => put(major === undefined ? undefined : Math.round(major * 100))}
      fault={error}
      needed={needed}
    />
  );
}

/** Somebody by name, such as a supplier: one of those the shop knows, or another. */
export function NameInput({ name, label, width, known }: InputProps & { known: readonly string[] }) {
  const { value, put, input, error, needed } = useDialogField<string>(name);
  return (
    <NameField
      label={label}
      value={value ?? ''}
      known={known}
      onName={(typed) => put(typed === '' ? undefined : typed)}
      needed={needed}
      fault={error}
      input={input}
      {...(width === undefined ? {} : { width })}
    />
  );
}

/** Words of any kind; emptied, the field is not sent. */
export function TextInput({
  name,
  label,
  width,
  lines,
  help,
}: InputProps & { lines?: number; help?: string }) {
  const { value, put, input, error, needed } = useDialogField<string>(name);
  return (
    <TextField
      label={label}
      value={value ?? ''}
      inputRef={input}
      required={needed}
      error={error !== undefined}
      helperText={error ?? help}
      onChange={(e) => put(e.target.value === '' ? undefined : e.target.value)}
      {...(lines === undefined ? {} : { multiline: true, minRows: lines })}
      slotProps={{ htmlInput: { maxLength: 300 } }}
      sx={{ ...(width === undefined ? { flex: '1 1 auto' } : { width }) }}
    />
  );
}

/** A PIN or password as it is typed, not shown. */
export function SecretInput({ name, label, width = 260 }: InputProps) {
  const { value, put, input, error, needed } = useDialogField<string>(name);
  return (
    <TextField
      label={label}
      type="password"
      value={value ?? ''}
      inputRef={input}
      required={needed}
      error={error !== undefined}
      helperText={error}
      onChange={(e) => put(e.target.value === '' ? undefined : e.target.value)}
      slotProps={{ htmlInput: { maxLength: 200, autoComplete: 'new-password' } }}
      sx={{ width }}
    />
  );
}

/** A reason kept on record; usual ones need one touch. */
export function ReasonInput({
  name = 'reason',
  label = 'Reason',
  usual = [],
}: Partial<InputProps> & { usual?: readonly string[] }) {
  const { value, put } = useDialogField<string>(name);
  return (
    <>
      {usual.length > 0 ? (
        <Box sx={{ display: 'flex', gap: 1, flexWrap: 'wrap' }}>
          {usual.map((reason) => (
            <Button
              key={reason}
              variant={reason === value ? 'contained' : 'outlined'}
              sx={{ minHeight: 64 }}
              onClick={() => put(reason)}
            >
              {reason}
            </Button>
          ))}
        </Box>
      ) : null}
      <TextInput name={name} label={label} />
    </>
  );
}

/** A day by the calendar. */
export function DateInput({ name, label, width = 180 }: InputProps) {
  const { value, put, input, error, needed } = useDialogField<string | null>(name);
  return (
    <TextField
      type="date"
      label={label}
      value={value ?? ''}
      inputRef={input}
      required={needed}
      error={error !== undefined}
      helperText={error}
      onChange={(e) => put(e.target.value === '' ? undefined : e.target.value)}
      slotProps={{ inputLabel: { shrink: true } }}
      sx={{ width }}
    />
  );
}

interface ChoiceInputProps extends InputProps {
  /** What is sent, and the words for it. */
  options: readonly (readonly [value: string, words: string])[];
  help?: string;
  onPick?: (value: string) => void;
}

/** One of several, in a list. */
export function ChoiceInput({ name, label, width, options, help, onPick }: ChoiceInputProps) {
  const { value, put, input, error, needed } = useDialogField<string>(name);
  return (
    <TextField
      select
      label={label}
      value={value ?? ''}
      inputRef={input}
      required={needed}
      error={error !== undefined}
      helperText={error ?? help}
      onChange={(e) => {
        put(e.target.value === '' ? undefined : e.target.value);
        onPick?.(e.target.value);
      }}
      sx={{ ...(width === undefined ? {} : { width }) }}
    >
      {options.map(([sent, words]) => (
        <MenuItem key={sent} value={sent}>
          {words}
        </MenuItem>
      ))}
    </TextField>
  );
}

/** Words that are values as well, for a list of choices. */
export function same(words: readonly string[]): (readonly [string, string])[] {
  return words.map((word) => [word, word] as const);
}

/** Yes or no, on a switch. */
export function TickInput({ name, label }: InputProps) {
  const { value, put } = useDialogField<boolean>(name);
  return (
    <FormControlLabel
      label={label}
      control={<Switch checked={value === true} onChange={(_, on) => put(on)} />}
    />
  );
}

interface ToggleInputProps<T> extends InputProps {
  options: readonly (readonly [value: T, words: string])[];
}

/** One of a few, side by side; pressed again it is not said. */
export function ToggleInput<T extends string | boolean>({ name, label, options }: ToggleInputProps<T>) {
  const { value, put, error } = useDialogField<T>(name);
  return (
    <Box sx={{ display: 'flex', gap: 2, alignItems: 'center' }}>
      <Box sx={{ width: 80 }}>{label}</Box>
      <ToggleButtonGroup
        exclusive
        aria-label={label}
        value={value ?? null}
        onChange={(_, chosen: T | null) => put(chosen ?? undefined)}
      >
        {options.map(([sent, words]) => (
          <ToggleButton key={words} value={sent} sx={{ textTransform: 'none', minHeight: 44 }}>
            {words}
          </ToggleButton>
        ))}
      </ToggleButtonGroup>
      {error ? <FormHelperText error>{error}</FormHelperText> : null}
    </Box>
  );
}

interface SignedInputProps {
  guard: string;
  sentences: readonly string[];
}

/** What speaks against it, and the reason with which it is signed past. */
export function SignedInput({ guard, sentences }: SignedInputProps) {
  return (
    <Box>
      {sentences.map((sentence) => (
        <Box key={sentence} sx={{ mb: 0.5 }}>
          {sentence}
        </Box>
      ))}
      <Box sx={{ display: 'flex' }}>
        <TextInput name={`signed.${guard}`} label="Your reason, kept on record" />
      </Box>
    </Box>
  );
}

/** Room for a reason beside everything that the server wants signed; one for all that is said of a guard. */
export function SignedInputs() {
  const toSign = useToSign();
  return [...new Set(toSign.map((s) => s.path))].map((path) => (
    <SignedInput
      key={path}
      guard={path.slice('signed.'.length)}
      sentences={toSign.filter((s) => s.path === path).map((s) => s.message)}
    />
  ));
}
