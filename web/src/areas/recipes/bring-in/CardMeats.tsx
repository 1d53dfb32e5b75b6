import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { useState } from 'react';
import type { Card } from '@zest/core';
import { MassField } from '../../../ui/fields.js';
import { Tick, Triangle } from '../../../ui/Trouble.js';
import { useUnits } from '../../../ui/units.js';

interface CardMeatsProps {
  card: Card;
  /** Meat that somebody has confirmed, mg. */
  confirmedMg: number | undefined;
  onConfirm: (massMg: number | undefined) => void;
}

/** The meat of the card, row by row with its total: nothing is dosed on it before somebody says that this is it. */
export function CardMeats({ card, confirmedMg, onConfirm }: CardMeatsProps) {
  const units = useUnits();
  const [typed, setTyped] = useState<Readonly<Record<number, number | undefined>>>({});
  const rows =
    card.meats.length > 0
      ? card.meats.map((m) => ({ name: m.name, massMg: m.massMg }))
      : [{ name: 'Meat it is for', massMg: card.batchKg === null ? null : Math.round(card.batchKg * 1e6) }];
  const masses = rows.map((row, i) => typed[i] ?? row.massMg ?? undefined);
  const isWhole = masses.every((mg) => mg !== undefined) && masses.some((mg) => (mg ?? 0) > 0);
  const rowsMg = masses.reduce<number>((sum, mg) => sum + (mg ?? 0), 0);
  const isTyped = Object.values(typed).some((mg) => mg !== undefined);
  const totalMg = card.batchKg !== null && !isTyped ? Math.round(card.batchKg * 1e6) : rowsMg;
  return (
    <Box role="group" aria-label="Meat of the card" sx={{ mb: 1.5 }}>
      {rows.map((row, i) => (
        <Box key={`${i} ${row.name}`} sx={{ display: 'flex', gap: 1.5, alignItems: 'center', mb: 1 }}>
          <MassField
            label={row.name.slice(0, 40)}
            bare="kg"
            width={250}
            initial={row.massMg === null ? '' : units.mass(row.massMg)}
            onValue={(mg) => {
              setTyped((now) => ({ ...now, [i]: mg }));
              onConfirm(undefined);
            }}
          />
          {card.meats[i]?.doubt ? (
            <Box role="alert" sx={{ fontSize: 15 }}>
              {card.meats[i].doubt}
            </Box>
          ) : null}
        </Box>
      ))}
      <Box sx={{ display: 'flex', gap: 1.5, alignItems: 'center', mt: 0.5 }}>
        {confirmedMg === undefined ? <Triangle size={20} /> : <Tick size={20} />}
        <Button
          variant={confirmedMg === undefined ? 'contained' : 'outlined'}
          disabled={!isWhole || confirmedMg === totalMg}
          onClick={() => onConfirm(totalMg)}
        >
          {isWhole ? `It is for ${units.mass(totalMg)} of meat` : 'Say how much meat it is for'}
        </Button>
        {confirmedMg === undefined ? <span>Nothing is dosed before that.</span> : null}
      </Box>
      {card.doubts
        .filter((doubt) => !card.meats.some((m) => m.doubt === doubt))
        .map((doubt) => (
          <Box key={doubt} role="alert" sx={{ fontSize: 15, mt: 0.5 }}>
            {units.sentence(doubt)}
          </Box>
        ))}
    </Box>
  );
}
