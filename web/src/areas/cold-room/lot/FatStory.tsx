import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { useState } from 'react';
import { ROUTES, type LotDetail } from '@zest/contract';
import { CommandDialog, ReasonInput } from '../../../ui/command/index.js';
import { usePerson } from '../../../data/session.js';
import { COLOUR, NUMERALS } from '../../../ui/theme.js';
import { useUnits } from '../../../ui/units.js';

const WIDTH = 640;
const ROW = 34;

/** Why a lot's fat is thought to be what it is: every figure it ever had, with its uncertainty, drawn to scale. */
export function FatStory({ lot }: { lot: LotDetail }) {
  const units = useUnits();
  const person = usePerson();
  const [undo, setUndo] = useState<string>();
  const steps = [
    { key: 'base', words: 'at receipt', figure: lot.baseFat, test: undefined },
    ...lot.fatChanges.map((c) => ({
      key: c.testId,
      words: `${c.method}${c.batchNumber === null ? '' : ` on batch ${c.batchNumber}`}, ${c.person}`,
      figure: c.after,
      test: c,
    })),
  ];
  const all = steps.flatMap((s) => [s.figure, ...(s.test ? [s.test.measured] : [])]);
  const low = Math.max(0, Math.min(...all.map((f) => f.fatPct - 2 * f.fatSd)) - 1);
  const high = Math.min(100, Math.max(...all.map((f) => f.fatPct + 2 * f.fatSd)) + 1);
  const x = (pct: number) => 8 + ((pct - low) / (high - low)) * (WIDTH - 16);
  return (
    <Box component="section" aria-label="Why this fat">
      <h3>Why this fat</h3>
      {steps.map((step) => (
        <Box
          key={step.key}
          sx={{ display: 'grid', gridTemplateColumns: '190px 120px 1fr 110px', gap: 1, alignItems: 'center' }}
        >
          <Box sx={{ fontSize: 15 }}>{step.words}</Box>
          <Box sx={{ ...NUMERALS, fontSize: 19, fontWeight: 700 }}>
            {units.percent(step.figure.fatPct)} ± {units.number(step.figure.fatSd, 1)}
          </Box>
          <svg
            viewBox={`0 0 ${WIDTH} ${ROW}`}
            width="100%"
            height={ROW}
            aria-hidden="true"
            preserveAspectRatio="none"
          >
            <line x1="0" x2={WIDTH} y1={ROW / 2} y2={ROW / 2} stroke={COLOUR.edge} />
            <rect
              x={x(step.figure.fatPct - step.figure.fatSd)}
              y={8}
              width={Math.max(
                2,
                x(step.figure.fatPct + step.figure.fatSd) - x(step.figure.fatPct - step.figure.fatSd),
              )}
              height={ROW - 16}
              fill={COLOUR.fat}
              stroke={COLOUR.ink}
            />
            <line
              x1={x(step.figure.fatPct)}
              x2={x(step.figure.fatPct)}
              y1={3}
              y2={ROW - 3}
              stroke={COLOUR.ink}
              strokeWidth="3"
            />
            {step.test ? (
              <path d={`M${x(step.test.measured.fatPct)} 2 l7 -0 l-7 11 l-7 -11 Z`} fill={COLOUR.pine} />
            ) : null}
          </svg>
          {step.test && person.role === 'lead' ? (
            <Button size="small" onClick={() => setUndo(step.test.testId)}>
              Take back
            </Button>
          ) : (
            <span />
          )}
          {step.test ? (
            <Box sx={{ gridColumn: '3 / 5', fontSize: 14, mt: -0.5, color: 'text.secondary' }}>
              measured {units.percent(step.test.measured.fatPct)} ±{' '}
              {units.number(step.test.measured.fatSd, 1)}
              {step.test.batchNumber === null ? '' : ' in the ground blend'}, moved it from{' '}
              {units.percent(step.test.before.fatPct)} to {units.percent(step.test.after.fatPct)}
            </Box>
          ) : null}
        </Box>
      ))}
      {undo ? (
        <CommandDialog
          route={ROUTES.reverseFatTest}
          params={{ id: undo }}
          title="Take this fat test back?"
          action="Take it back"
          onClose={() => setUndo(undefined)}
        >
          <Box>The lots it taught become what they would be had it never been made.</Box>
          <ReasonInput usual={['wrong lot', 'instrument was off', 'sample was not mixed']} />
        </CommandDialog>
      ) : null}
    </Box>
  );
}
