import Box from '@mui/material/Box';
import { ROUTES, type StockItem } from '@zest/contract';
import { CommandDialog, LengthInput, MassInput } from '../../../ui/command/index.js';
import { useUnits } from '../../../ui/units.js';

interface GoodsCountDialogProps {
  item: StockItem;
  lot: StockItem['lots'][number];
  onClose: () => void;
}

/** Stock take of a bag or a remnant of casing. */
export function GoodsCountDialog({ item, lot, onClose }: GoodsCountDialogProps) {
  const units = useUnits();
  return (
    <CommandDialog
      route={ROUTES.countLot}
      params={{ id: lot.id }}
      title={`Stock take of ${item.name} ${lot.code}`}
      action={({ amount }) => `There are ${amount === undefined ? '…' : units.amount(amount, item.measure)}`}
      onClose={onClose}
    >
      <Box>The books have {units.amount(lot.balance, item.measure)}.</Box>
      {item.kind === 'casing' ? (
        <LengthInput name="amount" label="What is left, such as 34 m" width="100%" />
      ) : (
        <MassInput name="amount" label="What the scale says, such as 2.4 kg" width="100%" />
      )}
    </CommandDialog>
  );
}
