import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { MEAT_DIVISION_MG, InputError, MG_PER_KG, addBack, leanComposition, partsToMg } from '@zest/core';
import { type TrimLot } from '@zest/contract';
import { Loading } from '../../../ui/Loading.js';
import { readMass, readNumberField } from '../../../ui/read-fields.js';
import { usePerson } from '../../../data/session.js';
import { NUMERALS } from '../../../ui/theme.js';
import { Trouble } from '../../../ui/Trouble.js';
import { useUnits } from '../../../ui/units.js';
import { Beam } from '../../../kit/beam/Beam.js';
import { BlendPlaces } from '../BlendPlaces.js';
import { describeBlend, shortName } from '../settings.js';
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
      <Box sx={{ display: 'flex', gap: 1.5, mb: 1 }}>
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
            set(next, 10);
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
            <WhatToAdd blend={blend} lots={lots} onAdd={(id, value) => set(id, (kg[id] ?? 0) + value)} />
          </Box>
        ) : null}
      </Box>
    </Box>
  );
}

function OnTableRow(props: { lot: TrimLot; kg: number; onKg: (kg: number) => void; onAway: () => void }) {
  const { lot, kg, onKg, onAway } = props;
  const units = useUnits();
  const way = usePerson();
  const shown = units.mass(Math.round(kg * MG_PER_KG), MEAT_DIVISION_MG);
  const [text, setText] = useState<string>();
  const read = text === undefined ? {} : readMass(text, way);
  const commit = () => {
    if (text !== undefined && read.mg !== undefined) onKg(read.mg / MG_PER_KG);
    setText(undefined);
  };
  return (
    <Box sx={{ display: 'flex', gap: 1.5, alignItems: 'center', minHeight: 56 }}>
      <TextField
        value={text ?? shown}
        onChange={(e) => setText(e.target.value)}
        onBlur={commit}
        onKeyDown={(e) => (e.key === 'Enter' ? commit() : undefined)}
        error={read.error !== undefined}
        sx={{ width: 130 }}
        slotProps={{ htmlInput: { 'aria-label': `Weight of ${lot.trimName} ${lot.code}` } }}
      />
      <Box sx={{ flex: 1 }}>
        {lot.trimName} {lot.code}
        <Box sx={{ fontSize: 14, color: 'text.secondary' }}>
          {units.percent(lot.fatPct)} ± {units.number(lot.fatSd, 1)} fat, {units.mass(lot.freeMg, 100_000)}{' '}
          free
        </Box>
      </Box>
      <Button size="small" onClick={onAway}>
        Away
      </Button>
    </Box>
  );
}

/** “Two to one” as kilograms, and the fat that a rule of thumb really gives for these lots. */
function Parts(props: {
  rows: readonly TrimLot[];
  kg: Readonly<Record<string, number>>;
  onKg: (kg: Record<string, number>) => void;
}) {
  const { rows, kg, onKg } = props;
  const [text, setText] = useState('');
  const [error, setError] = useState<string>();
  const apply = () => {
    const total = rows.reduce((sum, l) => sum + (kg[l.id] ?? 0), 0);
    try {
      const parts = partsToMg(text, Math.round(total * MG_PER_KG));
      if (parts.length !== rows.length) {
        setError(`${rows.length} lots need ${rows.length} parts.`);
        return;
      }
      setError(undefined);
      onKg({ ...kg, ...Object.fromEntries(rows.map((l, i) => [l.id, (parts[i] ?? 0) / MG_PER_KG])) });
    } catch (problem) {
      setError(problem instanceof InputError ? problem.message : 'Could not be read.');
    }
  };
  return (
    <>
      <TextField
        label={`Parts, such as ${rows.map((_, i) => (i === 0 ? 2 : 1)).join(' : ')}`}
        value={text}
        error={error !== undefined}
        helperText={error}
        onChange={(e) => setText(e.target.value)}
        sx={{ width: 210 }}
      />
      <Button variant="outlined" disabled={text.trim() === ''} onClick={apply}>
        Make it so
      </Button>
    </>
  );
}

function WhatToAdd(props: {
  blend: { massKg: number; fatPct: number };
  lots: readonly TrimLot[];
  onAdd: (id: string, kg: number) => void;
}) {
  const { blend, lots, onAdd } = props;
  const units = useUnits();
  const way = usePerson();
  const [target, setTarget] = useState('25');
  const read = readNumberField(target, way);
  const value = read.value ?? NaN;
  const answers = lots.flatMap((lot) => {
    if (!(value >= 0 && value <= 100) || lot.status !== 'available' || lot.state === 'frozen') return [];
    try {
      const { addKg } = addBack({
        massKg: blend.massKg,
        fatPct: blend.fatPct,
        targetFatPct: value,
        addFatPct: lot.fatPct,
      });
      return addKg > 0 ? [{ lot, addKg }] : [];
    } catch (problem) {
      if (problem instanceof InputError) return [];
      throw problem;
    }
  });
  const best = answers.sort((a, b) => a.addKg - b.addKg).slice(0, 5);
  return (
    <Box component="section" aria-label="What to add">
      <Box sx={{ display: 'flex', gap: 1.5, alignItems: 'center', mb: 1 }}>
        <Box>To reach</Box>
        <TextField
          label="% fat"
          value={target}
          error={read.error !== undefined}
          onChange={(e) => setTarget(e.target.value)}
          sx={{ width: 96 }}
        />
        <Box>add one of these:</Box>
      </Box>
      {best.length === 0 ? <Box>No lot in the cold room can bring it there.</Box> : null}
      {best.map(({ lot, addKg }) => (
        <Box key={lot.id} sx={{ display: 'flex', gap: 1.5, alignItems: 'center', minHeight: 44 }}>
          <Box sx={{ ...NUMERALS, fontSize: 20, fontWeight: 700, width: 96, textAlign: 'right' }}>
            {units.mass(Math.round(addKg * 1e6), 10_000)}
          </Box>
          <Box sx={{ flex: 1 }}>
            {lot.trimName} {lot.code}, {units.percent(lot.fatPct)} fat
            {addKg * 1e6 > lot.freeMg ? ` – only ${units.mass(lot.freeMg, 100_000)} free` : ''}
          </Box>
          <Button size="small" onClick={() => onAdd(lot.id, addKg)}>
            Add
          </Button>
        </Box>
      ))}
    </Box>
  );
}
