import { useQuery } from '@tanstack/react-query';
import { ROUTES, type StockItem } from '@zest/contract';
import { queries } from '../../../data/queries.js';
import { useParties } from '../../../data/use-parties.js';
import {
  CommandDialog,
  DateInput,
  LengthInput,
  MassInput,
  NameInput,
  NumberInput,
  PriceInput,
  TextInput,
} from '../../../ui/command/index.js';
import { useUnits } from '../../../ui/units.js';

/** The lot that came last of all. */
function newest(items: readonly StockItem[]) {
  return items
    .flatMap((item) => item.lots)
    .filter((lot) => lot.supplier)
    .sort((a, b) => b.receivedOn.localeCompare(a.receivedOn) || b.code.localeCompare(a.code))[0];
}

/** Whether it is a cure by this: then the bag is read. */
function carries(pct: number | null): boolean {
  return pct !== null && pct > 0;
}

/** A lot of an ingredient by weight, or of casing by its length. */
export function ReceiveGoodsDialog({ item, onClose }: { item: StockItem; onClose: () => void }) {
  const units = useUnits();
  const casing = item.kind === 'casing';
  const all = useQuery({ ...queries.goods, enabled: false }).data ?? [];
  // Whoever brought it last, or the last thing that came.
  const supplier = item.lots[0]?.supplier ?? newest(all)?.supplier;
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
      {carries(item.nitritePct) ? <NumberInput name="nitritePct" label="Nitrite on the bag, %" /> : null}
      {carries(item.nitratePct) ? <NumberInput name="nitratePct" label="Nitrate on the bag, %" /> : null}
      <NameInput name="supplier" label="Supplier" known={useParties().suppliers} />
      <TextInput name="supplierLot" label="Supplier’s lot" />
      <PriceInput name="priceMinor" label={casing ? 'Price per m' : 'Price per kg'} />
      <DateInput name="useBy" label="Use by" />
    </CommandDialog>
  );
}
