import { MEAT_DIVISION_MG } from '@zest/core';
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { memo } from 'react';
import type { PlanOptimal, PlanUse } from '@zest/core';
import type { BlendSettings, TrimLot } from '@zest/contract';
import { COLOUR, NUMERALS } from '../../ui/theme.js';
import { useUnits } from '../../ui/units.js';
import { briefName } from './names.js';

interface OthersPanelProps {
  others: PlanOptimal[] | undefined;
  answer: PlanOptimal;
  lots: readonly TrimLot[];
  window: BlendSettings['window'];
  onTake: (uses: readonly PlanUse[]) => void;
}

/** The plan and the next best blends that really differ from it, side by side. */
export const OthersPanel = memo(function OthersPanel({
  others,
  answer,
  lots,
  window,
  onTake,
}: OthersPanelProps) {
  if (!others) return <Box>Looking for other blends …</Box>;
  if (others.length === 0) return <Box>No really different blend of these lots obeys the rules.</Box>;
  return (
    <Box sx={{ display: 'grid', gridTemplateColumns: `repeat(${others.length + 1}, 1fr)`, gap: 1.5 }}>
      <Card title="As planned" plan={answer} answer={answer} lots={lots} window={window} />
      {others.map((other, i) => (
        <Card
          key={other.uses.map((u) => u.id).join()}
          title={`Instead, ${i + 1}`}
          plan={other}
          answer={answer}
          lots={lots}
          window={window}
          onTake={() => onTake(other.uses)}
        />
      ))}
    </Box>
  );
});

function Card({
  title,
  plan,
  answer,
  lots,
  window,
  onTake,
}: {
  title: string;
  plan: PlanOptimal;
  answer: PlanOptimal;
  lots: readonly TrimLot[];
  window: BlendSettings['window'];
  onTake?: () => void;
}) {
  const units = useUnits();
  const dearer = plan.cost - answer.cost;
  return (
    <Box
      component="section"
      aria-label={title}
      sx={{
        border: `2px solid ${onTake ? COLOUR.edge : COLOUR.pine}`,
        borderRadius: 1,
        p: 1.5,
        bgcolor: COLOUR.sheet,
        display: 'flex',
        flexDirection: 'column',
      }}
    >
      <Box sx={{ fontWeight: 700 }}>{title}</Box>
      <WindowBar plan={plan} window={window} />
      <Box sx={{ ...NUMERALS, fontSize: 24, fontWeight: 700 }}>
        {units.money(plan.cost * 100)}
        {onTake ? (
          <span style={{ fontSize: 17, fontWeight: 400 }}>
            {' '}
            {dearer >= 0 ? '+' : '−'}
            {units.money(Math.abs(dearer) * 100)}
          </span>
        ) : null}
      </Box>
      <Box>
        <span style={NUMERALS}>{units.percent(plan.fatPct)}</span> fat,{' '}
        <span style={NUMERALS}>{units.percent(plan.inWindow * 100, 0)}</span> sure
      </Box>
      <Box sx={{ flex: 1, my: 1 }}>
        {plan.uses.map((use) => (
          <Box key={use.id} sx={{ fontSize: 15 }}>
            <b style={NUMERALS}>{units.mass(use.massMg, MEAT_DIVISION_MG)}</b> {briefName(lots, use.id)}
          </Box>
        ))}
      </Box>
      {onTake ? (
        <Button variant="outlined" onClick={onTake}>
          Take this one
        </Button>
      ) : null}
    </Box>
  );
}

/** Where a blend stands in its window, with its uncertainty. */
function WindowBar({ plan, window }: { plan: PlanOptimal; window: BlendSettings['window'] }) {
  const from = window.minPct - 3;
  const span = window.maxPct - window.minPct + 6;
  const x = (pct: number) => Math.max(0, Math.min(200, ((pct - from) / span) * 200));
  return (
    <svg viewBox="0 0 200 22" width="100%" height="22" aria-hidden="true">
      <rect
        x={x(window.minPct)}
        y="4"
        width={x(window.maxPct) - x(window.minPct)}
        height="14"
        fill={COLOUR.pine}
        opacity="0.18"
      />
      <line
        x1={x(plan.fatPct - plan.fatSd)}
        x2={x(plan.fatPct + plan.fatSd)}
        y1="11"
        y2="11"
        stroke={COLOUR.ink}
        strokeWidth="3"
        opacity="0.45"
      />
      <path d={`M${x(plan.fatPct)} 6 l5 5 l-5 5 l-5 -5 Z`} fill={COLOUR.pine} stroke={COLOUR.ink} />
    </svg>
  );
}
