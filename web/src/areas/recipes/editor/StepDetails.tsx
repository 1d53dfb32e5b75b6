import Box from '@mui/material/Box';
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import { setOnStep, stepInstruction, stepTitle, type MethodStep, type ParamValue } from '@zest/core';
import { OwnWords, StepParams } from '../../../ui/StepParams.js';
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
      <StepParams step={step} onSet={set} />
    </Box>
  );
}
