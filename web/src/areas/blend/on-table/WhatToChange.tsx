import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useState } from 'react';
import { InputError, MG_PER_KG, addBack, takeOff } from '@zest/core';
import type { TrimLot } from '@zest/contract';
import { usePerson } from '../../../data/session.js';
import { readNumberField } from '../../../ui/read-fields.js';
import { NUMERALS } from '../../../ui/theme.js';
import { useUnits } from '../../../ui/units.js';

interface WhatToChangeProps {
  blend: { massKg: number; fatPct: number };
  /** Every lot that could be put down. */
  lots: readonly TrimLot[];
  /** Kilograms of the lots on the table. */
  kg: Readonly<Record<string, number>>;
  onKg: (id: string, kg: number) => void;
}

/** How many ways are shown, the smallest change first. */
const MOST_WAYS = 3;

/** What to add, and what to take off, to bring what is on the table to a wanted fat. */
export function WhatToChange({ blend, lots, kg, onKg }: WhatToChangeProps) {
  const way = usePerson();
  const [target, setTarget] = useState('25');
  const read = readNumberField(target, way);
  const value = read.value ?? NaN;
  const isFat = value >= 0 && value <= 100;
  const toAdd = isFat ? waysToAdd(blend, lots, value) : [];
  const toTakeOff = isFat ? waysToTakeOff(blend, lots, kg, value) : [];
  return (
    <Box component="section" aria-label="What to change">
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
      {toAdd.length === 0 ? <Box>No lot in the cold room can bring it there.</Box> : null}
      {toAdd.map((one) => (
        <Way
          key={one.lot.id}
          {...one}
          action="Add"
          onTake={() => onKg(one.lot.id, (kg[one.lot.id] ?? 0) + one.massKg)}
        />
      ))}
      <Box sx={{ mt: 1.5, mb: 0.5 }}>or take off one of these:</Box>
      {toTakeOff.length === 0 ? <Box>Taking off none of what lies here brings it there.</Box> : null}
      {toTakeOff.map((one) => (
        <Way
          key={one.lot.id}
          {...one}
          action="Take off"
          onTake={() => onKg(one.lot.id, (kg[one.lot.id] ?? 0) - one.massKg)}
        />
      ))}
    </Box>
  );
}

interface OneWay {
  lot: TrimLot;
  massKg: number;
}

function Way({ lot, massKg, action, onTake }: OneWay & { action: 'Add' | 'Take off'; onTake: () => void }) {
  const units = useUnits();
  const short = action === 'Add' && massKg * MG_PER_KG > lot.freeMg;
  return (
    <Box sx={{ display: 'flex', gap: 1.5, alignItems: 'center', minHeight: 44 }}>
      <Box sx={{ ...NUMERALS, fontSize: 20, fontWeight: 700, width: 96, textAlign: 'right' }}>
        {units.mass(Math.round(massKg * MG_PER_KG), 10_000)}
      </Box>
      <Box sx={{ flex: 1 }}>
        {lot.trimName} {lot.code}, {units.percent(lot.fatPct)} fat
        {short ? ` – only ${units.mass(lot.freeMg, 100_000)} free` : ''}
      </Box>
      <Button size="small" onClick={onTake} aria-label={`${action} ${lot.trimName} ${lot.code}`}>
        {action}
      </Button>
    </Box>
  );
}

function waysToAdd(
  blend: WhatToChangeProps['blend'],
  lots: readonly TrimLot[],
  targetFatPct: number,
): OneWay[] {
  const ways = lots.flatMap((lot) => {
    if (lot.status !== 'available' || lot.state === 'frozen') return [];
    try {
      const { addKg } = addBack({ ...blend, targetFatPct, addFatPct: lot.fatPct });
      return addKg > 0 ? [{ lot, massKg: addKg }] : [];
    } catch (problem) {
      if (problem instanceof InputError) return [];
      throw problem;
    }
  });
  return smallestFirst(ways);
}

function waysToTakeOff(
  blend: WhatToChangeProps['blend'],
  lots: readonly TrimLot[],
  kg: WhatToChangeProps['kg'],
  targetFatPct: number,
): OneWay[] {
  const ways = lots.flatMap((lot) => {
    const massKg = takeOff({ ...blend, targetFatPct, offFatPct: lot.fatPct, thereKg: kg[lot.id] ?? 0 });
    return massKg === undefined || massKg === 0 ? [] : [{ lot, massKg }];
  });
  return smallestFirst(ways);
}

function smallestFirst(ways: OneWay[]): OneWay[] {
  return ways.sort((a, b) => a.massKg - b.massKg).slice(0, MOST_WAYS);
}
