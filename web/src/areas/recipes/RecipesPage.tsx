import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { Link, useNavigate } from 'react-router';
import { checkRecipe, type BookId, houseOf } from '@zest/core';
import { type Recipe } from '@zest/contract';
import { Loading } from '../../ui/Loading.js';
import { PRIMARY, PrimaryBar } from '../../ui/PrimaryBar.js';
import { usePerson } from '../../data/session.js';
import { COLOUR, NUMERALS } from '../../ui/theme.js';
import { Tick, Triangle, Trouble } from '../../ui/Trouble.js';
import { useUnits } from '../../ui/units.js';
import { MixStrip } from '../../kit/mix-strip/MixStrip.js';
import { NewRecipeDialog } from './NewRecipeDialog.js';
import { RecipePlaces } from './RecipePlaces.js';
import { materialsOf, useLibrary, useRecipes, useRules } from './use-recipes.js';
import { queries } from '../../data/queries.js';

/** The book: every recipe with a kilogram of its mix laid out, and what is being written. */
export default function RecipesPage() {
  const recipes = useRecipes();
  const library = useLibrary();
  const rules = useRules();
  const drafts = useQuery(queries.recipeDrafts);
  const lead = usePerson().role === 'lead';
  const [creating, setCreating] = useState(false);
  const failed = recipes.error ?? library.error ?? rules.error ?? drafts.error;
  if (failed) return <Trouble error={failed} again={() => void recipes.refetch()} />;
  if (!recipes.data || !library.data || !rules.data || !drafts.data)
    return <Loading what="Opening the book" />;
  return (
    <Box sx={{ pb: 2 }}>
      <RecipePlaces />
      {rules.data.book === null ? (
        <Box role="alert" sx={{ display: 'flex', gap: 1, alignItems: 'center', mb: 1.5 }}>
          <Triangle /> No rule book is chosen: no cured recipe can be published until one is.
          <Link to="/recipes/rules">Choose it</Link>
        </Box>
      ) : null}
      {drafts.data.length > 0 ? (
        <Box component="section" sx={{ mb: 2.5 }}>
          <Box component="h2" sx={{ fontSize: 20, m: '0 0 6px' }}>
            Being written
          </Box>
          {drafts.data.map((draft) => (
            <Box
              key={draft.id}
              component={Link}
              to={`/recipes/drafts/${draft.id}`}
              sx={{
                display: 'flex',
                gap: 2,
                py: 1.25,
                color: COLOUR.ink,
                minHeight: 44,
                alignItems: 'center',
              }}
            >
              <b>{draft.name}</b>
              <span>
                {draft.recipeId
                  ? 'its next version'
                  : draft.fromName
                    ? `a variant of ${draft.fromName}`
                    : 'new'}{' '}
                · {draft.document.lines.length} lines · {draft.person},{' '}
                {draft.changedAt.slice(0, 16).replace('T', ' ')}
              </span>
            </Box>
          ))}
        </Box>
      ) : null}
      {recipes.data.length === 0 ? (
        <Box sx={{ fontSize: 20, py: 4 }}>
          The book is empty. <Link to="/recipes/bring-in">Bring in a recipe</Link> as it stands on its card,
          begin with <Link to="/recipes/starting">one of ours</Link>, or write a new one.
        </Box>
      ) : null}
      {recipes.data.map((recipe) => (
        <RecipeRow
          key={recipe.id}
          recipe={recipe}
          library={library.byId}
          book={rules.data.book}
          house={houseOf(rules.data)}
        />
      ))}
      {creating ? <NewRecipeDialog onClose={() => setCreating(false)} /> : null}
      {lead ? (
        <PrimaryBar>
          <Button component={Link} to="/recipes/bring-in" variant="outlined">
            Bring in an old recipe
          </Button>
          <Button variant="contained" sx={PRIMARY} onClick={() => setCreating(true)}>
            Begin recipe {recipes.data.length + 1}
          </Button>
        </PrimaryBar>
      ) : null}
    </Box>
  );
}

interface RecipeRowProps {
  recipe: Recipe;
  library: ReturnType<typeof useLibrary>['byId'];
  book: BookId | null;
  house: ReturnType<typeof houseOf>;
}

function RecipeRow({ recipe, library, book, house }: RecipeRowProps) {
  const units = useUnits();
  const navigate = useNavigate();
  const { document } = recipe;
  const { figures, findings } = checkRecipe({ name: recipe.name, document, library, book, house });
  const worst = findings.find((f) => f.level === 'stop') ?? findings.find((f) => f.level === 'warn');
  return (
    <Box
      component="article"
      aria-label={recipe.name}
      onClick={() => void navigate(`/recipes/${recipe.id}`)}
      sx={{
        display: 'grid',
        gridTemplateColumns: '250px 1fr 250px',
        gap: 2.5,
        alignItems: 'center',
        py: 1.25,
        borderTop: `1px solid ${COLOUR.edge}`,
        cursor: 'pointer',
        '&:hover': { bgcolor: COLOUR.sheet },
      }}
    >
      <Box>
        <Box
          component={Link}
          to={`/recipes/${recipe.id}`}
          sx={{ fontSize: 20, fontWeight: 700, color: COLOUR.ink }}
        >
          {recipe.name}
        </Box>
        <Box>
          {document.state}, version {recipe.versionNo}
        </Box>
      </Box>
      {figures ? (
        <Box>
          <MixStrip parts={materialsOf(figures)} label={`A kilogram of ${recipe.name}`} height={20} />
          <Box sx={{ ...NUMERALS, fontSize: 17, mt: 0.5 }}>
            fat {document.window.minPct}–{document.window.maxPct} % of the meat · salt{' '}
            {units.number(figures.salt * 1000, 1)} g/kg
            {figures.nitrite > 0 ? ` · nitrite ${units.number(figures.nitrite * 1e6, 0)} ppm` : ''} · liquid{' '}
            {units.percent((figures.addedWater / figures.mixPerMeat) * 100)} of the mix
          </Box>
        </Box>
      ) : (
        <span />
      )}
      <Box sx={{ display: 'flex', gap: 1, alignItems: 'flex-start', fontSize: 15 }}>
        {worst ? <Triangle size={18} /> : <Tick size={18} />}
        <Box
          sx={{ display: '-webkit-box', WebkitLineClamp: 2, WebkitBoxOrient: 'vertical', overflow: 'hidden' }}
        >
          {worst?.sentence ?? 'Obeys the book and its own doses.'}
        </Box>
      </Box>
    </Box>
  );
}
