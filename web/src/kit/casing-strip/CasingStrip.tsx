import { COLOUR, FONT } from '../../ui/theme.js';
import { useUnits } from '../../ui/units.js';

interface CasingStripProps {
  /** Metres needed for what is in the batch, used so far and left in the lot. */
  needMm: number;
  usedMm: number;
  leftMm: number;
  linkLengthMm: number;
}

const WIDTH = 1180;
/** The strip shows a little more than what is needed, however much is left in the lot. */
const BEYOND = 1.15;

/** The strand drawn to scale: what is filled, what is still needed, and where it would run out. */
export function CasingStrip({ needMm, usedMm, leftMm, linkLengthMm }: CasingStripProps) {
  const units = useUnits();
  const total = Math.max(1, usedMm, needMm) * BEYOND;
  const x = (mm: number) => Math.min(WIDTH, (mm / total) * WIDTH);
  const links = Math.min(400, Math.floor(usedMm / Math.max(1, linkLengthMm)));
  const short = needMm > usedMm + leftMm;
  return (
    <svg
      viewBox={`0 0 ${WIDTH} 58`}
      width="100%"
      role="img"
      aria-label={`Casing: ${units.length(usedMm)} used of ${units.length(needMm)} needed`}
    >
      <rect
        x="0"
        y="8"
        width={x(usedMm + leftMm)}
        height="22"
        rx="11"
        fill={COLOUR.steel}
        stroke={COLOUR.ink}
      />
      <rect x="0" y="8" width={x(usedMm)} height="22" rx="11" fill={COLOUR.lean} stroke={COLOUR.ink} />
      {Array.from({ length: links }, (_, i) => (
        <line
          key={i}
          x1={x((i + 1) * linkLengthMm)}
          x2={x((i + 1) * linkLengthMm)}
          y1="8"
          y2="30"
          stroke={COLOUR.paper}
          strokeWidth="0.8"
        />
      ))}
      <line
        x1={x(needMm)}
        x2={x(needMm)}
        y1="2"
        y2="36"
        stroke={short ? COLOUR.zest : COLOUR.ink}
        strokeWidth="3"
      />
      <g fontFamily={FONT.number} fontSize="18" fill={COLOUR.ink}>
        <text x="2" y="52">
          {units.length(usedMm)} used
        </text>
        <text x={WIDTH - 2} y="52" textAnchor="end">
          {units.length(needMm)} needed · {units.length(leftMm)} left in the lot{short ? ' · runs short' : ''}
        </text>
      </g>
    </svg>
  );
}
