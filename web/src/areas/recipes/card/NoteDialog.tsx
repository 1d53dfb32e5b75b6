import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import { useState } from 'react';
import { ROUTES, type RecipeStory } from '@zest/contract';
import { CommandDialog, TextInput } from '../../../ui/command/index.js';

/** Pins a note to a line or a step; it comes up there at the next batch. */
export function NoteDialog({ story, onClose }: { story: RecipeStory; onClose: () => void }) {
  const [where, setWhere] = useState('');
  const [kind, key = null] = where.split(':');
  return (
    <CommandDialog
      route={ROUTES.addRecipeNote}
      params={{ id: story.recipe.id }}
      title={`A note on ${story.recipe.name}`}
      action="Pin it"
      toBody={(typed) => ({
        ...typed,
        lineKey: kind === 'line' ? key : null,
        stepKey: kind === 'step' ? key : null,
      })}
      topics={['recipes']}
      onClose={onClose}
    >
      <TextField select label="Pinned to" value={where} onChange={(e) => setWhere(e.target.value)}>
        <MenuItem value="">the whole recipe</MenuItem>
        {story.recipe.document.lines.map((line) => (
          <MenuItem key={line.key} value={`line:${line.key}`}>
            {line.name}
          </MenuItem>
        ))}
        {story.recipe.document.steps.map((step) => (
          <MenuItem key={step.key} value={`step:${step.key}`}>
            {step.title}
          </MenuItem>
        ))}
      </TextField>
      <TextInput name="sentence" label="What should be remembered" lines={2} />
    </CommandDialog>
  );
}
