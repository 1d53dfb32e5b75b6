import { COLOUR } from '../../ui/theme.js';

/** Lean and fat of a trim as two lengths. */
export function FatBar({ pct }: { pct: number }) {
  return (
    <svg width="44" height="12" aria-hidden="true" style={{ verticalAlign: 'baseline', marginRight: 4 }}>
      <rect x="0.5" y="0.5" width="43" height="11" fill={COLOUR.lean} />
      <rect x={44 - 44 * (pct / 100)} y="0.5" width={44 * (pct / 100) - 0.5} height="11" fill={COLOUR.fat} />
      <rect x="0.5" y="0.5" width="43" height="11" fill="none" stroke={COLOUR.ink} />
    </svg>
  );
}
