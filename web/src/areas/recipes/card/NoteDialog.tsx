import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import { useState } from 'react';
import { ROUTES, type RecipeStory } from '@zest/contract';
import { ActionDialog } from '../../../ui/ActionDialog.js';
import { command } from '../../../data/command.js';
import { useStoryCommand } from './use-story-command.js';

/** Pins a note to a line or a step; it comes up there at the next batch. */
export function NoteDialog({ story, onClose }: { story: RecipeStory; onClose: () => void }) {
  const sending = useStoryCommand(onClose);
  const [sentence, setSentence] = useState('');
  const [where, setWhere] = useState('');
  const [kind, key] = where.split(':');
  const go = () =>
    sending.run(() =>
      command(ROUTES.addRecipeNote, {
        params: { id: story.recipe.id },
        body: {
          sentence,
          lineKey: kind === 'line' ? (key ?? null) : null,
          stepKey: kind === 'step' ? (key ?? null) : null,
        },
      }),
    );
  return (
    <ActionDialog
      title={`A note on ${story.recipe.name}`}
      action="Pin it"
      disabled={sentence.trim().length < 3}
      {...sending}
      onGo={() => void go()}
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
      <TextField
        label="What should be remembered"
        value={sentence}
        multiline
        minRows={2}
        onChange={(e) => setSentence(e.target.value)}
        slotProps={{ htmlInput: { maxLength: 300 } }}
      />
    </ActionDialog>
  );
}
