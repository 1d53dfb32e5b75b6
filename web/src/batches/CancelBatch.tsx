import Button from '@mui/material/Button';
import { useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { v7 as uuid } from 'uuid';
import { ROUTES, type BatchSheet } from '@zest/contract';
import { call } from '../app/api.js';
import { ReasonDialog } from '../app/ReasonDialog.js';

/** Cancels a batch that holds nothing yet; its stock is free again. */
export function CancelBatch({ sheet }: { sheet: BatchSheet }) {
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
            client.setQueryData(
              ['batch', sheet.id],
              await call(ROUTES.cancelBatch, {
                params: { id: sheet.id },
                body: { id, version: sheet.version, reason },
              }),
            );
            setAsking(false);
          }}
        />
      ) : null}
    </>
  );
}
