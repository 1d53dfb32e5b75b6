import Box from '@mui/material/Box';
import { COLOUR, FONT, LOW, MATERIAL_FILL, SHORT } from '../../ui/theme.js';
import type { Material } from '@zest/core';

interface BandBarProps {
  /** What is in already, what is on the scale, and the band; all in one unit. */
  already: number;
  now: number;
  low: number;
  due: number;
  high: number;
  /** Where this hand stops, so that what runs on lands on the due weight. */
  stopAt?: number | undefined;
  material: Material;
  words: { low: string; high: string };
}

const WIDTH = 1180;

/** The pour against its band: the band is a window that stays put, the bar runs towards it. */
export function BandBar({ already, now, low, due, high, stopAt, material, words }: BandBarProps) {
  const end = Math.max(due * 1.25, high * 1.05, 1);
  const x = (value: number) => Math.min(WIDTH, Math.max(0, (value / end) * WIDTH));
  const total = already + now;
  const over = total > high;
  return (
    <Box sx={{ [SHORT]: { maxWidth: 'calc(100% - 160px)' }, [LOW]: { '& svg': { maxHeight: 78 } } }}>
      <svg
        viewBox={`0 0 ${WIDTH} 92`}
        width="100%"
        style={{ maxHeight: 108 }}
        preserveAspectRatio="xMinYMid meet"
        aria-hidden="true"
      >
        <rect
          x="1"
          y="16"
          width={WIDTH - 2}
          height="40"
          fill={COLOUR.sheet}
          stroke={COLOUR.ink}
          strokeWidth="2"
        />
        <rect x="2" y="18" width={x(already)} height="36" fill={MATERIAL_FILL[material]} opacity="0.55" />
        <rect
          x={x(already)}
          y="18"
          width={Math.max(0, x(total) - x(already))}
          height="36"
          fill={MATERIAL_FILL[material]}
        />
        <rect
          x={x(low)}
          y="8"
          width={Math.max(6, x(high) - x(low))}
          height="56"
          fill="none"
          stroke={over ? COLOUR.zest : COLOUR.pine}
          strokeWidth="6"
        />
        <line x1={x(due)} x2={x(due)} y1="4" y2="68" stroke={COLOUR.ink} strokeWidth="2" />
        {stopAt === undefined || stopAt >= low ? null : (
          <line
            x1={x(stopAt)}
            x2={x(stopAt)}
            y1="8"
            y2="64"
            stroke={COLOUR.ink}
            strokeWidth="4"
            strokeDasharray="6 5"
          />
        )}
        <g fontFamily={FONT.number} fontSize="21" fontWeight="700" fill={COLOUR.ink}>
          <text x={x(low) - 8} y="86" textAnchor="end">
            {words.low}
          </text>
          <text x={Math.min(WIDTH - 90, x(high) + 8)} y="86">
            {words.high}
          </text>
        </g>
      </svg>
    </Box>
  );
}
