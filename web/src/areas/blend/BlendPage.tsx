import Box from '@mui/material/Box';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { useLocation, useSearchParams } from 'react-router';
import { type BlendDraft } from '@zest/contract';
import { Loading } from '../../ui/Loading.js';
import { Trouble } from '../../ui/Trouble.js';
import { BlendBench } from './BlendBench.js';
import { initialSettings, settingsOfTable, type FromTable } from './settings.js';
import { queries } from '../../data/queries.js';

/** New batch: product, kilograms and window; the cheapest blend on the beam; nudge, lock, open. */
export default function BlendPage() {
  const recipes = useQuery(queries.recipes);
  const lots = useQuery(queries.lots);
  const drafts = useQuery(queries.drafts);
  const [query] = useSearchParams();
  const { state } = useLocation() as { state: { fromTable?: FromTable } | null };
  const [chosen, setChosen] = useState<{ recipeId: string } | { draft: BlendDraft }>();
  const error = recipes.error ?? lots.error ?? drafts.error;
  if (error) {
    return (
      <Trouble
        error={error}
        again={() => void Promise.all([recipes.refetch(), lots.refetch(), drafts.refetch()])}
      />
    );
  }
  if (!recipes.data || !lots.data || !drafts.data) return <Loading what="Fetching the cold room" />;
  const linked = drafts.data.find((d) => d.id === query.get('draft'));
  const draft = chosen ? ('draft' in chosen ? chosen.draft : undefined) : linked;
  const table = chosen || linked ? undefined : state?.fromTable;
  const linkedRecipe = chosen ? undefined : (table?.recipeId ?? query.get('recipe') ?? undefined);
  const recipeId =
    draft?.recipeId ?? (chosen && 'recipeId' in chosen ? chosen.recipeId : undefined) ?? linkedRecipe;
  const recipe = recipes.data.find((r) => r.id === recipeId) ?? recipes.data[0];
  if (!recipe) return <Box>There is no published recipe yet, so no batch can be opened.</Box>;
  return (
    <BlendBench
      key={draft ? `${draft.id} ${draft.version}` : recipe.id}
      recipe={recipe}
      recipes={recipes.data}
      lots={lots.data}
      drafts={drafts.data}
      draft={draft}
      initial={draft?.settings ?? (table ? settingsOfTable(recipe, table) : initialSettings(recipe))}
      onRecipe={(id) => setChosen({ recipeId: id })}
      onDraft={(next) => setChosen({ draft: next })}
    />
  );
}
