import Box from '@mui/material/Box';
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import { COOLINGS, FILLS, MIXED_BY, SEASON_HOWS, SHAPES, TWISTS, type StepKind } from '@zest/core';
import { NumberField } from '../../app/fields.js';
import { COLOUR } from '../../app/theme.js';
import type { EditorDocument } from '../new-document.js';
import { NUMBERS, setParameter, type EditorStep } from './method-edits.js';

interface StepDetailsProps {
  step: EditorStep;
  onEdit: (edit: (document: EditorDocument) => EditorDocument, topic?: string) => void;
}

type WordKey = 'bind' | 'mixedBy' | 'seasonHow' | 'stream' | 'fill' | 'shape' | 'twist' | 'cooling';

const WORDS: Partial<
  Record<StepKind, readonly { name: WordKey; label: string; values: readonly string[] }[]>
> = {
  grind: [{ name: 'stream', label: 'What goes through', values: ['all', 'lean', 'fat'] }],
  season: [{ name: 'seasonHow', label: 'Goes in', values: SEASON_HOWS }],
  mix: [
    { name: 'bind', label: 'Bind', values: ['short', 'sticky'] },
    { name: 'mixedBy', label: 'Mixed by', values: MIXED_BY },
    { name: 'seasonHow', label: 'Seasoning goes in', values: SEASON_HOWS },
  ],
  stuff: [{ name: 'fill', label: 'Fill', values: FILLS }],
  link: [
    { name: 'shape', label: 'Shape', values: SHAPES.slice(0, 4) },
    { name: 'twist', label: 'Twist', values: TWISTS },
  ],
  form: [{ name: 'shape', label: 'Shape', values: SHAPES.slice(4) }],
  cool: [{ name: 'cooling', label: 'Cooled in', values: COOLINGS }],
};

/** The numbers that this step asks for; only the fat stream says from which fat on. */
function asked(step: EditorStep) {
  const all = NUMBERS[step.kind] ?? [];
  return step.stream === 'fat' ? all : all.filter((p) => p.name !== 'fatFromPct');
}

/** The parameters of one step. */
export function StepDetails({ step, onEdit }: StepDetailsProps) {
  const text = (name: 'title' | 'say' | 'styleSays', label: string, width: number | string) => (
    <TextField
      label={label}
      value={step[name] ?? ''}
      onChange={(e) =>
        onEdit(
          (d) =>
            setParameter(
              d,
              step.key,
              name,
              name === 'styleSays' && !e.target.value ? undefined : e.target.value,
            ),
          `${name} ${step.key}`,
        )
      }
      slotProps={{ htmlInput: { maxLength: name === 'title' ? 60 : 300 } }}
      sx={{ width }}
    />
  );
  return (
    <Box sx={{ display: 'flex', gap: 1.25, flexWrap: 'wrap', bgcolor: COLOUR.sheet, p: '8px 8px 12px 48px' }}>
      {text('title', 'Title', 200)}
      {text('say', 'What the bench is told', 'min(100%, 460px)')}
      {asked(step).map((p) => (
        <NumberField
          key={p.name}
          label={p.label}
          initial={step[p.name] === undefined ? '' : String(step[p.name])}
          width={130}
          onValue={(value) =>
            onEdit((d) => setParameter(d, step.key, p.name, value), `${p.name} ${step.key}`)
          }
        />
      ))}
      {(WORDS[step.kind] ?? []).map((p) => (
        <TextField
          key={p.name}
          select
          label={p.label}
          value={step[p.name] ?? ''}
          onChange={(e) =>
            onEdit((d) => setParameter(d, step.key, p.name, e.target.value as EditorStep[WordKey]))
          }
          sx={{ width: 170 }}
        >
          {p.values.map((v) => (
            <MenuItem key={v} value={v}>
              {v}
            </MenuItem>
          ))}
        </TextField>
      ))}
      {step.kind === 'season' || step.kind === 'mix'
        ? text('styleSays', 'Pieces go in before a plate because', 300)
        : null}
    </Box>
  );
}
