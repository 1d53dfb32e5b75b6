import Box from '@mui/material/Box';
import { useQuery } from '@tanstack/react-query';
import { Link } from 'react-router';
import type { Recipe, StockItem } from '@zest/contract';
import { queries } from '../../data/queries.js';
import { COLOUR } from '../../ui/theme.js';
import { Tick } from '../../ui/Trouble.js';

interface Step {
  name: string;
  why: string;
  to: string;
  isDone: boolean;
}

/** What the recipe that lacks least still lacks: what is not here, and does not come from the tap. */
function lackingFor(recipes: readonly Recipe[], goods: readonly StockItem[]): string[] {
  const isHere = (id: string) => goods.some((item) => item.id === id && (item.isSupply || item.free > 0));
  const lacking = recipes.map(({ document }) => {
    const names = document.lines.filter((l) => !isHere(l.ingredientId)).map((l) => l.name);
    const { casing } = document;
    return casing && !isHere(casing.casingId) ? [...names, casing.name] : names;
  });
  return lacking.sort((a, b) => a.length - b.length)[0] ?? [];
}

/** What is missing for the first batch of a shop, in the order in which it is wanted, each with where it is done. */
export function FirstSteps() {
  const health = useQuery(queries.health).data;
  const people = useQuery(queries.people).data;
  const ingredients = useQuery(queries.ingredients).data;
  const recipes = useQuery(queries.recipes).data;
  const lots = useQuery(queries.lots).data;
  const goods = useQuery(queries.goods).data;
  if (!health || !people || !ingredients || !recipes || !lots || !goods) return null;
  const lacking = lackingFor(recipes, goods);
  const steps: Step[] = [
    {
      name: 'Say which shop it is',
      why: 'its country brings rule book, currency, time and units with it; what its machines hold',
      to: '/shop/about',
      isDone: health.timeZone !== 'UTC',
    },
    {
      name: 'Choose the rule book',
      why: 'limits of cure, water and fat differ by country',
      to: '/recipes/rules',
      isDone: health.ruleBook !== null,
    },
    {
      name: 'Add the people',
      why: 'every entry keeps who made it',
      to: '/shop/people',
      isDone: people.filter((p) => p.active).length > 1,
    },
    {
      name: 'Put spices, cure and casings on the shelf',
      why: 'tick what the shop has; strengths and allergens come with it',
      to: '/recipes/usual',
      isDone: ingredients.length > 0,
    },
    {
      name: 'Bring in a recipe, or begin with one of ours',
      why: 'from the card as it is written, or from the starting recipes; then publish it',
      to: '/recipes/starting',
      isDone: recipes.length > 0,
    },
    {
      name: 'Receive meat and fat',
      why: 'weighed, with its fat and how that is known',
      to: '/cold-room/receive',
      isDone: lots.length > 0,
    },
    {
      name: 'Take in the spices, cure and casing of a recipe',
      why:
        lacking.length > 0 && recipes.length > 0
          ? `still to come: ${lacking.join(', ')}`
          : 'weighed or counted, so that each batch knows its lots',
      to: '/cold-room/goods',
      isDone: recipes.length > 0 && lacking.length === 0,
    },
  ];
  const next = steps.find((s) => !s.isDone);
  return (
    <Box component="section" aria-label="First steps" sx={{ maxWidth: 1080 }}>
      <Box component="h2" sx={{ fontSize: 22, mb: 1 }}>
        {next ? 'Before the first batch' : 'Everything is there for the first batch'}
      </Box>
      {steps.map((step, i) => (
        <Box
          key={step.name}
          sx={{
            display: 'grid',
            gridTemplateColumns: '40px 1fr',
            alignItems: 'center',
            minHeight: 56,
            borderTop: `1px solid ${COLOUR.edge}`,
            ...(step === next ? { bgcolor: COLOUR.sheet } : {}),
          }}
        >
          {step.isDone ? (
            <Tick size={24} />
          ) : (
            <Box sx={{ fontSize: 22, fontWeight: 700, pl: 0.75 }}>{i + 1}</Box>
          )}
          <Box>
            <Box
              component={Link}
              to={step.to}
              sx={{ color: 'text.primary', fontSize: 19, fontWeight: step === next ? 700 : 400 }}
            >
              {step.name}
            </Box>
            <Box component="span" sx={{ color: 'text.secondary' }}>
              {' '}
              – {step.isDone ? 'done' : step.why}
            </Box>
          </Box>
        </Box>
      ))}
      <Box sx={{ borderTop: `1px solid ${COLOUR.edge}`, pt: 2, color: 'text.secondary' }}>
        Nothing like it seen yet?{' '}
        <Box component={Link} to="/shop/practice" sx={{ color: 'text.primary' }}>
          Look at an invented shop
        </Box>
        , and press what you like: nothing of it is in yours.
      </Box>
    </Box>
  );
}
