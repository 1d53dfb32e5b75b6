import { isWarmer, readingKind, traitsOf } from '@zest/core';
import type { BatchView } from '@zest/contract';
import { COLOUR, FONT } from '../../ui/theme.js';
import { useUnits } from '../../ui/units.js';

const WIDTH = 1180;
/** Figures stand beside the points while they do not cross. */
const MOST_NAMED = 10;
const HEIGHT = 110;
/** The strip spans what was read and the limit, and at least so many degrees: a degree is to be seen. */
const LEAST_SPAN_C = 6;

/** Temperatures of the batch before it is cooked as a thin line, its limit drawn in. */
export function ColdStrip({ sheet }: { sheet: BatchView }) {
  const units = useUnits();
  const hot = new Set(
    sheet.steps.filter((s) => traitsOf(s).heat !== undefined || traitsOf(s).tastes).map((s) => s.id),
  );
  const patty = new Set(
    sheet.steps.filter((s) => traitsOf(s).tastes).flatMap((s) => s.asks.map((a) => a.kind)),
  );
  const points = sheet.readings.filter(
    (r) => readingKind(r.kind).given === 'probe' && !patty.has(r.kind) && !hot.has(r.stepId),
  );
  if (points.length === 0) return null;
  const limit =
    sheet.steps.find((s) => s.state === 'open')?.asks.find((ask) => ask.aboveC !== undefined)?.aboveC ?? 7;
  const x = (i: number) => (points.length === 1 ? 40 : 40 + (i * (WIDTH - 140)) / (points.length - 1));
  const values = [...points.map((p) => p.value), limit];
  const high = Math.max(...values) + 1;
  const span = Math.max(LEAST_SPAN_C, high - Math.min(...values) + 1);
  const y = (c: number) => 20 + ((high - c) / span) * (HEIGHT - 32);
  const last = points[points.length - 1];
  return (
    <svg
      viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
      width="100%"
      role="img"
      aria-label={`Temperatures of the batch, the last ${units.temperature(last?.value ?? 0)}, limit ${units.temperature(limit)}`}
    >
      <line
        x1="0"
        x2={WIDTH - 96}
        y1={y(limit)}
        y2={y(limit)}
        stroke={COLOUR.zest}
        strokeWidth="2"
        strokeDasharray="8 6"
      />
      <polyline
        points={points.map((p, i) => `${x(i)},${y(p.value)}`).join(' ')}
        fill="none"
        stroke={COLOUR.water}
        strokeWidth="3"
      />
      {points.map((p, i) =>
        isWarmer(p.value, limit) ? (
          <path
            key={p.id}
            d={`M${x(i) - 7} ${y(p.value) + 6} h14 l-7 -13 z`}
            fill={COLOUR.zest}
            stroke={COLOUR.ink}
          />
        ) : (
          <circle key={p.id} cx={x(i)} cy={y(p.value)} r="5" fill={COLOUR.water} stroke={COLOUR.ink} />
        ),
      )}
      <g fontFamily={FONT.number} fontSize="18" fill={COLOUR.ink}>
        {points.map((p, i) =>
          i === points.length - 1 || points.length <= MOST_NAMED ? (
            <text key={p.id} x={x(i) + 9} y={y(p.value) - 7}>
              {units.temperature(p.value)}
            </text>
          ) : null,
        )}
        <text x={WIDTH - 90} y={y(limit) + 6}>
          {units.temperature(limit)}
        </text>
      </g>
    </svg>
  );
}
