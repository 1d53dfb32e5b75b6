import Box from '@mui/material/Box';
import { gaugeFormula, ofBasis, type Gauge } from '@zest/core';
import { Explained } from '../../ui/Explained.js';
import { COLOUR, NUMERALS } from '../../ui/theme.js';
import { Tick, Triangle } from '../../ui/Trouble.js';
import { useUnits } from '../../ui/units.js';

interface GaugeBarProps {
  gauge: Gauge;
}

const LEVEL_WORD = {
  ok: '',
  warn: 'look at it',
  stop: 'over the limit',
  name: 'the protected name goes',
  label: 'stands in the name',
} as const;

const HEIGHT = 14;

/** A value on its way to its limit: floor and limit are marks, the room left is words. */
export function GaugeBar({ gauge }: GaugeBarProps) {
  const units = useUnits();
  const { value, limit, floor, level, unit } = gauge;
  const top = Math.max(value, limit ?? value) * 1.15 || 1;
  const pct = (x: number) => `${Math.min(100, (x / top) * 100)}%`;
  const digits = unit === 'ppm' ? 0 : unit === '%' ? 1 : 1;
  const words = [
    `${units.number(value, digits)}${limit === null ? '' : ` of ${units.number(limit, digits)}`} ${unit} ${ofBasis(gauge)}`,
    gauge.book ? gauge.book.toUpperCase() : '',
  ].filter(Boolean);
  return (
    <Box
      role="group"
      aria-label={`${gauge.title}: ${words[0]}${level === 'ok' ? '' : `, ${LEVEL_WORD[level]}`}`}
      sx={{ mb: 1.25, ...(level === 'stop' ? { borderLeft: `10px solid ${COLOUR.ink}`, pl: 1 } : {}) }}
    >
      <Box sx={{ display: 'flex', alignItems: 'center', gap: 0.75 }}>
        {level === 'ok' ? <Tick size={16} /> : level === 'stop' ? <b>Stop.</b> : <Triangle size={16} />}
        <Box sx={{ fontWeight: 700, fontSize: 15 }}>{gauge.title}</Box>
      </Box>
      <svg width="100%" height={HEIGHT} aria-hidden="true" style={{ display: 'block', margin: '3px 0' }}>
        <rect x="0" y="3" width="100%" height={HEIGHT - 6} fill={COLOUR.edge} />
        <rect x="0" y="3" width={pct(value)} height={HEIGHT - 6} fill={FILL[gauge.roomOf] ?? COLOUR.spice} />
        {floor === null ? null : <Mark at={pct(floor)} dashed />}
        {limit === null ? null : <Mark at={pct(limit)} />}
      </svg>
      <Box sx={{ ...NUMERALS, fontSize: 16, lineHeight: 1.2 }}>
        <Explained of={gauge.title} formulas={[gaugeFormula(gauge)]}>
          {words.join(' · ')}
        </Explained>
        {level === 'ok' || level === 'stop' ? '' : ` – ${LEVEL_WORD[level]}`}
        {gauge.roomMg !== null && level !== 'stop' && gauge.roomMg > 0 ? (
          <Box component="span">
            {' '}
            · {units.mass(gauge.roomMg)} more {gauge.roomOf}
          </Box>
        ) : null}
      </Box>
    </Box>
  );
}

function Mark({ at, dashed = false }: { at: string; dashed?: boolean }) {
  return (
    <line
      x1={at}
      x2={at}
      y1="0"
      y2={HEIGHT}
      stroke={COLOUR.ink}
      strokeWidth={dashed ? 1.5 : 3}
      strokeDasharray={dashed ? '3 2' : undefined}
    />
  );
}

const FILL: Record<string, string> = {
  cure: COLOUR.cure,
  liquid: COLOUR.water,
  water: COLOUR.water,
  fat: COLOUR.fat,
  binder: COLOUR.inclusion,
};
