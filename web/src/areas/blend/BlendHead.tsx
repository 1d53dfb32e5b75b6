import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import { memo, useState } from 'react';
import { InputError, formatMass, readDecimal } from '@zest/core';
import type { BlendSettings, Recipe, TrimLot } from '@zest/contract';
import { usePerson } from '../../data/session.js';
import { readMass } from '../../ui/read-fields.js';
import { useUnits } from '../../ui/units.js';
import { RulesDialog } from './RulesDialog.js';

interface BlendHeadProps {
  recipe: Recipe;
  recipes: readonly Recipe[];
  lots: readonly TrimLot[];
  settings: BlendSettings;
  busy: boolean;
  onRecipe: (id: string) => void;
  onChange: (next: Partial<BlendSettings>) => void;
}

const CHANCES = [0, 0.5, 0.8, 0.9, 0.95];

/** What is asked for: product, kilograms, window, how sure, and the rules behind a button. */
export const BlendHead = memo(function BlendHead({
  recipe,
  recipes,
  lots,
  settings,
  busy,
  onRecipe,
  onChange,
}: BlendHeadProps) {
  const [rules, setRules] = useState(false);
  const owners = [...new Set(lots.flatMap((l) => l.owner ?? []))];
  const chances = [...new Set([...CHANCES, settings.confidence])].sort((a, b) => a - b);
  const count = ruleCount(settings, recipe);
  return (
    <Box sx={{ display: 'flex', gap: 1.5, alignItems: 'flex-start', flexWrap: 'wrap', mb: 1 }}>
      <TextField
        select
        label="Product"
        value={recipe.id}
        onChange={(e) => onRecipe(e.target.value)}
        sx={{ minWidth: 220 }}
      >
        {recipes.map((r) => (
          <MenuItem key={r.id} value={r.id}>
            {r.name}
          </MenuItem>
        ))}
      </TextField>
      <MassField mg={settings.meatMg} onMass={(meatMg) => onChange({ meatMg })} />
      <PercentField
        label="Fat from %"
        value={settings.window.minPct}
        onValue={(minPct) => onChange({ window: { ...settings.window, minPct } })}
      />
      <PercentField
        label="to %"
        value={settings.window.maxPct}
        onValue={(maxPct) => onChange({ window: { ...settings.window, maxPct } })}
      />
      <TextField
        select
        label="How sure"
        value={settings.confidence}
        onChange={(e) => onChange({ confidence: Number(e.target.value) })}
        sx={{ minWidth: 130 }}
      >
        {chances.map((c) => (
          <MenuItem key={c} value={c}>
            {c === 0 ? 'as it comes' : `${Math.round(c * 100)} %`}
          </MenuItem>
        ))}
      </TextField>
      {owners.length > 0 ? (
        <TextField
          select
          label="Whose meat"
          value={settings.owner ?? ''}
          onChange={(e) => onChange({ owner: e.target.value || null, locks: {} })}
          slotProps={{ select: { displayEmpty: true }, inputLabel: { shrink: true } }}
          sx={{ minWidth: 120, maxWidth: 190 }}
        >
          <MenuItem value="">the shop’s</MenuItem>
          {owners.map((o) => (
            <MenuItem key={o} value={o}>
              {o}
            </MenuItem>
          ))}
        </TextField>
      ) : null}
      <Button variant="outlined" onClick={() => setRules(true)}>
        Rules{count > 0 ? ` (${count})` : ''}
      </Button>
      {Object.keys(settings.locks).length > 0 ? (
        <Button variant="outlined" onClick={() => onChange({ locks: {} })}>
          Cheapest again
        </Button>
      ) : null}
      <Box sx={{ color: 'text.secondary', fontSize: 15, pt: 1.2 }} role="status">
        {busy ? 'Working out the blend …' : ''}
      </Box>
      {rules ? (
        <RulesDialog settings={settings} lots={lots} onChange={onChange} onClose={() => setRules(false)} />
      ) : null}
    </Box>
  );
});

/** How many rules are set beyond those of the recipe. */
function ruleCount(settings: BlendSettings, recipe: Recipe): number {
  return [
    settings.wholeBoxes,
    settings.maxTrims !== null,
    settings.useFirst.length > 0,
    settings.leaveOut.length > 0,
    settings.leastUseMg > 500_000,
    settings.objective.age > 0 || settings.objective.trims > 0,
    JSON.stringify(settings.speciesRules) !== JSON.stringify(recipe.document.speciesRules),
  ].filter(Boolean).length;
}

/** Less meat than this is no batch, mg. */
const LEAST_MG = 100_000;

function MassField({ mg, onMass }: { mg: number; onMass: (mg: number) => void }) {
  const units = useUnits();
  const person = usePerson();
  const shown = formatMass(mg, units.options);
  const [text, setText] = useState<string>();
  const [error, setError] = useState<string>();
  const type = (typed: string) => {
    setText(typed);
    const read = readMass(typed, person);
    setError(read.error);
    if (read.mg !== undefined && read.mg >= LEAST_MG && read.mg !== mg) onMass(read.mg);
    else if (read.mg !== undefined && read.mg < LEAST_MG)
      setError(`At least ${formatMass(LEAST_MG, units.options)}.`);
  };
  return (
    <TextField
      label="Meat"
      value={text ?? shown}
      error={error !== undefined}
      helperText={error}
      onChange={(e) => type(e.target.value)}
      // What cannot be used stays as it was typed, with why.
      onBlur={() => (error === undefined ? setText(undefined) : undefined)}
      sx={{ width: 130 }}
    />
  );
}

function PercentField(props: { label: string; value: number; onValue: (value: number) => void }) {
  const { numberStyle } = usePerson();
  const [text, setText] = useState(String(props.value));
  const [error, setError] = useState<string>();
  const type = (typed: string) => {
    setText(typed);
    try {
      const value = readDecimal(typed, numberStyle ?? undefined);
      setError(value <= 100 ? undefined : 'At most 100 %.');
      if (value >= 0 && value <= 100) props.onValue(value);
    } catch (problem) {
      setError(problem instanceof InputError ? 'A number of percent.' : undefined);
    }
  };
  return (
    <TextField
      label={props.label}
      value={text}
      error={error !== undefined}
      helperText={error}
      onChange={(e) => type(e.target.value)}
      sx={{ width: 104 }}
    />
  );
}
