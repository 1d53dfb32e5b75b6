import Box from '@mui/material/Box';
import type { Shown } from '@zest/core';
import { LOW, NUMERALS, SHORT } from '../../ui/theme.js';

/** The number that matters now, readable at two metres, its unit at half the size. */
export function BigNumber({ shown, label, quiet = false }: { shown: Shown; label: string; quiet?: boolean }) {
  return (
    <Box
      aria-live="polite"
      aria-label={label}
      role="status"
      sx={{
        ...NUMERALS,
        display: 'flex',
        alignItems: 'baseline',
        gap: 2,
        fontWeight: 700,
        opacity: quiet ? 0.75 : 1,
      }}
    >
      <Box
        component="span"
        sx={{
          fontSize: { xs: 96, md: 150 },
          lineHeight: 1,
          [SHORT]: { fontSize: 96 },
          [LOW]: { fontSize: 76 },
        }}
      >
        {shown.value}
      </Box>
      <Box
        component="span"
        sx={{
          fontSize: { xs: 48, md: 75 },
          lineHeight: 1,
          [SHORT]: { fontSize: 48 },
          [LOW]: { fontSize: 38 },
        }}
      >
        {shown.unit}
      </Box>
    </Box>
  );
}
