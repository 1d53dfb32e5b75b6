import Box from '@mui/material/Box';
import { useConnected } from '../data/live.js';
import { COLOUR } from './theme.js';

/** Whether the server is in reach: a round sign and a word, or a square one and another. */
export function ConnectionSign({ size = 12 }: { size?: number }) {
  const connected = useConnected();
  return (
    <Box role="status" sx={{ display: 'flex', gap: 1, alignItems: 'center', whiteSpace: 'nowrap' }}>
      <Box
        component="span"
        aria-hidden="true"
        sx={{
          flexShrink: 0,
          width: size,
          height: size,
          borderRadius: connected ? '50%' : 0,
          bgcolor: connected ? COLOUR.fat : COLOUR.zest,
        }}
      />
      {connected ? 'Connected' : 'No connection'}
    </Box>
  );
}
