import Box from '@mui/material/Box';
import { useQueryClient } from '@tanstack/react-query';
import { ROUTES, type EntryView } from '@zest/contract';
import { catchUp } from '../../data/batch-facts.js';
import { CommandDialog, ReasonInput } from '../../ui/command/index.js';
import { useUnits } from '../../ui/units.js';

interface ReverseDialogProps {
  batchId: string;
  entry: Pick<EntryView, 'id' | 'amount' | 'measure' | 'from' | 'to'>;
  onClose: () => void;
}

/** Takes one entry back, with a reason. */
export function ReverseDialog({ batchId, entry, onClose }: ReverseDialogProps) {
  const units = useUnits();
  const client = useQueryClient();
  const amount = entry.measure === 'mm' ? units.length(entry.amount) : units.mass(entry.amount);
  const words = `Take back ${amount}`;
  return (
    <CommandDialog
      route={ROUTES.reverseEntry}
      params={{ id: batchId }}
      title={words}
      action={words}
      initial={{ transferId: entry.id }}
      onDone={async () => {
        await catchUp(client, batchId);
        onClose();
      }}
      onClose={onClose}
    >
      <Box>
        {entry.from} → {entry.to}
      </Box>
      <ReasonInput usual={['Wrong weight', 'Wrong lot', 'Weighed twice', 'Tub was not tared']} />
    </CommandDialog>
  );
}
