import { useState } from 'react';
import { useQueryClient } from '@tanstack/react-query';
import { v7 as uuid } from 'uuid';
import { ROUTES, type EntryView } from '@zest/contract';
import { catchUp } from '../../data/batch-facts.js';
import { call } from '../../data/api.js';
import { ReasonDialog } from '../../ui/ReasonDialog.js';
import { useUnits } from '../../ui/units.js';

const REASONS = ['Wrong weight', 'Wrong lot', 'Weighed twice', 'Tub was not tared'];

/** Takes one entry back, with a reason. */
export function ReverseDialog({
  batchId,
  entry,
  onClose,
}: {
  batchId: string;
  entry: Pick<EntryView, 'id' | 'amount' | 'measure' | 'from' | 'to'>;
  onClose: () => void;
}) {
  const units = useUnits();
  const client = useQueryClient();
  const [id] = useState(() => uuid());
  const amount = entry.measure === 'mm' ? units.length(entry.amount) : units.mass(entry.amount);
  return (
    <ReasonDialog
      title={`Take back ${amount}`}
      text={`${entry.from} → ${entry.to}`}
      reasons={REASONS}
      action={`Take back ${amount}`}
      onClose={onClose}
      onReason={async (reason) => {
        await call(ROUTES.reverseEntry, {
          params: { id: batchId },
          body: { id, transferId: entry.id, reason },
        });
        await catchUp(client, batchId);
        onClose();
      }}
    />
  );
}
