import Box from '@mui/material/Box';
import type { BatchView } from '@zest/contract';
import { COLOUR } from '../../ui/theme.js';
import { GaugeBar } from '../../kit/gauge/GaugeBar.js';

/** Where a product of the batch stands against every limit, and its label as made so far. */
export function LimitsPanel({ sheet }: { sheet: BatchView }) {
  const whose = sheet.products.length > 1 ? ` of ${sheet.product}` : '';
  return (
    <Box sx={{ display: 'grid', gridTemplateColumns: '1fr 1fr', gap: 4, my: 2 }}>
      <Box component="section" aria-label="Limits">
        <Box component="h2" sx={{ fontSize: 20, m: '0 0 6px' }}>
          Limits{whose}, as weighed so far
        </Box>
        {sheet.gauges.map((gauge) => (
          <GaugeBar key={gauge.substance} gauge={gauge} />
        ))}
      </Box>
      {sheet.label ? (
        <Box component="section" aria-label="Label">
          <Box component="h2" sx={{ fontSize: 20, m: '0 0 6px' }}>
            Label{whose}, as made so far
          </Box>
          <Box sx={{ border: `2px solid ${COLOUR.ink}`, bgcolor: COLOUR.sheet, p: 1.5 }}>
            {sheet.label.text}
            <Box sx={{ mt: 0.75 }}>{sheet.label.stateSentence}</Box>
          </Box>
        </Box>
      ) : null}
    </Box>
  );
}
