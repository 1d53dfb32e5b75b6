import Box from '@mui/material/Box';
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import ToggleButton from '@mui/material/ToggleButton';
import ToggleButtonGroup from '@mui/material/ToggleButtonGroup';
import { useState } from 'react';
import { ROUTES, TASTE_WORDS, type NewTasting, type RecipeStory } from '@zest/contract';
import { ActionDialog } from '../../../ui/ActionDialog.js';
import { command } from '../../../data/command.js';
import { useStoryCommand } from './use-story-command.js';

const TEXTURES = ['too coarse', 'right', 'too fine', 'crumbly', 'rubbery'] as const;

/** How it tasted, attribute by attribute. */
export function TastingDialog({ story, onClose }: { story: RecipeStory; onClose: () => void }) {
  const sending = useStoryCommand(onClose);
  const [tasting, setTasting] = useState<Partial<NewTasting>>({});
  const go = () =>
    sending.run(() =>
      command(ROUTES.addTasting, {
        params: { id: story.recipe.id },
        body: { ...tasting, passed: tasting.passed === true },
      }),
    );
  const choose = (name: 'salt' | 'spice' | 'fat' | 'texture', title: string, words: readonly string[]) => (
    <Box sx={{ display: 'flex', gap: 2, alignItems: 'center' }}>
      <Box sx={{ width: 80 }}>{title}</Box>
      <ToggleButtonGroup
        exclusive
        aria-label={title}
        value={tasting[name] ?? null}
        onChange={(_, value: string | null) =>
          setTasting(({ [name]: _old, ...rest }) =>
            value ? ({ ...rest, [name]: value } as typeof rest) : rest,
          )
        }
      >
        {words.map((word) => (
          <ToggleButton key={word} value={word} sx={{ textTransform: 'none', minHeight: 44 }}>
            {word}
          </ToggleButton>
        ))}
      </ToggleButtonGroup>
    </Box>
  );
  return (
    <ActionDialog
      title={`How ${story.recipe.name} tasted`}
      action="Write it down"
      disabled={tasting.passed === undefined}
      {...sending}
      onGo={() => void go()}
      onClose={onClose}
    >
      <Box sx={{ display: 'flex', gap: 2, alignItems: 'center' }}>
        <Box sx={{ width: 80 }}>Verdict</Box>
        <ToggleButtonGroup
          exclusive
          aria-label="Verdict"
          value={tasting.passed ?? null}
          onChange={(_, passed: boolean | null) =>
            setTasting(({ passed: _old, ...rest }) => (passed === null ? rest : { ...rest, passed }))
          }
        >
          <ToggleButton value={true} sx={{ textTransform: 'none', minHeight: 44 }}>
            passed
          </ToggleButton>
          <ToggleButton value={false} sx={{ textTransform: 'none', minHeight: 44 }}>
            not right
          </ToggleButton>
        </ToggleButtonGroup>
      </Box>
      {choose('salt', 'Salt', TASTE_WORDS)}
      {choose('spice', 'Spice', TASTE_WORDS)}
      {choose('fat', 'Fat', TASTE_WORDS)}
      {choose('texture', 'Texture', TEXTURES)}
      <TextField
        select
        label="Batch"
        value={tasting.batchId ?? ''}
        onChange={(e) => setTasting((now) => ({ ...now, batchId: e.target.value || null }))}
      >
        <MenuItem value="">none of these</MenuItem>
        {story.batches.map((b) => (
          <MenuItem key={b.id} value={b.id}>
            Batch {b.number}
          </MenuItem>
        ))}
      </TextField>
      <TextField
        label="In words"
        value={tasting.words ?? ''}
        onChange={(e) => setTasting((now) => ({ ...now, words: e.target.value }))}
        slotProps={{ htmlInput: { maxLength: 300 } }}
      />
    </ActionDialog>
  );
}
