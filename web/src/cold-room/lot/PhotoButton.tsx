import Button from '@mui/material/Button';
import { useRef } from 'react';
import { v7 as uuid } from 'uuid';
import { ROUTES, type LotDetail } from '@zest/contract';
import { call } from '../../app/api.js';
import { toBase64 } from '../../app/files.js';
import { Trouble } from '../../app/Trouble.js';
import { useStockCommand } from '../../app/use-stock-command.js';

/** Takes or chooses a picture of the lot. */
export function PhotoButton({ lot }: { lot: LotDetail }) {
  const input = useRef<HTMLInputElement>(null);
  const command = useStockCommand(() => undefined);
  const send = (file: File | undefined) => {
    if (!file) return;
    void command.run(async () => {
      const imageBase64 = await toBase64(file);
      await call(ROUTES.addLotPhoto, { params: { id: lot.id }, body: { id: uuid(), imageBase64 } });
    });
  };
  return (
    <>
      <Button
        variant="outlined"
        disabled={command.busy}
        onClick={() => input.current?.click()}
        sx={{ justifyContent: 'flex-start' }}
      >
        Add a picture
      </Button>
      <input
        ref={input}
        type="file"
        accept="image/jpeg,image/png"
        capture="environment"
        hidden
        aria-label="Picture of the lot"
        onChange={(e) => send(e.target.files?.[0])}
      />
      {command.error ? <Trouble error={command.error} /> : null}
    </>
  );
}
