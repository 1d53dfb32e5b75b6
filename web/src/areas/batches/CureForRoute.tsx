import Box from '@mui/material/Box';
import { useQuery } from '@tanstack/react-query';
import { isCure, needsCure, nitrite } from '@zest/core';
import type { BatchView, ChangeMethod, MethodStep } from '@zest/contract';
import { queries } from '../../data/queries.js';
import { ChoiceInput, NumberInput } from '../../ui/command/index.js';

interface CureForRouteProps {
  sheet: BatchView;
  /** The steps to come. */
  rest: readonly MethodStep[];
  /** What was chosen so far. */
  typed: Partial<NonNullable<ChangeMethod['cure']>> | undefined;
}

/** Where another way needs cure and the batch has none: which one goes in, and how much of it. */
export function CureForRoute({ sheet, rest, typed }: CureForRouteProps) {
  const shelf = useQuery(queries.ingredients);
  const { ingredientId: chosen, gPerKgMeat: dose } = typed ?? {};
  if (sheet.lines.some((l) => l.isCure) || !needsCure({ steps: [...rest] })) return null;
  const cures = (shelf.data ?? []).filter((i) => isCure(i.contents));
  const cure = cures.find((i) => i.id === chosen);
  return (
    <Box role="group" aria-label="Cure for it">
      <Box sx={{ mb: 1 }}>
        This way needs cure, and the batch has none. It can go in now: weighed with the rest, or mixed into
        what is left.
      </Box>
      <Box sx={{ display: 'flex', gap: 2, alignItems: 'flex-start' }}>
        <ChoiceInput
          name="cure.ingredientId"
          label="Cure"
          width={360}
          options={[['', 'none, and signed for'], ...cures.map((i) => [i.id, i.name] as const)]}
        />
        {cure ? <NumberInput name="cure.gPerKgMeat" label="g/kg of meat" width={160} /> : null}
        {cure && dose !== undefined && dose > 0 ? (
          <Box sx={{ mt: 2 }}>{ppmOnMeat(dose, cure.contents.nitritePct)} ppm nitrite on the meat</Box>
        ) : null}
      </Box>
    </Box>
  );
}

function ppmOnMeat(gPerKg: number, nitritePct: number): number {
  return Math.round(nitrite({ cureG: gPerKg, nitritePct, meatKg: 1, mixKg: 1, book: 'us' }).ppmOnMeat);
}
