import { ROUTES, type StockItem } from '@zest/contract';
import {
  CommandDialog,
  DateInput,
  LengthInput,
  MassInput,
  PriceInput,
  TextInput,
} from '../../../ui/command/index.js';
import { useUnits } from '../../../ui/units.js';

/** A lot of an ingredient by weight, or of casing by its length. */
export function ReceiveGoodsDialog({ item, onClose }: { item: StockItem; onClose: () => void }) {
  const units = useUnits();
  const casing = item.kind === 'casing';
  const supplier = item.lots[0]?.supplier;
  return (
    <CommandDialog
      route={ROUTES.receiveGoods}
      title={`Receive ${item.name}`}
      action={({ amount }) => `Receive ${amount === undefined ? '…' : units.amount(amount, item.measure)}`}
      initial={{ itemId: item.id, kind: item.kind, ...(supplier === undefined ? {} : { supplier }) }}
      onClose={onClose}
    >
      {casing ? (
        <LengthInput name="amount" label="Length, such as 90 m" />
      ) : (
        <MassInput name="amount" label="Weight, such as 5 kg" />
      )}
      <TextInput name="supplier" label="Supplier" />
      <TextInput name="supplierLot" label="Supplier’s lot" />
      <PriceInput name="priceMinor" label={casing ? 'Price per m' : 'Price per kg'} />
      <DateInput name="useBy" label="Use by" />
    </CommandDialog>
  );
}
