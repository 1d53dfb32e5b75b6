import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { useState } from 'react';
import { ROUTES, type BatchView } from '@zest/contract';
import { CommandDialog, NumberInput } from '../../ui/command/index.js';
import { useUnits } from '../../ui/units.js';
import { workSeen } from './work-seen.js';

/** What work a batch took: so many people for so many minutes, on as many lines as it needs. */
export function WorkDialog({ sheet, onClose }: { sheet: BatchView; onClose: () => void }) {
  const units = useUnits();
  const seen = workSeen(sheet);
  const begun =
    sheet.cost.work?.stints ?? (seen ? [{ people: seen.people.length, minutes: seen.minutes }] : []);
  const [lines, setLines] = useState(Math.max(1, begun.length));
  return (
    <CommandDialog
      route={ROUTES.sayWork}
      params={{ id: sheet.id }}
      title={`The work of batch ${sheet.number}`}
      action={() => 'This is the work it took'}
      initial={{ stints: begun.map((s) => ({ ...s })) }}
      onClose={onClose}
    >
      {seen ? (
        <Box>
          {seen.people.join(', ')} signed for it, over {units.number(seen.minutes, 0)} min from the first
          weight to the last. What stood alone in house and cooler is nobody’s work: take it off.
        </Box>
      ) : null}
      {Array.from({ length: lines }, (_, i) => (
        <Box key={i} sx={{ display: 'flex', gap: 1.5 }}>
          <NumberInput name={`stints.${i}.people`} label="People" width={140} />
          <NumberInput name={`stints.${i}.minutes`} label="Minutes each" width={180} />
        </Box>
      ))}
      <Box sx={{ display: 'flex', gap: 1 }}>
        <Button variant="outlined" onClick={() => setLines(lines + 1)} disabled={lines >= 12}>
          Others worked at it too
        </Button>
        {lines > 1 ? <Button onClick={() => setLines(lines - 1)}>One line less</Button> : null}
      </Box>
    </CommandDialog>
  );
}
