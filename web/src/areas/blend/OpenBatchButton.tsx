import Button from '@mui/material/Button';
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import { MG_PER_KG, shareOut } from '@zest/core';
import type { BlendDraft, BlendSettings, Recipe } from '@zest/contract';
import { PRIMARY, PrimaryBar } from '../../ui/PrimaryBar.js';
import { Trouble } from '../../ui/Trouble.js';
import { useUnits } from '../../ui/units.js';
import { DIVISION_KG } from './settings.js';
import { SignDialog } from './SignDialog.js';
import { useOpenBatch } from './use-open-batch.js';

interface OpenBatchButtonProps {
  recipe: Recipe;
  settings: BlendSettings;
  kg: Readonly<Record<string, number>>;
  draft: BlendDraft | undefined;
  ready: boolean;
}

/** Opens the batch on the beam; guards that the lead may sign past are asked for one by one. */
export function OpenBatchButton({ recipe, settings, kg, draft, ready }: OpenBatchButtonProps) {
  const units = useUnits();
  const navigate = useNavigate();
  const opening = useOpenBatch();
  const [asked, setAsked] = useState(false);
  const [hot, setHot] = useState('');
  const { hotness } = recipe.document;
  const go = async (signed: Record<string, string>) => {
    setAsked(true);
    const sheet = await opening.open({
      recipeId: recipe.id,
      meatMg: settings.meatMg,
      window: settings.window,
      uses: usesOf(settings.meatMg, kg),
      owner: settings.owner,
      hotness: hot || null,
      signed,
      ...(draft?.plannedFor ? { draftId: draft.id } : {}),
    });
    if (!sheet) return;
    await navigate(`/batches/${sheet.id}`);
  };
  return (
    <PrimaryBar>
      {opening.error && asked ? <Trouble error={opening.error} /> : null}
      {hotness.length > 0 ? (
        <TextField
          select
          label="Heat"
          value={hot}
          onChange={(e) => setHot(e.target.value)}
          sx={{ width: 150 }}
        >
          <MenuItem value="">as written</MenuItem>
          {hotness.map((h) => (
            <MenuItem key={h.name} value={h.name}>
              {h.name}
            </MenuItem>
          ))}
        </TextField>
      ) : null}
      <Button variant="contained" disabled={!ready || opening.busy} onClick={() => void go({})} sx={PRIMARY}>
        Open batch · {recipe.name} {units.mass(settings.meatMg)}
      </Button>
      {opening.toSign.length > 0 ? (
        <SignDialog guards={opening.toSign} onSign={go} onClose={opening.forget} />
      ) : null}
    </PrimaryBar>
  );
}

/** Whole milligrams of every lot that sum to the batch, in divisions of the floor scale. */
function usesOf(meatMg: number, kg: Readonly<Record<string, number>>): { lotId: string; massMg: number }[] {
  const entries = Object.entries(kg).filter(([, value]) => value > 0);
  const exact = entries.map(([, value]) => Math.round(value * MG_PER_KG));
  const sums = exact.reduce((a, b) => a + b, 0) === meatMg;
  const masses = sums
    ? exact
    : shareOut(
        meatMg,
        entries.map(([, value]) => value),
        DIVISION_KG * MG_PER_KG,
      );
  return entries.map(([lotId], i) => ({ lotId, massMg: masses[i] ?? 0 }));
}
