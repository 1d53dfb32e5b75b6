import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { MG_PER_KG, leanComposition } from '@zest/core';
import { type TrimLot } from '@zest/contract';
import { Loading } from '../../../ui/Loading.js';
import { NUMERALS } from '../../../ui/theme.js';
import { Trouble } from '../../../ui/Trouble.js';
import { useUnits } from '../../../ui/units.js';
import { Beam } from '../../../kit/beam/Beam.js';
import { BlendPlaces } from '../BlendPlaces.js';
import { describeBlend, shortName } from '../settings.js';
import { BatchOfThese } from './BatchOfThese.js';
import { OnTableRow } from './OnTableRow.js';
import { Parts } from './Parts.js';
import { WhatToChange } from './WhatToChange.js';
import { queries } from '../../../data/queries.js';

const OPEN_WINDOW = { minPct: 0, maxPct: 100 };

/** What is on the table: put lots down by the kilogram or in parts, read the fat, ask what to add. */
export default function OnTablePage() {
  const lots = useQuery(queries.lots);
  if (lots.error) return <Trouble error={lots.error} again={() => void lots.refetch()} />;
  if (!lots.data) return <Loading what="Fetching the cold room" />;
  return <OnTable lots={lots.data.filter((l) => l.status !== 'rejected')} />;
}

function OnTable({ lots }: { lots: readonly TrimLot[] }) {
  const units = useUnits();
  const [kg, setKg] = useState<Record<string, number>>({});
  const [next, setNext] = useState('');
  const rows = Object.keys(kg).flatMap((id) => lots.filter((l) => l.id === id));
  const blend = describeBlend(lots, kg, OPEN_WINDOW);
  const set = (id: string, value: number) => setKg((now) => ({ ...now, [id]: value }));
  const owners = new Set(rows.map((l) => l.owner));
  const lean = blend && leanComposition(blend.fatPct);
  return (
    <Box sx={{ pb: 4 }}>
      <BlendPlaces />
      <Box sx={{ display: 'flex', flexWrap: 'wrap', gap: 1.5, mb: 1 }}>
        <TextField
          select
          label="Put on the table"
          value={next}
          onChange={(e) => setNext(e.target.value)}
          sx={{ width: 360 }}
        >
          {lots
            .filter((l) => kg[l.id] === undefined)
            .map((l) => (
              <MenuItem key={l.id} value={l.id}>
                {l.trimName} {l.code} · {units.percent(l.fatPct)} fat · {units.mass(l.freeMg, 100_000)} free
              </MenuItem>
            ))}
        </TextField>
        <Button
          variant="outlined"
          disabled={next === ''}
          onClick={() => {
            set(next, (lots.find((l) => l.id === next)?.freeMg ?? 0) / MG_PER_KG);
            setNext('');
          }}
        >
          Put it down
        </Button>
        {rows.length >= 2 ? <Parts rows={rows} kg={kg} onKg={setKg} /> : null}
      </Box>
      {owners.size > 1 ? (
        <Trouble error="Lots of two owners lie on this table. They cannot meet in a vessel: sell the shop’s into the customer’s own first." />
      ) : null}
      {rows.length === 0 ? (
        <Box sx={{ p: 3 }}>Nothing is on the table yet. Put a lot down and say how much of it.</Box>
      ) : null}
      {blend ? (
        <Beam
          blocks={rows.map((lot) => ({
            id: lot.id,
            name: `${shortName(lot)} ${lot.code}`,
            fatPct: lot.fatPct,
            massKg: kg[lot.id] ?? 0,
            locked: false,
          }))}
          blend={blend}
          onSize={set}
          onRest={() => undefined}
          onLock={() => undefined}
        />
      ) : null}
      <Box sx={{ display: 'grid', gridTemplateColumns: '1fr 1fr', gap: 4, mt: 1 }}>
        <Box>
          {rows.map((lot) => (
            <OnTableRow
              key={lot.id}
              lot={lot}
              kg={kg[lot.id] ?? 0}
              onKg={(value) => set(lot.id, value)}
              onAway={() => setKg(({ [lot.id]: _away, ...rest }) => rest)}
            />
          ))}
          {blend && owners.size === 1 ? (
            <Box sx={{ display: 'flex', gap: 1.5, mt: 2 }}>
              <BatchOfThese owner={rows[0]?.owner ?? null} kg={kg} />
            </Box>
          ) : null}
        </Box>
        {blend && lean ? (
          <Box>
            <Box sx={{ ...NUMERALS, fontSize: 44, fontWeight: 700, lineHeight: 1.1 }}>
              {units.percent(blend.fatPct)} fat
            </Box>
            <Box sx={{ fontSize: 18 }}>
              ± {units.number(blend.fatSd, 1)} points in {units.mass(Math.round(blend.massKg * 1e6))},{' '}
              {units.perMass(blend.perKgMinor)}
            </Box>
            <Box sx={{ color: 'text.secondary', mb: 2 }}>
              about {units.percent(lean.waterPct, 0)} water and {units.percent(lean.proteinPct, 0)} protein
            </Box>
            <WhatToChange blend={blend} lots={lots} kg={kg} onKg={set} />
          </Box>
        ) : null}
      </Box>
    </Box>
  );
}
