import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { v7 as uuid } from 'uuid';
import { MEAT_DIVISION_MG, taste } from '@zest/core';
import { ROUTES, type LineView } from '@zest/contract';
import { catchUp } from '../../../data/batch-facts.js';
import { call } from '../../../data/api.js';
import { command } from '../../../data/command.js';
import { NUMERALS } from '../../../ui/theme.js';
import { Trouble } from '../../../ui/Trouble.js';
import { useUnits } from '../../../ui/units.js';
import { Primary, Secondary } from '../BenchButtons.js';
import { AtFoot } from '../AtFoot.js';
import type { ReadingTaskProps } from '../task-props.js';
import { queries } from '../../../data/queries.js';

/** One touch changes a dose by this part of it. */
const STEP = 0.1;

interface CorrectTasteProps extends ReadingTaskProps {
  tooMuch: boolean;
  onClose: () => void;
}

/** Which line, how much of it, and what that takes of what is left of the mix. */
export function CorrectTaste({ sheet, step, onClose, tooMuch }: CorrectTasteProps) {
  const units = useUnits();
  const client = useQueryClient();
  const lines = sheet.lines.filter((l) => l.kind === 'ingredient' && !l.cure && l.weighedMg > 0);
  const [lineId, setLineId] = useState(lines.find((l) => l.role === 'salt')?.id ?? lines[0]?.id);
  const line = lines.find((l) => l.id === lineId);
  const madeGPerKg = line ? (line.weighedMg / sheet.meatBasis.massMg) * 1000 : 0;
  const [parts, setParts] = useState(tooMuch ? -1 : 1);
  const [lotId, setLotId] = useState<string>();
  const [id, setId] = useState(() => uuid());
  const [error, setError] = useState<unknown>();
  const lots = useQuery(queries.batchLots(sheet.id));
  const toGPerKg = madeGPerKg * (1 + STEP * parts);
  const remainingMg = sheet.ribbon
    .filter((s) => !s.closed && s.portion === step.portion)
    .reduce((sum, s) => sum + Math.max(0, s.balanceMg), 0);
  const answer =
    line && toGPerKg > 0 && remainingMg > 0
      ? outcome(sheet.mixMg, sheet.meatBasis.massMg, remainingMg, madeGPerKg, toGPerKg)
      : undefined;
  const go = async () => {
    if (!line) return;
    setError(undefined);
    try {
      await call(ROUTES.correctTaste, {
        params: { id: sheet.id },
        body: { id, stepId: step.id, lineId: line.id, toGPerKg, ...(lotId ? { lotId } : {}) },
      });
      await command(ROUTES.addRecipeNote, {
        params: { id: sheet.recipe.id },
        body: {
          lineKey: null,
          stepKey: null,
          sentence: `${line.name}: ${units.number(toGPerKg, 2)} instead of ${units.number(madeGPerKg, 2)} g/kg tasted right.`,
        },
      }).catch(() => undefined);
      await catchUp(client, sheet.id);
      onClose();
    } catch (problem) {
      setId(uuid());
      setError(problem);
    }
  };
  const meats = (lots.data ?? []).filter((l) => l.kind === 'trim');
  return (
    <>
      <AtFoot
        actions={<Secondary onClick={onClose}>Leave it</Secondary>}
        primary={
          <Primary onClick={() => void go()} disabled={!answer || (answer.addMeatKg !== undefined && !lotId)}>
            {words(answer, line, units.mass)}
          </Primary>
        }
      />
      <Box component="h2" sx={{ fontSize: 30, m: 0 }}>
        Correct what is left: {units.mass(remainingMg)} of mix
      </Box>
      <Box sx={{ display: 'flex', gap: 1, flexWrap: 'wrap', my: 1.5 }}>
        {lines.map((l) => (
          <Choice key={l.id} chosen={l.id === lineId} onClick={() => setLineId(l.id)}>
            {l.name}
          </Choice>
        ))}
      </Box>
      <Box sx={{ display: 'flex', gap: 3, alignItems: 'center' }}>
        <Secondary onClick={() => setParts(parts - 1)}>A tenth less</Secondary>
        <Box role="status" aria-label="Dose wanted" sx={{ ...NUMERALS, fontSize: 60, fontWeight: 700 }}>
          {units.number(toGPerKg, 2)} g/kg
        </Box>
        <Secondary onClick={() => setParts(parts + 1)}>A tenth more</Secondary>
        <Box sx={{ fontSize: 22 }}>made with {units.number(madeGPerKg, 2)} g/kg</Box>
      </Box>
      {answer?.addMeatKg === undefined ? null : (
        <Box sx={{ mt: 1.5 }}>
          <Box sx={{ fontSize: 22, mb: 1 }}>
            Nothing can be taken out. {units.mass(Math.round(answer.addMeatKg * 1e6), MEAT_DIVISION_MG)} of
            plain meat thins it out; cure and every other line are topped up for it. From which lot?
          </Box>
          <Box sx={{ display: 'flex', gap: 1, flexWrap: 'wrap' }}>
            {meats.map((l) => (
              <Choice key={l.lotId} chosen={l.lotId === lotId} onClick={() => setLotId(l.lotId)}>
                {l.name} {l.code}
              </Choice>
            ))}
          </Box>
        </Box>
      )}
      <Box sx={{ fontSize: 20, mt: 1.5 }}>
        It is kept as a note for the next batch. The mix is tasted again after it.
      </Box>
      {error ? <Trouble error={error} /> : null}
    </>
  );
}

function outcome(mixMg: number, meatMg: number, remainingMg: number, from: number, to: number) {
  return taste({
    remainingMixKg: remainingMg / 1e6,
    mixPerMeatKg: Math.max(1, mixMg / meatMg),
    fromGPerKg: from,
    toGPerKg: to,
  });
}

function words(
  answer: ReturnType<typeof taste> | undefined,
  line: LineView | undefined,
  mass: (mg: number, division?: number) => string,
): string {
  if (!answer || !line) return 'Correct it';
  if (answer.addMeatKg !== undefined)
    return `Add ${mass(Math.round(answer.addMeatKg * 1e6), MEAT_DIVISION_MG)} plain meat`;
  return `Add ${mass(Math.round((answer.addG ?? 0) * 1000))} ${line.name.toLowerCase()}`;
}

function Choice({
  chosen,
  onClick,
  children,
}: {
  chosen: boolean;
  onClick: () => void;
  children: React.ReactNode;
}) {
  return (
    <Button
      variant={chosen ? 'contained' : 'outlined'}
      aria-pressed={chosen}
      onClick={onClick}
      sx={{ minHeight: 64, fontSize: 19 }}
    >
      {children}
    </Button>
  );
}
