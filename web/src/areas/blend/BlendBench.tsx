import Box from '@mui/material/Box';
import ToggleButton from '@mui/material/ToggleButton';
import ToggleButtonGroup from '@mui/material/ToggleButtonGroup';
import { useCallback, useEffect, useMemo, useState } from 'react';
import type { PlanUse } from '@zest/core';
import type { BlendDraft, BlendSettings, Recipe, TrimLot } from '@zest/contract';
import { Trouble } from '../../ui/Trouble.js';
import { Beam } from '../../kit/beam/Beam.js';
import { BlendFigures } from './BlendFigures.js';
import { BlendHead } from './BlendHead.js';
import { BlendPlaces } from './BlendPlaces.js';
import { BlendTable } from './BlendTable.js';
import { DraftsPanel } from './DraftsPanel.js';
import { Impossible } from './Impossible.js';
import { OffPanel } from './OffPanel.js';
import { OpenBatchButton } from './OpenBatchButton.js';
import { OthersPanel } from './OthersPanel.js';
import { WhyPanel } from './WhyPanel.js';
import { WindowNotes } from './WindowNotes.js';
import { nudge } from './nudge.js';
import { DIVISION_KG, describeBlend, shortName, toPlanInput, whyNot } from './settings.js';
import { usePlan } from './use-plan.js';
import { useWhy } from './use-why.js';

interface BlendBenchProps {
  recipe: Recipe;
  recipes: readonly Recipe[];
  lots: readonly TrimLot[];
  drafts: readonly BlendDraft[];
  draft: BlendDraft | undefined;
  initial: BlendSettings;
  onRecipe: (id: string) => void;
  onDraft: (draft: BlendDraft) => void;
}

const PANELS = ['Why this blend', 'Other blends', 'If a fat is off', 'Kept blends'] as const;

const NOTHING: Readonly<Record<string, number>> = {};

/** One blend: what is asked, the beam, the numbers, and what can be said about the answer. */
export function BlendBench(props: BlendBenchProps) {
  const { recipe, recipes, lots, drafts, draft, initial, onRecipe, onDraft } = props;
  const [settings, setSettings] = useState(initial);
  const [drag, setDrag] = useState<Record<string, number>>();
  const [panel, setPanel] = useState<(typeof PANELS)[number]>('Why this blend');
  const { locks, window } = settings;
  const change = useCallback(
    (next: Partial<BlendSettings>) => setSettings((now) => ({ ...now, ...next })),
    [],
  );
  const setLocks = useCallback(
    (next: (now: Record<string, number>) => Record<string, number>) =>
      setSettings((now) => ({ ...now, locks: next(now.locks) })),
    [],
  );
  const take = useCallback(
    (uses: readonly PlanUse[]) => setLocks(() => Object.fromEntries(uses.map((u) => [u.id, u.massMg / 1e6]))),
    [setLocks],
  );

  const usable = useMemo(() => lots.filter((l) => whyNot(l, settings) === undefined), [lots, settings]);
  const input = useMemo(() => toPlanInput(settings, usable), [settings, usable]);
  const planned = usePlan(input);
  const { answer } = planned;
  const optimal = answer?.status === 'optimal' ? answer : undefined;
  const why = useWhy(planned.asked, optimal);
  const plannedKg = useMemo(
    () => optimal && Object.fromEntries(optimal.uses.map((u) => [u.id, u.massMg / 1e6])),
    [optimal],
  );
  // Where no blend can be made of what is held, that is shown as it is, beside what would mend it.
  const held = answer?.status === 'infeasible' ? locks : NOTHING;
  const kg = useMemo(() => drag ?? plannedKg ?? held, [drag, plannedKg, held]);
  const rows = usable.filter((lot) => (kg[lot.id] ?? 0) > 0 || locks[lot.id] !== undefined);
  const blend = useMemo(() => describeBlend(usable, kg, window), [usable, kg, window]);
  const available = useMemo(() => Object.fromEntries(usable.map((l) => [l.id, l.freeMg / 1e6])), [usable]);

  const [heldLot, setHeldLot] = useState<string>();
  const [restAt, setRestAt] = useState(0);
  const size = (id: string, wanted: number) => {
    const base = drag ?? plannedKg;
    if (!base) return;
    setDrag(nudge(base, id, wanted, new Set(Object.keys(locks).filter((l) => l !== id)), available));
    setHeldLot(id);
  };
  useEffect(() => {
    if (restAt === 0 || heldLot === undefined) return;
    const rested = Math.round((drag?.[heldLot] ?? 0) / DIVISION_KG) * DIVISION_KG;
    setSettings((now) => ({ ...now, locks: { ...now.locks, [heldLot]: rested } }));
    setRestAt(0);
  }, [restAt, heldLot, drag]);
  useEffect(() => {
    if (plannedKg) setDrag(undefined);
  }, [plannedKg]);
  const toggleLock = (id: string) =>
    setLocks((now) => {
      const { [id]: was, ...rest } = now;
      return was === undefined ? { ...now, [id]: kg[id] ?? 0 } : rest;
    });
  const ready = optimal !== undefined && !planned.busy && !drag;

  return (
    <Box>
      <BlendPlaces />
      <BlendHead
        recipe={recipe}
        recipes={recipes}
        lots={lots}
        settings={settings}
        busy={planned.busy}
        onRecipe={onRecipe}
        onChange={change}
      />
      <WindowNotes recipe={recipe} window={window} />
      {planned.refused.map((sentence) => (
        <Trouble key={sentence} error={sentence} />
      ))}
      {answer?.status === 'infeasible' ? <Impossible reasons={answer.reasons} lots={lots} /> : null}
      {blend ? (
        <>
          <Beam
            blocks={rows.map((lot) => ({
              id: lot.id,
              name: `${shortName(lot)} ${lot.code}`,
              fatPct: lot.fatPct,
              massKg: kg[lot.id] ?? 0,
              locked: locks[lot.id] !== undefined,
            }))}
            blend={blend}
            window={window}
            onSize={size}
            onRest={() => setRestAt((n) => n + 1)}
            onLock={toggleLock}
          />
          <Box
            sx={{
              display: 'grid',
              gridTemplateColumns: { xs: '1fr', lg: 'minmax(0, 1fr) 250px' },
              gap: 3,
              mt: 1,
            }}
          >
            <BlendTable
              rows={rows}
              kg={kg}
              totalKg={settings.meatMg / 1e6}
              locks={locks}
              moving={drag !== undefined}
              onLock={toggleLock}
              onKg={(id, value) => setLocks((now) => ({ ...now, [id]: value }))}
            />
            <BlendFigures blend={blend} answer={optimal} wanted={settings.confidence} lots={usable} />
          </Box>
        </>
      ) : null}
      {optimal && blend ? (
        <Box component="section" aria-label={panel} sx={{ mt: 2 }}>
          <ToggleButtonGroup
            exclusive
            value={panel}
            aria-label="About this blend"
            onChange={(_, next: (typeof PANELS)[number] | null) => next && setPanel(next)}
            sx={{ mb: 1.5 }}
          >
            {PANELS.map((name) => (
              <ToggleButton key={name} value={name} sx={{ minHeight: 44, px: 2, textTransform: 'none' }}>
                {name}
              </ToggleButton>
            ))}
          </ToggleButtonGroup>
          {panel === 'Why this blend' ? (
            <WhyPanel why={why} answer={optimal} settings={settings} lots={lots} onChange={change} />
          ) : null}
          {panel === 'Other blends' ? (
            <OthersPanel others={why.others} answer={optimal} lots={usable} window={window} onTake={take} />
          ) : null}
          {panel === 'If a fat is off' ? <OffPanel lots={rows} kg={kg} window={window} /> : null}
          {panel === 'Kept blends' ? (
            <DraftsPanel
              drafts={drafts}
              draft={draft}
              recipe={recipe}
              settings={settings}
              blend={blend}
              uses={optimal.uses}
              ready={ready}
              onOpen={onDraft}
            />
          ) : null}
        </Box>
      ) : null}
      <OpenBatchButton recipe={recipe} settings={settings} kg={kg} draft={draft} ready={ready} />
    </Box>
  );
}
