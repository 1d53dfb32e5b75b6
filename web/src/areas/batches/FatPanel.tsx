import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { useState } from 'react';
import { fatFormulas, traitsOf } from '@zest/core';
import type { BatchView } from '@zest/contract';
import { usePerson } from '../../data/session.js';
import { Explained } from '../../ui/Explained.js';
import { NUMERALS } from '../../ui/theme.js';
import { useUnits } from '../../ui/units.js';
import { CorrectDialog } from './CorrectDialog.js';
import { KeepLotDialog } from './KeepLotDialog.js';
import { ReplanDialog } from './ReplanDialog.js';
import { SignedFor } from './SignedFor.js';
import { TestBatchDialog } from './TestBatchDialog.js';

/** What the fat of the batch is thought to be: at opening, now, and after the ground meat was tested. */
export function FatPanel({ sheet }: { sheet: BatchView }) {
  const units = useUnits();
  const { role } = usePerson();
  const [open, setOpen] = useState<'test' | 'correct' | 'replan' | 'keep'>();
  const canTest = sheet.state === 'open' && sheet.meatMg > 0 && (role === 'lead' || role === 'bench');
  const best = sheet.fatTest
    ? { fatPct: sheet.fatTest.posteriorPct, fatSd: sheet.fatTest.posteriorSd }
    : { fatPct: sheet.plannedFatPct, fatSd: sheet.fatSd };
  const off = best.fatPct < sheet.window.minPct || best.fatPct > sheet.window.maxPct || sheet.inWindow < 0.5;
  const standing = sheet.steps.find((s) => s.holdsMass && s.state !== 'closed' && s.balanceMg > 0);
  const weighing =
    sheet.state === 'open' &&
    sheet.steps.some((s) => traitsOf(s).weighs === 'meat' && s.state !== 'closed' && s.origin === null);
  const moved = Math.abs(sheet.plannedFatPct - sheet.openedFatPct) >= 0.05;
  const figure = (fatPct: number, fatSd: number) => `${units.percent(fatPct)} ± ${units.number(fatSd, 1)}`;
  return (
    <Box component="section" aria-label="Fat of the batch" sx={{ my: 1 }}>
      <Box sx={{ display: 'flex', gap: 3, alignItems: 'baseline', flexWrap: 'wrap' }}>
        <Box>
          Fat at opening <b style={NUMERALS}>{figure(sheet.openedFatPct, sheet.openedFatSd)}</b>
        </Box>
        {moved ? (
          <Box>
            now thought to be <b style={NUMERALS}>{figure(sheet.plannedFatPct, sheet.fatSd)}</b>
          </Box>
        ) : null}
        {sheet.fatTest ? (
          <Box>
            tested {figure(sheet.fatTest.fatPct, sheet.fatTest.fatSd)}, so the batch is{' '}
            <b style={NUMERALS}>{figure(sheet.fatTest.posteriorPct, sheet.fatTest.posteriorSd)}</b>
          </Box>
        ) : null}
        <Box>
          <Explained of="the fat" formulas={fatFormulas(sheet)}>
            <b style={NUMERALS}>{units.percent(sheet.inWindow * 100, 0)}</b> sure to be in{' '}
            {units.number(sheet.window.minPct, 0)}–{units.number(sheet.window.maxPct, 0)} %
          </Explained>
        </Box>
        {canTest ? (
          <Button variant="outlined" size="small" onClick={() => setOpen('test')}>
            Test the ground meat
          </Button>
        ) : null}
        {weighing && role === 'lead' ? (
          <Button variant="outlined" size="small" onClick={() => setOpen('replan')}>
            Plan again what is not weighed
          </Button>
        ) : null}
        {canTest && standing ? (
          <Button variant="outlined" size="small" onClick={() => setOpen('keep')}>
            Keep some as a lot
          </Button>
        ) : null}
        {canTest && role === 'lead' && off ? (
          <Button variant="outlined" size="small" onClick={() => setOpen('correct')}>
            Correct the fat
          </Button>
        ) : null}
      </Box>
      <SignedFor sheet={sheet} />
      {open === 'replan' ? <ReplanDialog sheet={sheet} onClose={() => setOpen(undefined)} /> : null}
      {open === 'keep' && standing ? (
        <KeepLotDialog sheet={sheet} step={standing} onClose={() => setOpen(undefined)} />
      ) : null}
      {open === 'test' ? <TestBatchDialog sheet={sheet} onClose={() => setOpen(undefined)} /> : null}
      {open === 'correct' ? (
        <CorrectDialog sheet={sheet} best={best} onClose={() => setOpen(undefined)} />
      ) : null}
    </Box>
  );
}
