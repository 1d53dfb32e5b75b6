import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { Link, useNavigate, useParams } from 'react-router';
import { checkRecipe, houseOf } from '@zest/core';
import { RECIPE_FILE_PATH, ROUTES, type RecipeStory } from '@zest/contract';
import { command } from '../../../data/command.js';
import { Loading } from '../../../ui/Loading.js';
import { PRIMARY, PrimaryBar } from '../../../ui/PrimaryBar.js';
import { usePerson } from '../../../data/session.js';
import { TabRow } from '../../../ui/TabRow.js';
import { NUMERALS } from '../../../ui/theme.js';
import { Triangle, Trouble } from '../../../ui/Trouble.js';
import { useUnits } from '../../../ui/units.js';
import { MixStrip, mixWords } from '../../../kit/mix-strip/MixStrip.js';
import { materialsOf, useLibrary, useRules } from '../use-recipes.js';
import { CardView } from './CardView.js';
import { CostView } from './CostView.js';
import { MadeView } from './MadeView.js';
import { ScaleView } from './ScaleView.js';
import { VersionsView } from './VersionsView.js';
import { useMachines } from '../../../data/use-machines.js';
import { queries } from '../../../data/queries.js';
import type { ViewProps } from './view-props.js';

const VIEWS = ['The card', 'Scale it', 'As it is made', 'Label and cost', 'Versions'] as const;

/** One published recipe: its card, scaled, as it was really made, its label and cost, its versions. */
export default function RecipePage() {
  const { id = '' } = useParams();
  const story = useQuery(queries.recipeStory(id));
  const library = useLibrary();
  const rules = useRules();
  const failed = story.error ?? library.error ?? rules.error;
  if (failed) return <Trouble error={failed} again={() => void story.refetch()} />;
  if (!story.data || !library.data || !rules.data) return <Loading what="Fetching the card" />;
  return <RecipeSheet story={story.data} library={library} rules={rules.data} />;
}

interface RecipeSheetProps {
  story: RecipeStory;
  library: ReturnType<typeof useLibrary>;
  rules: NonNullable<ReturnType<typeof useRules>['data']>;
}

function RecipeSheet({ story, library, rules }: RecipeSheetProps) {
  const units = useUnits();
  const { recipe } = story;
  const [view, setView] = useState<(typeof VIEWS)[number]>('The card');
  const check = checkRecipe({
    name: recipe.name,
    document: recipe.document,
    library: library.byId,
    book: rules.book,
    house: houseOf(rules),
    machines: useMachines(),
  });
  const stop = check.findings.find((f) => f.level === 'stop');
  const props: ViewProps = { story, library, check };
  return (
    <Box sx={{ pb: 2 }}>
      <Box sx={{ display: 'flex', gap: 2, alignItems: 'baseline', flexWrap: 'wrap' }}>
        <Box component="h1" sx={{ fontSize: 28, m: 0 }}>
          {recipe.name}
        </Box>
        <Box>
          {recipe.document.state}, version {recipe.versionNo}
          {story.parent ? (
            <>
              , a variant of <Link to={`/recipes/${story.parent.recipeId}`}>{story.parent.name}</Link>
            </>
          ) : null}
        </Box>
        <Files id={recipe.id} />
      </Box>
      {check.figures ? (
        <Box sx={{ my: 1 }}>
          <MixStrip parts={materialsOf(check.figures)} label={`A kilogram of ${recipe.name}`} height={26} />
          <Box sx={{ ...NUMERALS, fontSize: 16 }}>
            {mixWords(materialsOf(check.figures), (v) => units.percent(v))}
          </Box>
        </Box>
      ) : null}
      {stop ? (
        <Box role="alert" sx={{ display: 'flex', gap: 1, fontWeight: 700, mb: 1 }}>
          <Triangle /> No batch can be opened now: {units.sentence(stop.sentence)}
        </Box>
      ) : null}
      <TabRow label="Views of the recipe" tabs={VIEWS} chosen={view} onChoose={setView} />
      <Box role="tabpanel" aria-label={view}>
        {view === 'The card' ? (
          <CardView {...props} />
        ) : view === 'Scale it' ? (
          <ScaleView {...props} />
        ) : view === 'As it is made' ? (
          <MadeView {...props} />
        ) : view === 'Label and cost' ? (
          <CostView {...props} book={rules.book} house={houseOf(rules)} />
        ) : (
          <VersionsView {...props} />
        )}
      </Box>
      <Actions story={story} />
    </Box>
  );
}

function Files({ id }: { id: string }) {
  const href = (kind: string) => RECIPE_FILE_PATH.replace(':id', id).replace(':kind', kind);
  return (
    <Box sx={{ ml: 'auto', display: 'flex', gap: 1 }}>
      <Button component="a" href={href('card.pdf')} target="_blank">
        Print the card
      </Button>
      <Button component="a" href={href('recipe.json')}>
        JSON
      </Button>
      <Button component="a" href={href('lines.csv')}>
        CSV
      </Button>
    </Box>
  );
}

/** The next version, or a variant with this as its parent. */
function Actions({ story }: { story: RecipeStory }) {
  const navigate = useNavigate();
  const lead = usePerson().role === 'lead';
  const [error, setError] = useState<unknown>();
  const { recipe } = story;
  const begin = async (variant: boolean) => {
    setError(undefined);
    try {
      const document = {
        ...recipe.document,
        lines: recipe.document.lines.map(({ carries: _carries, ...line }) => line),
      };
      const draft = await command(ROUTES.addRecipeDraft, {
        body: {
          name: variant ? `${recipe.name} variant` : recipe.name,
          recipeId: variant ? null : recipe.id,
          fromVersionId: recipe.versionId,
          document,
        },
      });
      await navigate(`/recipes/drafts/${draft.id}`);
    } catch (problem) {
      setError(problem);
    }
  };
  if (!lead) return null;
  return (
    <PrimaryBar>
      {error ? <Trouble error={error} /> : null}
      <Button component={Link} to={`/blend?recipe=${recipe.id}`} variant="outlined">
        Blend for it
      </Button>
      <Button variant="outlined" onClick={() => void begin(true)}>
        Make a variant
      </Button>
      <Button variant="contained" sx={PRIMARY} onClick={() => void begin(false)}>
        Write version {recipe.versionNo + 1}
      </Button>
    </PrimaryBar>
  );
}
