import Box from '@mui/material/Box';
import { useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { MEAT_DIVISION_MG, overPour } from '@zest/core';
import { ROUTES, type BatchView, type LineView } from '@zest/contract';
import { catchUp } from '../../data/batch-facts.js';
import { CommandDialog, ReasonInput } from '../../ui/command/index.js';
import { COLOUR } from '../../ui/theme.js';
import { Triangle } from '../../ui/Trouble.js';
import { useUnits } from '../../ui/units.js';
import { Secondary } from './BenchButtons.js';
import { lineWords } from './scales.js';

interface OverPourPanelProps {
  sheet: BatchView;
  line: LineView;
  /** On the scale and not yet taken; 0 when the over-pour is already recorded. */
  pouringMg: number;
  /** How far it is above what is due: of the load that is poured, or of the whole line. */
  overMg: number;
  /** Takes what is on the scale. */
  onTake: () => Promise<unknown>;
}

/** Too much was poured: take out, accept with a reason, or grow the batch, each with its numbers. */
export function OverPourPanel({ sheet, line, pouringMg, overMg, onTake }: OverPourPanelProps) {
  const units = useUnits();
  const mass = lineWords(units, line);
  const client = useQueryClient();
  const [choice, setChoice] = useState<'accept' | 'grow'>();
  const actualMg = line.weighedMg + pouringMg;
  const ways =
    line.kind === 'ingredient'
      ? overPour({
          meatKg: sheet.meatBasis.massMg / 1e6,
          name: line.name,
          lines: sheet.lines
            .filter((l) => l.kind === 'ingredient')
            .map((l) => ({
              name: l.name,
              dueG: l.dueMg / 1000,
              actualG: (l.id === line.id ? actualMg : l.weighedMg) / 1000,
            })),
        })
      : undefined;
  const overLimit = line.cure !== null && actualMg > line.cure.maxMg;
  // A load that has too much is mended on the scale; the line may still be right.
  const whole = actualMg > line.highMg;
  return (
    <Box
      role="alert"
      sx={{
        flex: '1 1 480px',
        p: 1.5,
        border: `4px solid ${COLOUR.zest}`,
        bgcolor: COLOUR.sheet,
        fontSize: 20,
      }}
    >
      <Box sx={{ display: 'flex', gap: 1, alignItems: 'center', fontWeight: 700, fontSize: 26 }}>
        <Triangle size={30} /> {mass(overMg)} too much
      </Box>
      <Box sx={{ my: 1 }}>
        {pouringMg > 0
          ? `Take out ${mass(overMg)} until it is in the band${whole ? ', or:' : '.'}`
          : 'Take the weight back and weigh less, or:'}
      </Box>
      <Box sx={{ display: 'flex', gap: 2, flexWrap: 'wrap' }}>
        {overLimit ? (
          <Box sx={{ fontWeight: 700 }}>Above the cure limit: it cannot be accepted.</Box>
        ) : !whole ? null : (
          <Secondary onClick={() => setChoice('accept')}>
            Accept {mass(actualMg)}
            {ways ? ` (${units.number(ways.newDoseGPerKg, 2)} g/kg)` : ''}
          </Secondary>
        )}
        {/* A pour that would more than double the batch is a slip, not a reason to grow it. */}
        {whole && ways && ways.growMeatKg > 0 && ways.growMeatKg <= sheet.meatBasis.massMg / 1e6 ? (
          <Secondary onClick={() => setChoice('grow')}>
            Grow the batch by {units.mass(Math.round(ways.growMeatKg * 1e6), MEAT_DIVISION_MG)} meat
          </Secondary>
        ) : null}
      </Box>
      {choice ? (
        <CommandDialog
          route={choice === 'grow' ? ROUTES.growBatch : ROUTES.acceptLine}
          params={{ id: sheet.id }}
          title={
            choice === 'grow' ? `Grow batch ${sheet.number}` : `Accept ${mass(actualMg)} of ${line.name}`
          }
          action={choice === 'grow' ? 'Grow the batch' : `Accept ${mass(actualMg)}`}
          initial={{ lineId: line.id }}
          before={async () => {
            if (pouringMg > 0) await onTake();
            return undefined;
          }}
          onDone={async () => {
            await catchUp(client, sheet.id);
            setChoice(undefined);
          }}
          onClose={() => setChoice(undefined)}
        >
          <Box>
            {choice === 'grow' && ways
              ? `${units.mass(Math.round(ways.growMeatKg * 1e6), MEAT_DIVISION_MG)} more meat in the planned shares, and ${ways.growLines.map((l) => `${units.mass(Math.round(l.addG * 1000))} ${l.name}`).join(', ')}.`
              : 'It stays on record with your name.'}
          </Box>
          <ReasonInput usual={['Hand slipped', 'Scale was slow', 'Tub was not empty']} />
        </CommandDialog>
      ) : null}
    </Box>
  );
}
