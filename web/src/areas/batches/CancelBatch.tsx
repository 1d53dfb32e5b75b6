import Button from '@mui/material/Button';
import { useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { v7 as uuid } from 'uuid';
import { ROUTES, type BatchView } from '@zest/contract';
import { catchUp } from '../../data/batch-facts.js';
import { call } from '../../data/api.js';
import { ReasonDialog } from '../../ui/ReasonDialog.js';

/** Cancels a batch that holds nothing yet; its stock is free again. */
export function CancelBatch({ sheet }: { sheet: BatchView }) {
  const client = useQueryClient();
  const [asking, setAsking] = useState(false);
  const [id] = useState(() => uuid());
  return (
    <>
      <Button sx={{ mt: 3 }} onClick={() => setAsking(true)}>
        Cancel batch {sheet.number}
      </Button>
      {asking ? (
        <ReasonDialog
          title={`Cancel batch ${sheet.number}`}
          text="Nothing has been weighed into it. What was set aside for it becomes free."
          reasons={['Not needed today', 'Wrong product', 'Wrong weight']}
          action={`Cancel batch ${sheet.number}`}
          onClose={() => setAsking(false)}
          onReason={async (reason) => {
            await call(ROUTES.cancelBatch, {
              params: { id: sheet.id },
              body: { id, version: sheet.version, reason },
            });
            await catchUp(client, sheet.id);
            setAsking(false);
          }}
        />
      ) : null}
    </>
  );
}
