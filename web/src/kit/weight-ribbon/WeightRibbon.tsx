import { useId, useMemo } from 'react';
import type { RibbonStation } from '@zest/core';
import { COLOUR, FONT, MATERIAL_FILL } from '../../ui/theme.js';
import { useUnits } from '../../ui/units.js';
import { layoutRibbon } from './layout.js';

interface RibbonProps {
  stations: readonly RibbonStation[];
  width: number;
  height: number;
  /** The large form names its steps, slivers and gaps. */
  labels?: boolean;
  title: string;
  onGap?: (accountId: string) => void;
}

/** A batch as a ribbon of kilograms. */
export function WeightRibbon({ stations, width, height, labels = false, title, onGap }: RibbonProps) {
  const units = useUnits();
  const hatch = useId();
  const drawing = useMemo(
    () => layoutRibbon(stations, { width, height }, labels),
    [stations, width, height, labels],
  );
  const text = { fontFamily: FONT.number, fill: COLOUR.ink, fontWeight: 500 };
  return (
    <svg
      viewBox={`0 0 ${width} ${drawing.height}`}
      width="100%"
      role="img"
      aria-label={title}
      style={{ display: 'block' }}
    >
      <defs>
        <pattern id={hatch} width="7" height="7" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
          <rect width="7" height="7" fill={COLOUR.paper} />
          <line x1="0" y1="0" x2="0" y2="7" stroke={COLOUR.faint} strokeWidth="3" />
        </pattern>
      </defs>
      {drawing.bands.map((band) => (
        <path
          key={band.key}
          d={band.path}
          fill={MATERIAL_FILL[band.material]}
          stroke={MATERIAL_FILL[band.material]}
          strokeWidth="0.4"
        />
      ))}
      {drawing.slivers.map((s) => (
        <path
          key={s.key}
          d={s.path}
          fill={s.kind === 'loss' ? `url(#${hatch})` : COLOUR.lean}
          stroke={labels ? COLOUR.ink : COLOUR.faint}
          strokeWidth={labels ? 0.8 : 0.4}
        />
      ))}
      {drawing.gaps.map((gap) => (
        <path
          key={gap.accountId}
          d={gap.path}
          fill={`url(#${hatch})`}
          stroke={gap.closed ? COLOUR.zest : COLOUR.ink}
          strokeWidth={labels ? 2 : 1}
          onClick={onGap ? () => onGap(gap.accountId) : undefined}
          style={onGap ? { cursor: 'pointer' } : undefined}
        />
      ))}
      {labels ? (
        <g style={text}>
          {drawing.stations.map((s) => (
            <g key={s.accountId}>
              <line x1={s.x + 0.5} x2={s.x + 0.5} y1={6} y2={drawing.height - 6} stroke={COLOUR.edge} />
              <text x={s.nameX + 7} y={s.top - 14} fontSize="17" fontWeight="700">
                {s.name}
              </text>
              <text
                x={s.x + s.width * 0.46}
                y={s.top + Math.max(18, (s.bottom - s.top) / 2 + 6)}
                fontSize="19"
                fontWeight="700"
                textAnchor="middle"
                stroke={COLOUR.paper}
                strokeWidth="4"
                paintOrder="stroke"
              >
                {units.mass(s.inMg)}
              </text>
            </g>
          ))}
          {drawing.slivers.map((s) => (
            <text key={s.key} x={s.labelX} y={s.labelY} fontSize="15" textAnchor="end">
              {s.name} {units.mass(s.massMg)}
            </text>
          ))}
          {drawing.gaps.map((gap) => (
            <text
              key={gap.accountId}
              x={gap.labelX}
              y={gap.labelY}
              fontSize="15"
              fontWeight="700"
              textAnchor="end"
            >
              {gap.closed ? 'unaccounted' : 'still there'} {units.mass(gap.massMg)}
            </text>
          ))}
        </g>
      ) : null}
    </svg>
  );
}
