import Button from '@mui/material/Button';
import { useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { readingKind } from '@zest/core';
import { ROUTES, type ReadingFact } from '@zest/contract';
import { catchUp } from '../../data/batch-facts.js';
import { usePerson } from '../../data/session.js';
import { CommandDialog, ReasonInput } from '../../ui/command/index.js';
import { useUnits } from '../../ui/units.js';

/** The batch whose readings are taken back. */
export interface TakenBack {
  batchId: string;
  /** Their step is closed, or the batch is. */
  isDone: boolean;
}

/** Takes a wrong reading back, with a reason: a hand while its step is open, the lead afterwards. */
export function TakeBackReading({ batchId, reading, isDone }: TakenBack & { reading: ReadingFact }) {
  const [open, setOpen] = useState(false);
  const { role } = usePerson();
  const units = useUnits();
  const client = useQueryClient();
  const mayTake = role === 'lead' || (role === 'bench' && !isDone);
  if (!mayTake || reading.transferId !== null) return null;
  const words = units.sentence(readingKind(reading.kind).words(reading.value));
  return (
    <>
      <Button size="small" aria-label={`Take back ${words}`} onClick={() => setOpen(true)}>
        Take back
      </Button>
      {open ? (
        <CommandDialog
          route={ROUTES.takeBackReading}
          params={{ id: batchId }}
          title={`Take back ${words}`}
          action={`Take back ${words}`}
          initial={{ readingId: reading.id }}
          onDone={() => catchUp(client, batchId)}
          onClose={() => setOpen(false)}
        >
          <ReasonInput usual={['Wrong figure', 'Wrong probe', 'Wrong step', 'Read too early']} />
        </CommandDialog>
      ) : null}
    </>
  );
}
