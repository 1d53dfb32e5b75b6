import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useState } from 'react';
import { isUnstated, plain } from '@zest/core';
import type { LibraryItem } from '@zest/contract';
import { IngredientLink } from '../../../ui/IngredientLink.js';
import { Loading } from '../../../ui/Loading.js';
import { PRIMARY, PrimaryBar } from '../../../ui/PrimaryBar.js';
import { usePerson } from '../../../data/session.js';
import { COLOUR, NUMERALS } from '../../../ui/theme.js';
import { Triangle, Trouble } from '../../../ui/Trouble.js';
import { useUnits } from '../../../ui/units.js';
import { RecipePlaces } from '../RecipePlaces.js';
import { useLibrary } from '../use-recipes.js';
import { holdsWords } from './holds-words.js';
import { FactsDialog } from './FactsDialog.js';
import { MakePreBlendDialog } from './MakePreBlendDialog.js';
import { PreBlendDialog } from './PreBlendDialog.js';

const COLUMNS = 'minmax(150px, 1.3fr) 96px 96px 70px minmax(120px, 1fr) 96px 120px';

/** The spice shelf: what is known of every ingredient in its form, and the shop's own pre-blends. */
export default function LibraryPage() {
  const library = useLibrary();
  const units = useUnits();
  const lead = usePerson().role === 'lead';
  const [find, setFind] = useState('');
  const [editing, setEditing] = useState<LibraryItem>();
  const [making, setMaking] = useState<LibraryItem>();
  const [blending, setBlending] = useState(false);
  if (library.error) return <Trouble error={library.error} again={() => void library.refetch()} />;
  if (!library.data) return <Loading what="Opening the shelf" />;
  const shown = library.data.filter((i) => plain(`${i.name} ${i.form} ${i.role}`).includes(plain(find)));
  return (
    <Box sx={{ pb: 2 }}>
      <RecipePlaces />
      <TextField
        label="Find on the shelf"
        value={find}
        onChange={(e) => setFind(e.target.value)}
        sx={{ mb: 1.5, width: 300 }}
      />
      <Box role="table" aria-label="Ingredients">
        <Box role="row" sx={{ display: 'grid', gridTemplateColumns: COLUMNS, gap: 1, fontSize: 14, pb: 0.5 }}>
          {['ingredient, form', 'role', 'g/kg, usual', 'g/mL', 'holds', 'price', ''].map((head, i) => (
            <Box role="columnheader" key={i}>
              {head}
            </Box>
          ))}
        </Box>
        {shown.map((item) => (
          <Box
            role="row"
            key={item.id}
            sx={{
              display: 'grid',
              gridTemplateColumns: COLUMNS,
              gap: 1,
              alignItems: 'center',
              borderTop: `1px solid ${COLOUR.edge}`,
              minHeight: 52,
            }}
          >
            <Box role="cell">
              <IngredientLink id={item.id} name={item.name} />, {item.form}
            </Box>
            <Box role="cell">{item.preBlend ? 'pre-blend' : item.role}</Box>
            <Box role="cell" sx={NUMERALS} title={item.dose?.source}>
              {item.dose ? `${item.dose.minGPerKg}–${item.dose.maxGPerKg}` : '–'}
            </Box>
            <Box role="cell" sx={NUMERALS} title={item.density?.source}>
              {item.density ? units.number(item.density.gPerMl, 2) : '–'}
            </Box>
            <Box role="cell" sx={{ fontSize: 15, display: 'flex', gap: 0.75, alignItems: 'center' }}>
              {isUnstated(item) ? <Triangle size={16} /> : null}
              <span>{holdsWords(item, units)}</span>
            </Box>
            <Box role="cell" sx={NUMERALS}>
              {item.priceMinorPerKg === null ? '–' : units.perMass(item.priceMinorPerKg)}
            </Box>
            <Box role="cell">
              {!lead ? null : item.preBlend ? (
                <Button onClick={() => setMaking(item)}>Make some</Button>
              ) : (
                <Button onClick={() => setEditing(item)} aria-label={`Write down ${item.name}, ${item.form}`}>
                  Write down
                </Button>
              )}
            </Box>
          </Box>
        ))}
        {shown.length === 0 ? <Box sx={{ py: 3 }}>Nothing on the shelf has that name.</Box> : null}
      </Box>
      {editing ? <FactsDialog key={editing.id} item={editing} onClose={() => setEditing(undefined)} /> : null}
      {making ? (
        <MakePreBlendDialog item={making} library={library.byId} onClose={() => setMaking(undefined)} />
      ) : null}
      {blending ? <PreBlendDialog library={library} onClose={() => setBlending(false)} /> : null}
      {lead ? (
        <PrimaryBar>
          <Button variant="contained" sx={PRIMARY} onClick={() => setBlending(true)}>
            New pre-blend
          </Button>
        </PrimaryBar>
      ) : null}
    </Box>
  );
}
