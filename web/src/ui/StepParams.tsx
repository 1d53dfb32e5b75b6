import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import {
  paramsOf,
  sizesOf,
  stepKind,
  traitsOf,
  type MethodStep,
  type ParamSpec,
  type ParamValue,
} from '@zest/core';
import { useMachines } from '../data/use-machines.js';
import { NumberField } from './fields.js';

interface StepParamsProps {
  step: MethodStep;
  onSet: (name: string, value: ParamValue | undefined) => void;
}

/** A field for each parameter of a step's kind, made from what the kind says of it. */
export function StepParams({ step, onSet }: StepParamsProps) {
  const values = paramsOf(step);
  const asked = Object.entries(stepKind(step.kind).parameters).filter(
    ([, spec]) => spec.asked?.(values) !== false,
  );
  const { machine } = traitsOf(step);
  const machines = useMachines();
  const sizes = machine ? sizesOf(machines, machine) : [];
  return asked.map(([name, spec]) => (
    <ParamField
      key={name}
      spec={spec}
      value={values[name]}
      sizes={spec.type === 'number' && spec.isSize ? sizes : []}
      onValue={(v) => onSet(name, v)}
    />
  ));
}

interface OwnWordsProps {
  label: string;
  value: string | undefined;
  /** What stands there while nothing of its own does. */
  usual: string;
  most: number;
  width: number | string;
  onValue: (value: string | undefined) => void;
}

/** Words of its own; what stands there while there are none is shown. */
export function OwnWords({ label, value, usual, most, width, onValue }: OwnWordsProps) {
  return (
    <TextField
      label={label}
      value={value ?? ''}
      placeholder={usual}
      onChange={(e) => onValue(e.target.value || undefined)}
      slotProps={{ htmlInput: { maxLength: most }, inputLabel: { shrink: true } }}
      sx={{ width }}
    />
  );
}

interface ParamFieldProps {
  spec: ParamSpec;
  value: ParamValue | undefined;
  /** What the shop has of it, one touch each. */
  sizes: readonly number[];
  onValue: (value: ParamValue | undefined) => void;
}

/** The field of one parameter, made from what its kind says of it. */
function ParamField({ spec, value, sizes, onValue }: ParamFieldProps) {
  if (spec.type === 'number')
    return (
      <Box sx={{ display: 'flex', gap: 0.5, alignItems: 'center' }}>
        <NumberField
          label={spec.unit ? `${spec.label}, ${spec.unit}` : spec.label}
          initial={value === undefined ? '' : String(value)}
          width={Math.max(130, 9 * (spec.label.length + spec.unit.length + 4))}
          onValue={onValue}
        />
        {sizes
          .filter((mm) => mm !== value)
          .map((mm) => (
            <Button
              key={mm}
              aria-label={`${spec.label} of ${mm} mm`}
              sx={{ minWidth: 48 }}
              onClick={() => onValue(mm)}
            >
              {mm}
            </Button>
          ))}
      </Box>
    );
  if (spec.type === 'text')
    return (
      <OwnWords
        label={spec.label}
        value={typeof value === 'string' ? value : undefined}
        usual=""
        most={spec.most}
        width={300}
        onValue={onValue}
      />
    );
  const choices: readonly (readonly [string, ParamValue])[] =
    spec.type === 'flag'
      ? [
          ['no', false],
          ['yes', true],
        ]
      : spec.values.map((v) => [v, v] as const);
  return (
    <TextField
      select
      label={spec.label}
      value={choices.find(([, v]) => v === value)?.[0] ?? ''}
      onChange={(e) => onValue(choices.find(([title]) => title === e.target.value)?.[1])}
      sx={{ width: 170 }}
    >
      {choices.map(([title]) => (
        <MenuItem key={title} value={title}>
          {title}
        </MenuItem>
      ))}
    </TextField>
  );
}
