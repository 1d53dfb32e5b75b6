import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { ROUTES, type BatchView } from '@zest/contract';
import { catchUp } from '../../data/batch-facts.js';
import { CommandDialog, ReasonInput } from '../../ui/command/index.js';

/** Cancels a batch that holds nothing yet; its stock is free again. */
export function CancelBatch({ sheet }: { sheet: BatchView }) {
  const client = useQueryClient();
  const [asking, setAsking] = useState(false);
  const words = `Cancel batch ${sheet.number}`;
  return (
    <>
      <Button sx={{ mt: 3 }} onClick={() => setAsking(true)}>
        {words}
      </Button>
      {asking ? (
        <CommandDialog
          route={ROUTES.cancelBatch}
          params={{ id: sheet.id }}
          title={words}
          action={words}
          initial={{ version: sheet.version }}
          onDone={async () => {
            await catchUp(client, sheet.id);
            setAsking(false);
          }}
          onClose={() => setAsking(false)}
        >
          <Box>Nothing has been weighed into it. What was set aside for it becomes free.</Box>
          <ReasonInput usual={['Not needed today', 'Wrong product', 'Wrong weight']} />
        </CommandDialog>
      ) : null}
    </>
  );
}
