import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { useQuery } from '@tanstack/react-query';
import { useState, type ReactNode } from 'react';
import { Link, useParams } from 'react-router';
import type { LibraryItem, StockItem } from '@zest/contract';
import { doseFraction, isUnstated } from '@zest/core';
import { queries } from '../../../data/queries.js';
import { usePerson } from '../../../data/session.js';
import { Loading } from '../../../ui/Loading.js';
import { PRIMARY, PrimaryBar } from '../../../ui/PrimaryBar.js';
import { COLOUR, NUMERALS } from '../../../ui/theme.js';
import { Triangle, Trouble } from '../../../ui/Trouble.js';
import { useUnits } from '../../../ui/units.js';
import { GoodsCountDialog, LotsOfItem, ReceiveGoodsDialog, amount, runsOut } from '../../cold-room/index.js';
import { useLibrary, useRecipes } from '../use-recipes.js';
import { FactsDialog } from './FactsDialog.js';
import { holdsWords } from './holds-words.js';

/** One ingredient in one place: what it is, what of it is here, and what it goes into. */
export default function IngredientPage() {
  const { id = '' } = useParams();
  const library = useLibrary();
  const goods = useQuery(queries.goods);
  const failed = library.error ?? goods.error;
  if (failed) return <Trouble error={failed} again={() => void library.refetch()} />;
  if (!library.data || !goods.data) return <Loading what="Fetching the ingredient" />;
  const item = library.data.find((i) => i.id === id);
  if (!item) return <Box role="alert">There is no such ingredient.</Box>;
  return <Ingredient item={item} stock={goods.data.find((g) => g.id === id)} />;
}

type Doing = 'facts' | 'receive' | StockItem['lots'][number];

function Ingredient({ item, stock }: { item: LibraryItem; stock: StockItem | undefined }) {
  const { role } = usePerson();
  const units = useUnits();
  const [doing, setDoing] = useState<Doing>();
  const close = () => setDoing(undefined);
  const lead = role === 'lead';
  return (
    <Box sx={{ pb: 2 }}>
      <Box sx={{ display: 'flex', gap: 2, alignItems: 'baseline', flexWrap: 'wrap', mb: 2 }}>
        <Box component="h1" sx={{ fontSize: 28, m: 0 }}>
          {item.name}
        </Box>
        <Box>
          {item.form}, {item.preBlend ? 'a pre-blend of the shop' : item.role}
        </Box>
        <Box sx={{ ml: 'auto', display: 'flex', gap: 2 }}>
          <Box component={Link} to="/recipes/shelf" sx={{ color: 'text.primary' }}>
            The shelf
          </Box>
          <Box component={Link} to="/cold-room/goods" sx={{ color: 'text.primary' }}>
            All that is here
          </Box>
        </Box>
      </Box>
      <Box sx={{ display: 'grid', gridTemplateColumns: 'minmax(0, 1fr) minmax(0, 1fr)', gap: 4 }}>
        <Part title="What it is">
          <Facts item={item} />
          {lead && !item.preBlend ? (
            <Button variant="outlined" sx={{ mt: 1.5 }} onClick={() => setDoing('facts')}>
              Write down
            </Button>
          ) : null}
        </Part>
        <Part title="What of it is here">
          {!stock || stock.isSupply ? (
            <Box>{stock?.isSupply ? 'It comes from the tap and does not run out.' : 'Nothing.'}</Box>
          ) : (
            <>
              <Box sx={{ ...NUMERALS, fontSize: 26, fontWeight: 700 }}>
                {amount(stock, stock.free, units)}
              </Box>
              <Box sx={{ mb: 1 }}>
                free, {amount(stock, stock.used28, units)} used in four weeks; runs out: {runsOut(stock)}
              </Box>
              <LotsOfItem item={stock} onCount={lead || role === 'bench' ? setDoing : undefined} />
            </>
          )}
        </Part>
      </Box>
      <GoesInto item={item} />
      {lead && stock && !stock.isSupply ? (
        <PrimaryBar>
          <Button variant="contained" sx={PRIMARY} onClick={() => setDoing('receive')}>
            Receive {item.name}
          </Button>
        </PrimaryBar>
      ) : null}
      {doing === 'facts' ? <FactsDialog item={item} onClose={close} /> : null}
      {doing === 'receive' && stock ? <ReceiveGoodsDialog item={stock} onClose={close} /> : null}
      {typeof doing === 'object' && stock ? (
        <GoodsCountDialog item={stock} lot={doing} onClose={close} />
      ) : null}
    </Box>
  );
}

function Part({ title, children }: { title: string; children: ReactNode }) {
  return (
    <Box component="section" aria-label={title}>
      <Box component="h2" sx={{ fontSize: 20, m: '0 0 8px' }}>
        {title}
      </Box>
      {children}
    </Box>
  );
}

/** Each figure with where it is from. */
function Facts({ item }: { item: LibraryItem }) {
  const units = useUnits();
  const { dose, density } = item;
  const rows: (readonly [string, string])[] = [
    ['Holds', holdsWords(item, units) || 'nothing that limits or labels count'],
    ...(dose ? [['Usual dose', `${dose.minGPerKg}–${dose.maxGPerKg} g/kg, ${dose.source}`] as const] : []),
    ...(density
      ? [['A millilitre', `${units.number(density.gPerMl, 2)} g, ${density.source}`] as const]
      : []),
    [
      'On the label',
      item.parts.length > 0 ? item.parts.map((p) => p.name).join(', ') : (item.declaredAs ?? item.name),
    ],
    ['Last price', item.priceMinorPerKg === null ? 'not known' : units.perMass(item.priceMinorPerKg)],
  ];
  return (
    <Box component="dl" sx={{ m: 0 }}>
      {rows.map(([name, words]) => (
        <Box
          key={name}
          sx={{
            display: 'grid',
            gridTemplateColumns: '120px 1fr',
            gap: 1.5,
            borderTop: `1px solid ${COLOUR.edge}`,
            py: 0.75,
          }}
        >
          <Box component="dt">{name}</Box>
          <Box component="dd" sx={{ m: 0, fontWeight: 700, display: 'flex', gap: 1 }}>
            {name === 'Holds' && isUnstated(item) ? <Triangle size={18} /> : null}
            {words}
          </Box>
        </Box>
      ))}
    </Box>
  );
}

/** Recipes that it goes into, with their dose. */
function GoesInto({ item }: { item: LibraryItem }) {
  const recipes = useRecipes();
  const units = useUnits();
  const uses = (recipes.data ?? []).flatMap((recipe) =>
    recipe.document.lines
      .filter((line) => line.ingredientId === item.id)
      .map((line) => ({ recipe, line, ...doseFraction(line.dose) })),
  );
  return (
    <Box sx={{ mt: 3 }}>
      <Part title="What it goes into">
        {uses.length === 0 ? <Box>No recipe of the book.</Box> : null}
        {uses.map(({ recipe, line, fraction, basis }) => (
          <Box key={`${recipe.id} ${line.key}`} sx={{ display: 'flex', gap: 2, minHeight: 32 }}>
            <Box component={Link} to={`/recipes/${recipe.id}`} sx={{ color: 'text.primary', width: 260 }}>
              {recipe.name}
            </Box>
            <Box sx={NUMERALS}>
              {units.number(fraction * 1000, 2)} g/kg of {basis === 'meat' ? 'meat' : 'mix'}
            </Box>
          </Box>
        ))}
      </Part>
    </Box>
  );
}
