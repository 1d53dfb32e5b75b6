import TextField from '@mui/material/TextField';
import { useState } from 'react';
import { ROUTES, type StockItem } from '@zest/contract';
import { command } from '../../../data/command.js';
import { ActionDialog } from '../../../ui/ActionDialog.js';
import { NumberField } from '../../../ui/fields.js';
import { useStockCommand } from '../../../data/use-stock-command.js';
import { readAmount } from './read-amount.js';

/** A lot of an ingredient by weight, or of casing by its length. */
export function ReceiveGoodsDialog({ item, onClose }: { item: StockItem; onClose: () => void }) {
  const sending = useStockCommand(onClose);
  const casing = item.kind === 'casing';
  const [text, setText] = useState('');
  const [supplier, setSupplier] = useState(item.lots[0]?.supplier ?? '');
  const [supplierLot, setSupplierLot] = useState('');
  const [useBy, setUseBy] = useState('');
  const [price, setPrice] = useState<number>();
  const read = readAmount(text, casing);
  const go = () =>
    sending.run(() =>
      command(ROUTES.receiveGoods, {
        body: {
          itemId: item.id,
          kind: item.kind,
          amount: read.amount ?? 0,
          supplier,
          supplierLot,
          priceMinor: Math.round((price ?? 0) * 100),
          useBy: useBy === '' ? null : useBy,
        },
      }),
    );
  return (
    <ActionDialog
      title={`Receive ${item.name}`}
      action={`Receive ${text || '…'}`}
      disabled={read.amount === undefined || supplier.trim() === '' || price === undefined}
      {...sending}
      onGo={() => void go()}
      onClose={onClose}
    >
      <TextField
        label={casing ? 'Length, such as 90 m' : 'Weight, such as 5 kg'}
        value={text}
        error={read.error !== undefined}
        helperText={read.error}
        onChange={(e) => setText(e.target.value)}
      />
      <TextField label="Supplier" value={supplier} onChange={(e) => setSupplier(e.target.value)} />
      <TextField
        label="Supplier’s lot"
        value={supplierLot}
        onChange={(e) => setSupplierLot(e.target.value)}
      />
      <NumberField label={casing ? 'Price per m' : 'Price per kg'} onValue={setPrice} />
      <TextField
        type="date"
        label="Use by"
        value={useBy}
        onChange={(e) => setUseBy(e.target.value)}
        slotProps={{ inputLabel: { shrink: true } }}
      />
    </ActionDialog>
  );
}
