import Box from '@mui/material/Box';
import type { ReactNode } from 'react';
import { COLOUR, RAIL_WIDTH } from './theme.js';

/** The look of the one primary action of a planning screen. */
export const PRIMARY = { minHeight: 60, px: 4, fontSize: 20, flexShrink: 0 } as const;

/** Holds the primary action in the bottom right corner, always in sight, never over the work. */
export function PrimaryBar({ children }: { children: ReactNode }) {
  return (
    <>
      <Box sx={{ height: 96, flexShrink: 0 }} />
      <Box
        sx={{
          position: 'fixed',
          left: RAIL_WIDTH,
          right: 0,
          bottom: 0,
          px: '28px',
          py: 1.5,
          bgcolor: COLOUR.paper,
          borderTop: `2px solid ${COLOUR.edge}`,
          display: 'flex',
          justifyContent: 'flex-end',
          alignItems: 'center',
          gap: 2,
          zIndex: 2,
        }}
      >
        {children}
      </Box>
    </>
  );
}
