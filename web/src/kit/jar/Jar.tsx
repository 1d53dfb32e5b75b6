import { COLOUR, FONT, MATERIAL_FILL } from '../../ui/theme.js';
import type { Material } from '@zest/core';

export interface JarProps {
  /** Parts of the due weight: what is in, and the band. */
  filled: number;
  low: number;
  high: number;
  material: Material;
  done: boolean;
  /** What is being poured now, part of due. */
  pouring?: number;
  size?: number;
  cure?: boolean;
}

/** A jar that fills to a line with its tolerance band. Done jars have a lid; the cure jar is notched. */
export function Jar({ filled, low, high, material, done, pouring = 0, size = 96, cure = false }: JarProps) {
  const top = 14;
  const bottom = 96;
  const full = 1.25;
  const y = (part: number) => bottom - (Math.min(full, Math.max(0, part)) / full) * (bottom - top);
  const outline = cure ? 'M12 8 H68 V40 L60 47 L68 54 V98 H12 V54 L20 47 L12 40 Z' : 'M12 8 H68 V98 H12 Z';
  return (
    <svg width={size * 0.8} height={size} viewBox="0 0 80 104" aria-hidden="true">
      <path d={outline} fill={COLOUR.sheet} />
      <rect
        x="14"
        y={y(high)}
        width="52"
        height={Math.max(2, y(low) - y(high))}
        fill={COLOUR.pine}
        opacity="0.22"
      />
      <rect x="14" y={y(filled)} width="52" height={bottom - y(filled)} fill={MATERIAL_FILL[material]} />
      {pouring > 0 ? (
        <rect
          x="14"
          y={y(filled + pouring)}
          width="52"
          height={y(filled) - y(filled + pouring)}
          fill={MATERIAL_FILL[material]}
          opacity="0.6"
        />
      ) : null}
      <line x1="10" x2="70" y1={y(1)} y2={y(1)} stroke={COLOUR.ink} strokeWidth="2.5" />
      <path d={outline} fill="none" stroke={COLOUR.ink} strokeWidth="3" />
      {done ? (
        <g>
          <rect
            x="8"
            y="0"
            width="64"
            height="12"
            rx="2"
            fill={COLOUR.pine}
            stroke={COLOUR.ink}
            strokeWidth="2"
          />
          <path d="M28 58 L37 68 L54 44" fill="none" stroke={COLOUR.paper} strokeWidth="8" />
          <path d="M28 58 L37 68 L54 44" fill="none" stroke={COLOUR.ink} strokeWidth="4" />
        </g>
      ) : null}
      {cure ? (
        <text
          x="40"
          y="90"
          textAnchor="middle"
          fontSize="15"
          fontWeight="700"
          fontFamily={FONT.text}
          fill={COLOUR.ink}
          stroke={COLOUR.paper}
          strokeWidth="4"
          paintOrder="stroke"
        >
          CURE
        </text>
      ) : null}
    </svg>
  );
}
