import Box from '@mui/material/Box';
import Popover from '@mui/material/Popover';
import { useState, type ReactNode } from 'react';
import type { Formula } from '@zest/core';
import { COLOUR, NUMERALS } from './theme.js';
import { useUnits } from './units.js';

interface ExplainedProps {
  /** What the figure is, for those who do not see it. */
  of: string;
  formulas: readonly Formula[];
  children: ReactNode;
}

/** A figure that says, at one touch, how it comes about. */
export function Explained({ of, formulas, children }: ExplainedProps) {
  const units = useUnits();
  const [anchor, setAnchor] = useState<HTMLElement | null>(null);
  if (formulas.length === 0) return <>{children}</>;
  return (
    <>
      <Box
        component="button"
        type="button"
        aria-haspopup="dialog"
        aria-label={`How ${of} comes about`}
        onClick={(e: React.MouseEvent<HTMLElement>) => setAnchor(e.currentTarget)}
        sx={{
          font: 'inherit',
          color: 'inherit',
          textAlign: 'inherit',
          p: 0,
          border: 0,
          background: 'none',
          cursor: 'pointer',
          borderBottom: `1.5px dotted ${COLOUR.ink}`,
        }}
      >
        {children}
      </Box>
      <Popover
        open={anchor !== null}
        anchorEl={anchor}
        onClose={() => setAnchor(null)}
        anchorOrigin={{ vertical: 'bottom', horizontal: 'left' }}
        slotProps={{ paper: { sx: { p: 2, maxWidth: 560, border: `2px solid ${COLOUR.ink}` } } }}
      >
        <Box role="dialog" aria-label={`How ${of} comes about`}>
          {formulas.map((f) => (
            <Box key={f.gives} sx={{ mb: 1.25 }}>
              <Box>
                <b>{f.gives}</b> = {f.rule}
              </Box>
              <Box sx={{ ...NUMERALS, fontSize: 18 }}>{units.sentence(f.figures)}</Box>
            </Box>
          ))}
        </Box>
      </Popover>
    </>
  );
}
