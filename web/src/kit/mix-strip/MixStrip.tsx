import { MATERIALS, type Material } from '@zest/core';
import { COLOUR, MATERIAL_FILL } from '../../ui/theme.js';

interface MixStripProps {
  /** Kilograms of each material per kilogram of mix, in any unit; only their shares matter. */
  parts: Partial<Record<Material, number>>;
  height?: number;
  label: string;
}

const WIDTH = 1000;

/** The same in words, the largest first; under a percent is left out. */
export function mixWords(parts: MixStripProps['parts'], percent: (value: number) => string): string {
  const total = MATERIALS.reduce((sum, m) => sum + (parts[m] ?? 0), 0);
  return MATERIALS.map((m) => ({ m, share: ((parts[m] ?? 0) / total) * 100 }))
    .filter(({ share }) => share >= 1)
    .sort((a, b) => b.share - a.share)
    .map(({ m, share }) => `${m} ${percent(share)}`)
    .join(' · ');
}

/** A kilogram of mix laid out flat: how much of it is lean, fat, water, spice, cure, pieces. */
export function MixStrip({ parts, height = 18, label }: MixStripProps) {
  const total = MATERIALS.reduce((sum, m) => sum + (parts[m] ?? 0), 0);
  if (!(total > 0)) return null;
  let x = 0;
  return (
    <svg
      viewBox={`0 0 ${WIDTH} ${height}`}
      width="100%"
      height={height}
      preserveAspectRatio="none"
      role="img"
      aria-label={label}
      style={{ display: 'block' }}
    >
      {MATERIALS.map((material) => {
        const width = ((parts[material] ?? 0) / total) * WIDTH;
        if (width <= 0) return null;
        const rect = (
          <rect
            key={material}
            x={x}
            y={0}
            width={Math.max(width, material === 'cure' ? 5 : 1)}
            height={height}
            fill={MATERIAL_FILL[material]}
            stroke={material === 'fat' ? COLOUR.ink : 'none'}
            strokeWidth={0.6}
            vectorEffect="non-scaling-stroke"
          />
        );
        x += width;
        return rect;
      })}
    </svg>
  );
}
