import Box from '@mui/material/Box';
import type { BatchView } from '@zest/contract';
import { NUMERALS } from '../../ui/theme.js';
import { useUnits } from '../../ui/units.js';

/** What the shop's machines and hands have shown in their last batches. */
export function Learned({ learned }: { learned: BatchView['learned'] }) {
  const units = useUnits();
  if (learned.length === 0) return null;
  return (
    <Box component="section" aria-label="What the shop has learned" sx={{ mt: 3 }}>
      <Box component="h2" sx={{ fontSize: 20, m: 0, mb: 1 }}>
        What the shop has learned
      </Box>
      <Box sx={{ display: 'grid', gridTemplateColumns: 'repeat(auto-fit, minmax(240px, 1fr))', gap: 1.5 }}>
        {learned.map((item) => (
          <Box key={item.name}>
            <Box sx={{ ...NUMERALS, fontSize: 24, fontWeight: 700 }}>
              {units.number(item.value, 2)} {item.unit}
            </Box>
            {item.name}, {item.runs} times
          </Box>
        ))}
      </Box>
    </Box>
  );
}
