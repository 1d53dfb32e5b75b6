import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useEffect, useMemo, useState } from 'react';
import { useNavigate } from 'react-router';
import { v7 as uuid } from 'uuid';
import {
  MG_PER_KG,
  inWindow,
  mixture,
  parseQuantity,
  InputError,
  shareOut,
  type PlanInput,
} from '@zest/core';
import { ROUTES, type Recipe, type TrimLot } from '@zest/contract';
import { call } from '../app/api.js';
import { Loading } from '../app/Loading.js';
import { PRIMARY, PrimaryBar } from '../app/PrimaryBar.js';
import { usePerson } from '../app/session.js';
import { Trouble } from '../app/Trouble.js';
import { useUnits } from '../app/units.js';
import { Beam } from '../kit/beam/Beam.js';
import { BlendFigures } from './BlendFigures.js';
import { BlendTable } from './BlendTable.js';
import { nudge } from './nudge.js';
import { usePlan } from './use-plan.js';

/** Meats are weighed on the floor scale; the plan is rounded to its division. */
const DIVISION_KG = 0.02;
/** Below this nobody fetches a box for a blend. */
const LEAST_USE_KG = 0.5;

/** New batch: product, kilograms and window; the cheapest blend on the beam; nudge, lock, open. */
export default function BlendPage() {
  const recipes = useQuery({ queryKey: ['recipes'], queryFn: () => call(ROUTES.listRecipes) });
  const lots = useQuery({ queryKey: ['lots'], queryFn: () => call(ROUTES.listLots) });
  const [recipeId, setRecipeId] = useState<string>();
  if (recipes.error || lots.error) {
    return (
      <Trouble
        error={recipes.error ?? lots.error}
        again={() => void Promise.all([recipes.refetch(), lots.refetch()])}
      />
    );
  }
  if (!recipes.data || !lots.data) return <Loading what="Fetching the cold room" />;
  const recipe =
    recipes.data.find((r) => r.id === recipeId) ??
    recipes.data.find((r) => r.name === 'Quay Thick') ??
    recipes.data[0];
  if (!recipe) return <Box>There is no published recipe yet, so no batch can be opened.</Box>;
  return (
    <BlendBench
      key={recipe.id}
      recipe={recipe}
      recipes={recipes.data}
      lots={lots.data}
      onRecipe={setRecipeId}
    />
  );
}

interface BlendBenchProps {
  recipe: Recipe;
  recipes: readonly Recipe[];
  lots: readonly TrimLot[];
  onRecipe: (id: string) => void;
}

function BlendBench({ recipe, recipes, lots, onRecipe }: BlendBenchProps) {
  const units = useUnits();
  const person = usePerson();
  const { document } = recipe;
  const [meatText, setMeatText] = useState(`${document.usualMeatMg / MG_PER_KG} kg`);
  const [minText, setMinText] = useState(String(document.window.minPct));
  const [maxText, setMaxText] = useState(String(document.window.maxPct));
  const [locks, setLocks] = useState<Record<string, number>>({});
  const [drag, setDrag] = useState<Record<string, number>>();
  const meat = readMass(meatText, person.numberStyle);
  const window = useMemo(
    () => ({ minPct: Number(minText.replace(',', '.')), maxPct: Number(maxText.replace(',', '.')) }),
    [minText, maxText],
  );
  const usable = useMemo(() => lots.filter((l) => isUsable(l, recipe)), [lots, recipe]);
  const input = useMemo<PlanInput | undefined>(() => {
    if (meat.mg === undefined) return undefined;
    return {
      batchKg: meat.mg / MG_PER_KG,
      window,
      confidence: document.confidence,
      speciesRules: document.speciesRules,
      divisionKg: DIVISION_KG,
      dropBelowKg: LEAST_USE_KG,
      trims: usable.map((lot) => ({
        id: lot.id,
        species: lot.species,
        fatPct: lot.fatPct,
        fatSd: lot.fatSd,
        pricePerKg: lot.priceMinorPerKg / 100,
        availableKg: lot.freeMg / MG_PER_KG,
        ...(locks[lot.id] === undefined ? {} : { lockedKg: locks[lot.id] }),
      })),
    };
  }, [meat.mg, window, document, usable, locks]);
  const planned = usePlan(input);
  const answer = planned.answer;
  const plannedKg = useMemo(
    () =>
      answer?.status === 'optimal'
        ? Object.fromEntries(answer.uses.map((u) => [u.id, u.massMg / MG_PER_KG]))
        : undefined,
    [answer],
  );
  const kg = useMemo(() => drag ?? plannedKg ?? {}, [drag, plannedKg]);
  const rows = usable.filter((lot) => (kg[lot.id] ?? 0) > 0 || locks[lot.id] !== undefined);
  const blend = useMemo(() => describe(usable, kg, window), [usable, kg, window]);
  const available = useMemo(
    () => Object.fromEntries(usable.map((l) => [l.id, l.freeMg / MG_PER_KG])),
    [usable],
  );

  const size = (id: string, wanted: number) => {
    const base = drag ?? plannedKg;
    if (!base) return;
    setDrag(nudge(base, id, wanted, new Set(Object.keys(locks).filter((l) => l !== id)), available));
    setHeld(id);
  };
  const [held, setHeld] = useState<string>();
  const [restAt, setRestAt] = useState(0);
  useEffect(() => {
    if (restAt === 0 || held === undefined) return;
    setLocks((now) => ({ ...now, [held]: Math.round((drag?.[held] ?? 0) / DIVISION_KG) * DIVISION_KG }));
    setRestAt(0);
  }, [restAt, held, drag]);
  useEffect(() => {
    if (plannedKg) setDrag(undefined);
  }, [plannedKg]);
  const toggleLock = (id: string) =>
    setLocks((now) => {
      const { [id]: was, ...rest } = now;
      return was === undefined ? { ...now, [id]: kg[id] ?? 0 } : rest;
    });
  const lockAt = (id: string, value: number) => setLocks((now) => ({ ...now, [id]: value }));

  return (
    <Box>
      <Box sx={{ display: 'flex', gap: 2, alignItems: 'center', flexWrap: 'wrap', mb: 1 }}>
        <Box component="h1" sx={{ fontSize: 28, m: 0, mr: 2 }}>
          New batch
        </Box>
        <TextField
          select
          label="Product"
          value={recipe.id}
          onChange={(e) => onRecipe(e.target.value)}
          sx={{ minWidth: 230 }}
        >
          {recipes.map((r) => (
            <MenuItem key={r.id} value={r.id}>
              {r.name}
            </MenuItem>
          ))}
        </TextField>
        <TextField
          label="Meat"
          value={meatText}
          error={meat.error !== undefined}
          helperText={meat.error}
          onChange={(e) => setMeatText(e.target.value)}
          sx={{ width: 130 }}
        />
        <TextField
          label="Fat from %"
          value={minText}
          onChange={(e) => setMinText(e.target.value)}
          sx={{ width: 104 }}
        />
        <TextField
          label="to %"
          value={maxText}
          onChange={(e) => setMaxText(e.target.value)}
          sx={{ width: 104 }}
        />
        {Object.keys(locks).length > 0 ? (
          <Button variant="outlined" onClick={() => setLocks({})}>
            Cheapest again
          </Button>
        ) : null}
        <Box sx={{ ml: 'auto', color: 'text.secondary', fontSize: 15 }} role="status">
          {planned.busy ? 'Working out the blend …' : ''}
        </Box>
      </Box>
      {planned.refused.map((sentence) => (
        <Trouble key={sentence} error={sentence} />
      ))}
      {answer?.status === 'infeasible' ? <Impossible reasons={answer.reasons} /> : null}
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
          <Box sx={{ display: 'grid', gridTemplateColumns: 'minmax(0, 1fr) 250px', gap: 3, mt: 1 }}>
            <BlendTable
              rows={rows}
              kg={kg}
              totalKg={(meat.mg ?? 0) / MG_PER_KG}
              locks={locks}
              onLock={toggleLock}
              onKg={lockAt}
            />
            <BlendFigures
              blend={blend}
              answer={answer?.status === 'optimal' ? answer : undefined}
              wanted={document.confidence}
              lots={usable}
            />
          </Box>
        </>
      ) : null}
      <OpenBatchButton
        recipe={recipe}
        meatMg={meat.mg}
        window={window}
        kg={kg}
        ready={answer?.status === 'optimal' && !planned.busy && !drag}
        label={meat.mg ? units.mass(meat.mg) : ''}
      />
    </Box>
  );
}

function OpenBatchButton(props: {
  recipe: Recipe;
  meatMg: number | undefined;
  window: PlanInput['window'];
  kg: Readonly<Record<string, number>>;
  ready: boolean;
  label: string;
}) {
  const navigate = useNavigate();
  const client = useQueryClient();
  const [error, setError] = useState<unknown>();
  const [commandId] = useState(() => uuid());
  const [busy, setBusy] = useState(false);
  const open = async () => {
    if (props.meatMg === undefined) return;
    setBusy(true);
    const entries = Object.entries(props.kg).filter(([, value]) => value > 0);
    const masses = shareOut(
      props.meatMg,
      entries.map(([, value]) => value),
      DIVISION_KG * MG_PER_KG,
    );
    try {
      const sheet = await call(ROUTES.openBatch, {
        body: {
          id: commandId,
          recipeId: props.recipe.id,
          meatMg: props.meatMg,
          window: props.window,
          plannedFor: new Date().toISOString().slice(0, 10),
          uses: entries.map(([lotId], i) => ({ lotId, massMg: masses[i] ?? 0 })),
        },
      });
      client.setQueryData(['batch', sheet.id], sheet);
      await navigate(`/batches/${sheet.id}`);
    } catch (problem) {
      setError(problem);
      setBusy(false);
    }
  };
  return (
    <PrimaryBar>
      {error ? <Trouble error={error} /> : null}
      <Button variant="contained" disabled={!props.ready || busy} onClick={() => void open()} sx={PRIMARY}>
        Open batch · {props.recipe.name} {props.label}
      </Button>
    </PrimaryBar>
  );
}

function Impossible({ reasons }: { reasons: readonly { rule: string; message: string; mend: string }[] }) {
  return (
    <Box
      role="alert"
      sx={{ my: 2, p: 2, border: '2px solid', borderColor: 'secondary.main', bgcolor: 'background.paper' }}
    >
      <Box sx={{ fontWeight: 700, fontSize: 20, mb: 1 }}>No blend of these trims meets the rules</Box>
      {reasons.map((reason) => (
        <Box key={reason.rule} sx={{ mb: 1 }}>
          <Box>{reason.message}</Box>
          <Box>
            <b>What would mend it:</b> {reason.mend}
          </Box>
        </Box>
      ))}
    </Box>
  );
}

function isUsable(lot: TrimLot, recipe: Recipe): boolean {
  const barred = recipe.document.speciesRules.some((r) => r.species === lot.species && r.maxPct === 0);
  return (
    lot.owner === null && lot.status === 'available' && lot.state !== 'frozen' && lot.freeMg > 0 && !barred
  );
}

function describe(
  lots: readonly TrimLot[],
  kg: Readonly<Record<string, number>>,
  window: PlanInput['window'],
) {
  const parts = lots.flatMap((lot) =>
    (kg[lot.id] ?? 0) > 0 ? [{ massKg: kg[lot.id] ?? 0, fatPct: lot.fatPct, fatSd: lot.fatSd }] : [],
  );
  if (parts.length === 0) return undefined;
  const mixed = mixture(parts);
  const costMinor = lots.reduce((sum, lot) => sum + (kg[lot.id] ?? 0) * lot.priceMinorPerKg, 0);
  return {
    ...mixed,
    chance: inWindow(mixed.fatPct, mixed.fatSd, window),
    costMinor,
    perKgMinor: costMinor / mixed.massKg,
  };
}
export type Blend = NonNullable<ReturnType<typeof describe>>;

function readMass(text: string, numberStyle: 'point' | 'comma' | null): { mg?: number; error?: string } {
  try {
    const withUnit = /[a-z]/i.test(text) ? text : `${text} kg`;
    const quantity = parseQuantity(withUnit, { expect: 'mass', numberStyle: numberStyle ?? undefined });
    if (quantity.kind !== 'mass' || quantity.massMg < 1_000_000) return { error: 'At least 1 kg.' };
    return { mg: quantity.massMg };
  } catch (error) {
    return { error: error instanceof InputError ? error.message : 'Not a weight.' };
  }
}

function shortName(lot: TrimLot): string {
  return lot.trimName.replace(/ \d+\/\d+$/, '');
}
