import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { ROUTES } from '@zest/contract';
import { command } from '../../../data/command.js';
import { useUnits } from '../../../ui/units.js';
import { Choices } from './Choices.js';
import type { MoreProps } from './more-props.js';
import { Refused } from './Refused.js';
import { useBatchCommand } from './use-batch-command.js';
import { queries } from '../../../data/queries.js';

/** Another ingredient for the rest of a line, with how many grams of it do the work of one. */
export function Substitute({ sheet, line, onClose }: MoreProps) {
  const units = useUnits();
  const sending = useBatchCommand(sheet.id, onClose);
  const { run, busy } = sending;
  const [ingredientId, setIngredientId] = useState<string>();
  const [factor, setFactor] = useState('');
  const lots = useQuery(queries.batchLots(sheet.id));
  if (!line) return null;
  const isCure = line.isCure;
  const others = [
    ...new Map(
      (lots.data ?? [])
        .filter((l) => l.kind === 'ingredient' && l.name !== line.name && (l.role === 'cure') === isCure)
        .map((l) => [l.ingredientId, l]),
    ).values(),
  ].sort((a, b) => Number(b.role === line.role) - Number(a.role === line.role));
  const number = Number(factor.replace(',', '.'));
  const chosen = others.find((o) => o.ingredientId === ingredientId);
  const go = () =>
    run((signed) =>
      command(ROUTES.substituteLine, {
        params: { id: sheet.id },
        body: {
          lineId: line.id,
          ingredientId: ingredientId ?? '',
          ...(number > 0 ? { factor: number } : {}),
          reason: `${line.name} ran out`,
          signed,
        },
      }),
    );
  return (
    <>
      <Box sx={{ fontSize: 22, mb: 2 }}>
        Instead of {units.mass(line.dueMg - line.weighedMg)} {line.name}. Allergens, cure and label follow
        what is really in it.
      </Box>
      <Choices
        label="Instead of it"
        choices={others.map((o) => ({ key: o.ingredientId ?? '', name: o.name, about: o.role }))}
        chosen={ingredientId}
        onChoose={setIngredientId}
      />
      <Box sx={{ display: 'flex', gap: 2, alignItems: 'center', mt: 3 }}>
        <TextField
          label={chosen ? `Grams of ${chosen.name} for one gram` : 'Grams for one gram'}
          value={factor}
          onChange={(e) => setFactor(e.target.value)}
          slotProps={{ htmlInput: { inputMode: 'decimal' } }}
          sx={{ width: 340 }}
        />
        <Button
          variant="contained"
          disabled={!chosen || busy}
          onClick={() => void go()}
          sx={{ minHeight: 76, fontSize: 24, px: 4 }}
        >
          Use {chosen?.name ?? 'it'}
        </Button>
      </Box>
      <Refused command={sending} />
    </>
  );
}
