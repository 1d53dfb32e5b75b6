import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useState } from 'react';
import { MEAT_DIVISION_MG, MG_PER_KG } from '@zest/core';
import type { TrimLot } from '@zest/contract';
import { usePerson } from '../../../data/session.js';
import { readMass } from '../../../ui/read-fields.js';
import { useUnits } from '../../../ui/units.js';

/** One lot on the table, its weight, and away with it. */
export function OnTableRow(props: {
  lot: TrimLot;
  kg: number;
  onKg: (kg: number) => void;
  onAway: () => void;
}) {
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
