import Box from '@mui/material/Box';

/** Shown while a place is being fetched; says so in a word. */
export function Loading({ what = 'Fetching' }: { what?: string }) {
  return (
    <Box role="status" sx={{ p: 4, color: 'text.secondary' }}>
      {what} …
    </Box>
  );
}
