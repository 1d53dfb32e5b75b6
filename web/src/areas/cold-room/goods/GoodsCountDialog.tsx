import Box from '@mui/material/Box';
import TextField from '@mui/material/TextField';
import { useState } from 'react';
import { ROUTES, type StockItem } from '@zest/contract';
import { ActionDialog } from '../../../ui/ActionDialog.js';
import { command } from '../../../data/command.js';
import { useUnits } from '../../../ui/units.js';
import { useStockCommand } from '../../../data/use-stock-command.js';
import { readAmount } from './read-amount.js';

interface GoodsCountDialogProps {
  item: StockItem;
  lot: StockItem['lots'][number];
  onClose: () => void;
}

/** Stock take of a bag or a remnant of casing. */
export function GoodsCountDialog({ item, lot, onClose }: GoodsCountDialogProps) {
  const units = useUnits();
  const sending = useStockCommand(onClose);
  const casing = item.kind === 'casing';
  const [text, setText] = useState('');
  const read = readAmount(text, casing);
  const go = () =>
    sending.run(() =>
      command(ROUTES.countLot, { params: { id: lot.id }, body: { amount: read.amount ?? 0 } }),
    );
  return (
    <ActionDialog
      title={`Stock take of ${item.name} ${lot.code}`}
      action={`There are ${text || '…'}`}
      disabled={read.amount === undefined}
      {...sending}
      onGo={() => void go()}
      onClose={onClose}
    >
      <Box>The books have {casing ? units.length(lot.balance) : units.mass(lot.balance, 1000)}.</Box>
      <TextField
        label={casing ? 'What is left, such as 34 m' : 'What the scale says, such as 2.4 kg'}
        value={text}
        error={read.error !== undefined}
        helperText={read.error}
        onChange={(e) => setText(e.target.value)}
      />
    </ActionDialog>
  );
}
