import Button from '@mui/material/Button';
import { useRef } from 'react';
import { ROUTES, type LotDetail } from '@zest/contract';
import { command } from '../../../data/command.js';
import { toBase64 } from '../../../data/files.js';
import { Trouble } from '../../../ui/Trouble.js';
import { useStockCommand } from '../../../data/use-stock-command.js';

/** Takes or chooses a picture of the lot. */
export function PhotoButton({ lot }: { lot: LotDetail }) {
  const input = useRef<HTMLInputElement>(null);
  const sending = useStockCommand(() => undefined);
  const send = (file: File | undefined) => {
    if (!file) return;
    void sending.run(async () => {
      const imageBase64 = await toBase64(file);
      await command(ROUTES.addLotPhoto, { params: { id: lot.id }, body: { imageBase64 } });
    });
  };
  return (
    <>
      <Button
        variant="outlined"
        disabled={sending.busy}
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
      {sending.error ? <Trouble error={sending.error} /> : null}
    </>
  );
}
