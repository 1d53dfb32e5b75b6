import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { ARRIVAL_CHECKS } from '@zest/contract';
import { Triangle } from '../../../ui/Trouble.js';
import type { DeliveryRow } from './rows.js';

interface LooksProps {
  row: DeliveryRow;
  issue: string | undefined;
  onChange: (looks: DeliveryRow['looks']) => void;
}

export const ALL_PASSED: DeliveryRow['looks'] = Object.fromEntries(
  ARRIVAL_CHECKS.map((check) => [check, true]),
);

export function allPassed(looks: DeliveryRow['looks']): boolean {
  return ARRIVAL_CHECKS.every((check) => looks[check] === true);
}

const MARK = { open: '…', passed: '✓', failed: '✗ not' } as const;

/** What is looked at before it is taken in. Nothing is answered until somebody has looked: a touch passes it, another fails it. */
export function Looks({ row: { looks }, issue, onChange }: LooksProps) {
  return (
    <Box sx={{ display: 'flex', gap: 0.5, mt: 0.5, alignItems: 'center', flexWrap: 'wrap', fontSize: 15 }}>
      {issue ? <Triangle size={18} /> : null}
      Looked at:
      {ARRIVAL_CHECKS.map((check) => {
        const state = looks[check] === undefined ? 'open' : looks[check] ? 'passed' : 'failed';
        return (
          <Button
            key={check}
            size="small"
            aria-label={`${check}: ${state === 'open' ? 'not looked at yet' : state}`}
            onClick={() => onChange({ ...looks, [check]: state !== 'passed' })}
            sx={{ fontWeight: state === 'failed' ? 700 : 400, color: 'text.primary' }}
          >
            {MARK[state]} {check}
          </Button>
        );
      })}
      {allPassed(looks) ? null : (
        <Button size="small" variant="outlined" onClick={() => onChange(ALL_PASSED)}>
          All six are fine
        </Button>
      )}
    </Box>
  );
}
