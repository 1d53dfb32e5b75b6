import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import {
  paramsOf,
  setOnStep,
  sizesOf,
  stepInstruction,
  stepKind,
  stepTitle,
  traitsOf,
  type MethodStep,
  type ParamSpec,
  type ParamValue,
} from '@zest/core';
import { useMachines } from '../../../data/use-machines.js';
import { NumberField } from '../../../ui/fields.js';
import { COLOUR } from '../../../ui/theme.js';
import type { EditorDocument } from '../new-document.js';

interface StepDetailsProps {
  step: MethodStep;
  portions: readonly { key: string; name: string }[];
  onEdit: (edit: (document: EditorDocument) => EditorDocument, topic?: string) => void;
}

/** What one step says in the recipe's own words, and a field for each parameter of its kind. */
export function StepDetails({ step, portions, onEdit }: StepDetailsProps) {
  const set = (name: string, value: ParamValue | undefined) =>
    onEdit((d) => ({ ...d, steps: setOnStep(d.steps, step.key, name, value) }), `${name} ${step.key}`);
  const values = paramsOf(step);
  const asked = Object.entries(stepKind(step.kind).parameters).filter(
    ([, spec]) => spec.asked?.(values) !== false,
  );
  const { machine } = traitsOf(step);
  const machines = useMachines();
  const sizes = machine ? sizesOf(machines, machine) : [];
  const bare = { ...step, title: undefined, instruction: undefined };
  return (
    <Box sx={{ display: 'flex', gap: 1.25, flexWrap: 'wrap', bgcolor: COLOUR.sheet, p: '8px 8px 12px 48px' }}>
      <OwnWords
        label="Title"
        value={step.title}
        usual={stepTitle(bare)}
        most={60}
        width={200}
        onValue={(v) => set('title', v)}
      />
      <OwnWords
        label="What the bench is told"
        value={step.instruction}
        usual={stepInstruction(bare)}
        most={300}
        width="min(100%, 460px)"
        onValue={(v) => set('instruction', v)}
      />
      {portions.length > 0 ? (
        <TextField
          select
          label="Done to"
          value={step.portion ?? ''}
          onChange={(e) => set('portion', e.target.value || undefined)}
          slotProps={{ select: { displayEmpty: true }, inputLabel: { shrink: true } }}
          sx={{ width: 200 }}
        >
          <MenuItem value="">what is not parted off</MenuItem>
          {portions.map((p) => (
            <MenuItem key={p.key} value={p.key}>
              {p.name || 'the portion'}
            </MenuItem>
          ))}
        </TextField>
      ) : null}
      {asked.map(([name, spec]) => (
        <ParamField
          key={name}
          spec={spec}
          value={values[name]}
          sizes={spec.type === 'number' && spec.isSize ? sizes : []}
          onValue={(v) => set(name, v)}
        />
      ))}
    </Box>
  );
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

function OwnWords({ label, value, usual, most, width, onValue }: OwnWordsProps) {
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
          width={Math.max(130, 8 * (spec.label.length + spec.unit.length + 4))}
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
