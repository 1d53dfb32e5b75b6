import { ROUTES, TASTE_WORDS, type RecipeStory } from '@zest/contract';
import { ChoiceInput, CommandDialog, TextInput, ToggleInput, same } from '../../../ui/command/index.js';

const TEXTURES = ['too coarse', 'right', 'too fine', 'crumbly', 'rubbery'] as const;

/** How it tasted, attribute by attribute. */
export function TastingDialog({ story, onClose }: { story: RecipeStory; onClose: () => void }) {
  return (
    <CommandDialog
      route={ROUTES.addTasting}
      params={{ id: story.recipe.id }}
      title={`How ${story.recipe.name} tasted`}
      action="Write it down"
      topics={['recipes']}
      onClose={onClose}
    >
      <ToggleInput
        name="passed"
        label="Verdict"
        options={[
          [true, 'passed'],
          [false, 'not right'],
        ]}
      />
      <ToggleInput name="salt" label="Salt" options={same(TASTE_WORDS)} />
      <ToggleInput name="spice" label="Spice" options={same(TASTE_WORDS)} />
      <ToggleInput name="fat" label="Fat" options={same(TASTE_WORDS)} />
      <ToggleInput name="texture" label="Texture" options={same(TEXTURES)} />
      <ChoiceInput
        name="batchId"
        label="Batch"
        options={[['', 'none of these'], ...story.batches.map((b) => [b.id, `Batch ${b.number}`] as const)]}
      />
      <TextInput name="words" label="In words" />
    </CommandDialog>
  );
}
