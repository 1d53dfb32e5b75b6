import Box from '@mui/material/Box';
import { COLOUR } from '../../ui/theme.js';

/** Says on every screen of a batch that the cure of its recipe is not in it. */
export function UncuredSign() {
  return (
    <Box
      sx={{
        px: 1.5,
        py: 0.5,
        border: `4px double ${COLOUR.ink}`,
        bgcolor: COLOUR.zest,
        color: COLOUR.ink,
        fontWeight: 700,
        fontSize: 22,
        letterSpacing: 1,
        flexShrink: 0,
      }}
    >
      UNCURED
    </Box>
  );
}
