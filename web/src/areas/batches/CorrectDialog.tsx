import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { MEAT_DIVISION_MG, InputError, addBack, inWindow, mixture } from '@zest/core';
import { ROUTES, type BatchView, type TrimLot } from '@zest/contract';
import { catchUp } from '../../data/batch-facts.js';
import { CommandDialog } from '../../ui/command/index.js';
import { readNumberField } from '../../ui/read-fields.js';
import { usePerson } from '../../data/session.js';
import { NUMERALS } from '../../ui/theme.js';
import { useUnits } from '../../ui/units.js';
import { queries } from '../../data/queries.js';

interface CorrectDialogProps {
  sheet: BatchView;
  best: { fatPct: number; fatSd: number };
  onClose: () => void;
}

/** Brings the batch to a wanted fat with more of one lot; its seasoning and cure become steps of the batch. */
export function CorrectDialog({ sheet, best, onClose }: CorrectDialogProps) {
  const units = useUnits();
  const way = usePerson();
  const client = useQueryClient();
  const lots = useQuery(queries.lots);
  const middle = (sheet.window.minPct + sheet.window.maxPct) / 2;
  const [target, setTarget] = useState(String(middle));
  const [lotId, setLotId] = useState<string>();
  const value = readNumberField(target, way).value;
  const inIt = new Set(sheet.lines.map((l) => l.lotId));
  const species = new Set((lots.data ?? []).filter((l) => inIt.has(l.id)).map((l) => l.species));
  const choices = (lots.data ?? [])
    .filter((lot) => species.size === 0 || species.has(lot.species))
    .flatMap((lot) => choice(lot, sheet, best, value))
    .sort((a, b) => a.massMg - b.massMg);
  const chosen = choices.find((c) => c.lot.id === lotId);
  const perMeat = sheet.mixMg / sheet.meatBasis.massMg;
  return (
    <CommandDialog
      route={ROUTES.correctFat}
      params={{ id: sheet.id }}
      title={`Correct the fat of batch ${sheet.number}`}
      action={chosen ? `Add ${units.mass(chosen.massMg)} as a step` : 'Choose a lot'}
      toBody={() => ({
        lotId: chosen?.lot.id,
        massMg: chosen?.massMg,
        reason: `Fat ${best.fatPct.toFixed(1)} %, wanted ${target} %.`,
      })}
      waiting={!chosen}
      wide
      onDone={async () => {
        await catchUp(client, sheet.id);
        onClose();
      }}
      onClose={onClose}
    >
      <Box sx={{ display: 'flex', gap: 1.5, alignItems: 'center' }}>
        <Box>
          {units.mass(sheet.meatBasis.massMg, 10_000)} meat at{' '}
          <b style={NUMERALS}>
            {units.percent(best.fatPct)} ± {units.number(best.fatSd, 1)}
          </b>
          , to
        </Box>
        <TextField
          label="% fat"
          value={target}
          onChange={(e) => setTarget(e.target.value)}
          sx={{ width: 96 }}
        />
      </Box>
      {choices.length === 0 ? <Box>No lot in the cold room can bring it there.</Box> : null}
      <Box role="list" aria-label="Lots that would do it">
        {choices.slice(0, 6).map((c) => (
          <Box
            key={c.lot.id}
            role="listitem"
            sx={{ display: 'flex', gap: 1.5, alignItems: 'center', minHeight: 52 }}
          >
            <Box sx={{ ...NUMERALS, fontSize: 22, fontWeight: 700, width: 100, textAlign: 'right' }}>
              {units.mass(c.massMg)}
            </Box>
            <Box sx={{ flex: 1 }}>
              {c.lot.trimName} {c.lot.code}, {units.percent(c.lot.fatPct)} fat
              <Box sx={{ fontSize: 14, color: 'text.secondary' }}>
                then {units.percent(c.after.fatPct)}, {units.percent(c.chance * 100, 0)} sure · costs{' '}
                {units.money(c.minor)}
                {c.massMg > c.lot.freeMg ? ` · only ${units.mass(c.lot.freeMg, 100_000)} free` : ''}
              </Box>
            </Box>
            <Button
              variant={c.lot.id === lotId ? 'contained' : 'outlined'}
              aria-pressed={c.lot.id === lotId}
              disabled={c.massMg > c.lot.freeMg}
              onClick={() => setLotId(c.lot.id)}
            >
              This one
            </Button>
          </Box>
        ))}
      </Box>
      {chosen ? (
        <Box>
          About {units.mass(Math.round(chosen.massMg * (perMeat - 1)), 10_000)} of cure, salt, spice and
          liquid goes with it. What is already seasoned gets its own lines; the rest follows by itself.
        </Box>
      ) : null}
    </CommandDialog>
  );
}

function choice(
  lot: TrimLot,
  sheet: BatchView,
  best: { fatPct: number; fatSd: number },
  target: number | undefined,
) {
  const fits =
    lot.status === 'available' && lot.state !== 'frozen' && lot.owner === sheet.owner && lot.freeMg > 0;
  if (!fits || target === undefined || lot.heat !== 'raw') return [];
  try {
    const meatKg = sheet.meatBasis.massMg / 1e6;
    const { addKg } = addBack({
      massKg: meatKg,
      fatPct: best.fatPct,
      targetFatPct: target,
      addFatPct: lot.fatPct,
    });
    const massMg = Math.max(
      MEAT_DIVISION_MG,
      Math.round((addKg * 1e6) / MEAT_DIVISION_MG) * MEAT_DIVISION_MG,
    );
    const after = mixture([
      { massKg: meatKg, ...best },
      { massKg: massMg / 1e6, fatPct: lot.fatPct, fatSd: lot.fatSd },
    ]);
    const chance = inWindow(after.fatPct, after.fatSd, sheet.window);
    return [{ lot, massMg, after, chance, minor: (massMg / 1e6) * lot.priceMinorPerKg }];
  } catch (error) {
    if (error instanceof InputError) return [];
    throw error;
  }
}
