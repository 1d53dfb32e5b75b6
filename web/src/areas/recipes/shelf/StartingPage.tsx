import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Radio from '@mui/material/Radio';
import RadioGroup from '@mui/material/RadioGroup';
import FormControlLabel from '@mui/material/FormControlLabel';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import {
  METHOD_TEMPLATES,
  STARTING_RECIPES,
  USUAL_INGREDIENTS,
  isCureFor,
  type StartingRecipe,
} from '@zest/core';
import { ROUTES, type StartRecipe } from '@zest/contract';
import { CommandDialog } from '../../../ui/command/index.js';
import { Loading } from '../../../ui/Loading.js';
import { COLOUR } from '../../../ui/theme.js';
import { RecipePlaces } from '../RecipePlaces.js';
import { useLibrary } from '../use-recipes.js';
import { nameOf } from './usual-list.js';

/** Recipes to begin from, one for each method: taken as a draft, changed, tasted and published. */
export default function StartingPage() {
  const [chosen, setChosen] = useState<StartingRecipe>();
  return (
    <Box sx={{ pb: 2 }}>
      <RecipePlaces />
      <Box sx={{ color: 'text.secondary', mb: 1, maxWidth: 860 }}>
        One for each method, our own. Each begins as a draft of yours; what it needs is put on the shelf.
        Doses are common practice: fry a patty before you sell it.
      </Box>
      {STARTING_RECIPES.map((recipe) => (
        <Box
          key={recipe.key}
          sx={{
            display: 'grid',
            gridTemplateColumns: '190px 1fr 170px auto',
            gap: 2,
            alignItems: 'center',
            minHeight: 64,
            borderTop: `1px solid ${COLOUR.edge}`,
          }}
        >
          <Box sx={{ fontSize: 20, fontWeight: 700 }}>{recipe.name}</Box>
          <Box>{recipe.about}</Box>
          <Box sx={{ fontSize: 15, color: 'text.secondary' }}>
            {METHOD_TEMPLATES.find((t) => t.id === recipe.templateId)?.title}, fat {recipe.window.minPct}–
            {recipe.window.maxPct} %
          </Box>
          <Button
            variant="outlined"
            sx={{ minHeight: 48 }}
            aria-label={`Begin ${recipe.name}`}
            onClick={() => setChosen(recipe)}
          >
            Begin it
          </Button>
        </Box>
      ))}
      {chosen ? <BeginDialog recipe={chosen} onClose={() => setChosen(undefined)} /> : null}
    </Box>
  );
}

/** Asks which cure the shop has, where the recipe has one: its strength decides the dose. */
function BeginDialog({ recipe, onClose }: { recipe: StartingRecipe; onClose: () => void }) {
  const navigate = useNavigate();
  const library = useLibrary();
  const [cure, setCure] = useState<string>();
  if (!library.data) return <Loading what="Opening the shelf" />;
  const own = library.list.filter((i) => i.role === 'cure' && isCureFor(recipe, i));
  const usual = USUAL_INGREDIENTS.filter(
    (i) => i.role === 'cure' && isCureFor(recipe, i.facts) && !own.some((o) => nameOf(o) === nameOf(i)),
  );
  const toCure = (): StartRecipe['cure'] => {
    if (cure === undefined) return null;
    return usual.some((i) => i.key === cure) ? { usual: cure } : { ingredientId: cure };
  };
  return (
    <CommandDialog
      route={ROUTES.startRecipe}
      title={`Begin ${recipe.name}`}
      action={`Begin ${recipe.name}`}
      initial={{ key: recipe.key }}
      toBody={(typed) => ({ ...typed, cure: toCure() })}
      waiting={recipe.cure !== undefined && cure === undefined}
      topics={['lots', 'recipes']}
      onDone={async (draft) => navigate(`/recipes/drafts/${draft.id}`)}
      onClose={onClose}
    >
      <Box>{recipe.about}</Box>
      {recipe.cure ? (
        <Box>
          <Box sx={{ fontWeight: 700, mt: 1 }}>Which cure does the shop have? Read its bag.</Box>
          <RadioGroup
            value={cure ?? ''}
            onChange={(e) => setCure(e.target.value)}
            aria-label="The shop’s cure"
          >
            {[
              ...own.map((i) => [i.id, `${nameOf(i)} – on the shelf`] as const),
              ...usual.map((i) => [i.key, nameOf(i)] as const),
            ].map(([value, words]) => (
              <FormControlLabel
                key={value}
                value={value}
                control={<Radio />}
                label={words}
                sx={{ minHeight: 44 }}
              />
            ))}
          </RadioGroup>
          <Box sx={{ fontSize: 15 }}>
            If yours is none of these, write it down under Cold room first, with its strength.
          </Box>
        </Box>
      ) : null}
    </CommandDialog>
  );
}
