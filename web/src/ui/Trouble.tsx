import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { COLOUR } from './theme.js';

/** A failure in one sentence with a way to try again; a triangle goes with the colour. */
export function Trouble({ error, again }: { error: unknown; again?: () => void }) {
  const sentence = error instanceof Error ? error.message : String(error);
  return (
    <Box
      role="alert"
      sx={{
        display: 'flex',
        gap: 2,
        alignItems: 'center',
        p: 2,
        my: 2,
        border: `2px solid ${COLOUR.zest}`,
        borderRadius: 1,
        bgcolor: COLOUR.sheet,
      }}
    >
      <Triangle />
      <Box sx={{ flex: 1 }}>{sentence}</Box>
      {again ? (
        <Button variant="outlined" onClick={again}>
          Try again
        </Button>
      ) : null}
    </Box>
  );
}

export function Triangle({ size = 22 }: { size?: number }) {
  return (
    <svg width={size} height={size} viewBox="0 0 24 24" aria-hidden="true" style={{ flexShrink: 0 }}>
      <path d="M12 3 L22 21 H2 Z" fill={COLOUR.zest} stroke={COLOUR.ink} strokeWidth="1.5" />
    </svg>
  );
}

export function Tick({ size = 22 }: { size?: number }) {
  return (
    <svg width={size} height={size} viewBox="0 0 24 24" aria-hidden="true" style={{ flexShrink: 0 }}>
      <circle cx="12" cy="12" r="11" fill={COLOUR.pine} />
      <path d="M6 12.5 L10.5 17 L18 8" fill="none" stroke={COLOUR.paper} strokeWidth="3" />
    </svg>
  );
}
