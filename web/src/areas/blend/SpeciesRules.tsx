import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import { useState } from 'react';
import type { BlendSettings, TrimLot } from '@zest/contract';

interface SpeciesRulesProps {
  settings: BlendSettings;
  lots: readonly TrimLot[];
  onChange: (next: Partial<BlendSettings>) => void;
}

const KINDS = ['at least', 'at most', 'some', 'only', 'none'] as const;
type Kind = (typeof KINDS)[number];

/** “At least 30 % beef”, “only lamb”: shares of everything that is meat or fat. */
export function SpeciesRules({ settings, lots, onChange }: SpeciesRulesProps) {
  const species = [...new Set(lots.map((l) => l.species))].sort();
  const [kind, setKind] = useState<Kind>('at least');
  const [name, setName] = useState(species[0] ?? '');
  const [pct, setPct] = useState('30');
  const value = Number(pct.replace(',', '.'));
  const needsPct = kind === 'at least' || kind === 'at most';
  const bad = needsPct && !(pct.trim() !== '' && value >= 0 && value <= 100);
  const add = () => {
    const rule =
      kind === 'only'
        ? { species: name, minPct: 100 }
        : kind === 'none'
          ? { species: name, maxPct: 0 }
          : kind === 'some'
            ? { species: name }
            : { species: name, [kind === 'at least' ? 'minPct' : 'maxPct']: value };
    onChange({ speciesRules: [...settings.speciesRules, rule] });
  };
  return (
    <>
      <h3>Species, as shares of the meat block</h3>
      <Box sx={{ fontSize: 15, mb: 0.5 }}>
        Once one may be in it, a species that is not named is not offered; “some” lets it in.
      </Box>
      {settings.speciesRules.map((rule, i) => (
        <Box key={`${rule.species} ${i}`} sx={{ display: 'flex', alignItems: 'center', gap: 1 }}>
          <Box sx={{ flex: 1 }}>{speciesWords(rule)}</Box>
          <Button
            size="small"
            onClick={() => onChange({ speciesRules: settings.speciesRules.filter((_, j) => j !== i) })}
          >
            Drop
          </Button>
        </Box>
      ))}
      <Box sx={{ display: 'flex', gap: 1, mt: 1, alignItems: 'flex-start' }}>
        <TextField
          select
          label="Rule"
          value={kind}
          onChange={(e) => setKind(e.target.value as Kind)}
          sx={{ width: 110 }}
        >
          {KINDS.map((k) => (
            <MenuItem key={k} value={k}>
              {k}
            </MenuItem>
          ))}
        </TextField>
        {needsPct ? (
          <TextField
            label="%"
            value={pct}
            error={bad}
            helperText={bad ? '0 to 100' : ''}
            onChange={(e) => setPct(e.target.value)}
            sx={{ width: 76 }}
          />
        ) : null}
        <TextField
          select
          label="Species"
          value={name}
          onChange={(e) => setName(e.target.value)}
          sx={{ width: 130 }}
        >
          {species.map((s) => (
            <MenuItem key={s} value={s}>
              {s}
            </MenuItem>
          ))}
        </TextField>
        <Button variant="outlined" disabled={bad || name === ''} onClick={add}>
          Add
        </Button>
      </Box>
    </>
  );
}

function speciesWords(rule: BlendSettings['speciesRules'][number]): string {
  if (rule.minPct === 100) return `only ${rule.species}`;
  if (rule.maxPct === 0) return `no ${rule.species}`;
  const parts = [
    rule.minPct === undefined ? [] : [`at least ${rule.minPct} %`],
    rule.maxPct === undefined ? [] : [`at most ${rule.maxPct} %`],
  ].flat();
  return `${parts.join(', ') || 'some'} ${rule.species}`;
}
