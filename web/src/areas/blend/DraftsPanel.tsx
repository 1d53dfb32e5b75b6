import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import type { PlanUse } from '@zest/core';
import { ROUTES, type BlendDraft, type BlendSettings, type Recipe } from '@zest/contract';
import { call } from '../../data/api.js';
import { command } from '../../data/command.js';
import { COLOUR, NUMERALS } from '../../ui/theme.js';
import { Trouble } from '../../ui/Trouble.js';
import { useUnits } from '../../ui/units.js';
import type { Blend } from './settings.js';
import { refresh } from '../../data/queries.js';
import { useShopTime } from '../../ui/shop-time.js';

interface DraftsPanelProps {
  drafts: readonly BlendDraft[];
  draft: BlendDraft | undefined;
  recipe: Recipe;
  settings: BlendSettings;
  blend: Blend;
  uses: readonly PlanUse[];
  ready: boolean;
  onOpen: (draft: BlendDraft) => void;
}

/** What-ifs kept by name, side by side with the blend as it stands; and planning it for today. */
export function DraftsPanel(props: DraftsPanelProps) {
  const time = useShopTime();
  const { drafts, draft, recipe, settings, blend, uses, ready, onOpen } = props;
  const units = useUnits();
  const client = useQueryClient();
  const [name, setName] = useState(`${recipe.name}, what if`);
  const [error, setError] = useState<unknown>();
  const kept = drafts.filter((d) => d.plannedFor === null && d.recipeId === recipe.id);
  const result = {
    uses: uses.map((u) => ({ lotId: u.id, massMg: u.massMg })),
    fatPct: blend.fatPct,
    fatSd: blend.fatSd,
    chance: blend.chance,
    costMinor: blend.costMinor,
  };
  const act = async (work: () => Promise<unknown>) => {
    setError(undefined);
    try {
      await work();
      await refresh(client, ['drafts']);
    } catch (problem) {
      setError(problem);
    }
  };
  const fields = { recipeId: recipe.id, settings, result };
  const keep = (plannedFor: string | null) =>
    act(() =>
      command(ROUTES.addDraft, {
        body: { name, plannedFor, priority: nextPriority(drafts), ...fields },
      }),
    );
  const change = (target: BlendDraft) =>
    act(() =>
      call(ROUTES.changeDraft, {
        params: { id: target.id },
        body: {
          name: target.name,
          plannedFor: target.plannedFor,
          priority: target.priority,
          version: target.version,
          ...fields,
        },
      }),
    );
  return (
    <Box>
      {error ? <Trouble error={error} /> : null}
      <Box sx={{ display: 'flex', gap: 1.5, alignItems: 'center', mb: 2, flexWrap: 'wrap' }}>
        <TextField label="Name" value={name} onChange={(e) => setName(e.target.value)} sx={{ width: 280 }} />
        <Button variant="outlined" disabled={!ready || name.trim() === ''} onClick={() => void keep(null)}>
          Keep as a what-if
        </Button>
        <Button
          variant="outlined"
          disabled={!ready || name.trim() === ''}
          onClick={() => void keep(time.today())}
        >
          Plan it for today
        </Button>
        {draft ? (
          <Button variant="outlined" disabled={!ready} onClick={() => void change(draft)}>
            Keep the changes to “{draft.name}”
          </Button>
        ) : null}
      </Box>
      <Box sx={{ display: 'grid', gridTemplateColumns: 'repeat(4, 1fr)', gap: 1.5 }}>
        <Column title="As it stands" meatMg={settings.meatMg} result={result} strong />
        {kept.slice(0, 7).map((d) => (
          <Column key={d.id} title={d.name} meatMg={d.settings.meatMg} result={d.result}>
            <Button size="small" onClick={() => onOpen(d)}>
              Adopt
            </Button>
            <Button
              size="small"
              onClick={() => void act(() => call(ROUTES.removeDraft, { params: { id: d.id } }))}
            >
              Throw away
            </Button>
          </Column>
        ))}
      </Box>
      {kept.length === 0 ? <Box sx={{ mt: 1 }}>No what-if of {recipe.name} is kept yet.</Box> : null}
      <Box sx={{ mt: 1, color: 'text.secondary', fontSize: 15 }}>
        Weights in {units.options.system === 'metric' ? 'kilograms' : 'pounds'}; a what-if holds nothing back
        from stock.
      </Box>
    </Box>
  );
}

function Column({
  title,
  meatMg,
  result,
  strong = false,
  children,
}: {
  title: string;
  meatMg: number;
  result: BlendDraft['result'];
  strong?: boolean;
  children?: React.ReactNode;
}) {
  const units = useUnits();
  return (
    <Box
      sx={{
        border: `2px solid ${strong ? COLOUR.pine : COLOUR.edge}`,
        borderRadius: 1,
        p: 1.5,
        bgcolor: COLOUR.sheet,
      }}
    >
      <Box sx={{ fontWeight: 700 }}>{title}</Box>
      <Box sx={{ ...NUMERALS, fontSize: 22, fontWeight: 700 }}>
        {result ? units.perMass(result.costMinor / (meatMg / 1e6)) : 'not worked out yet'}
      </Box>
      {result ? (
        <Box sx={{ fontSize: 15 }}>
          {units.mass(meatMg, 100_000)}, {units.percent(result.fatPct)} fat,{' '}
          {units.percent(result.chance * 100, 0)} sure, {result.uses.length} trims
        </Box>
      ) : (
        <Box sx={{ fontSize: 15 }}>{units.mass(meatMg, 100_000)}</Box>
      )}
      {children}
    </Box>
  );
}

function nextPriority(drafts: readonly BlendDraft[]): number {
  const today = drafts.filter((d) => d.plannedFor !== null).map((d) => d.priority);
  return Math.min(99, Math.max(0, ...today) + 1);
}
