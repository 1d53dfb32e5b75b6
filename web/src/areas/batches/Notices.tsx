import Box from '@mui/material/Box';
import type { BatchView } from '@zest/contract';
import { useUnits } from '../../ui/units.js';

/** Everything the lead was told of a batch, the newest first: why it was grown, what was found, what went in. */
export function Notices({ sheet }: { sheet: BatchView }) {
  const units = useUnits();
  if (sheet.notices.length === 0) return null;
  return (
    <Box component="section" aria-label="Noted" sx={{ mt: 3 }}>
      <Box component="h2" sx={{ fontSize: 20, m: 0 }}>
        Noted
      </Box>
      <Box component="ul" sx={{ m: 0, pl: 3 }}>
        {sheet.notices.map((sentence, i) => (
          <li key={`${i} ${sentence}`}>{units.sentence(sentence)}</li>
        ))}
      </Box>
    </Box>
  );
}
