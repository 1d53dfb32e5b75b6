import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import type { StockItem } from '@zest/contract';
import { NUMERALS } from '../../../ui/theme.js';
import { useUnits } from '../../../ui/units.js';
import { amount } from './goods-words.js';

interface LotsOfItemProps {
  item: StockItem;
  onCount: ((lot: StockItem['lots'][number]) => void) | undefined;
}

/** The lots of an ingredient or a casing that are here, with what each cost and until when it keeps. */
export function LotsOfItem({ item, onCount }: LotsOfItemProps) {
  const units = useUnits();
  return (
    <>
      {item.lots.map((lot) => (
        <Box key={lot.id}>
          <span style={NUMERALS}>
            {lot.code} {amount(item, lot.balance, units)}
          </span>{' '}
          {lot.supplier}, came {lot.receivedOn}
          {lot.priceMinor === null
            ? ', price not known'
            : item.kind === 'casing'
              ? `, ${units.money(lot.priceMinor)} / m`
              : `, ${units.perMass(lot.priceMinor)}`}
          {lot.useBy ? `, use by ${lot.useBy}` : ''}
          {lot.status === 'available' ? '' : ` – ${lot.holdReason ?? lot.status}`}
          {onCount ? (
            <Button
              size="small"
              aria-label={`Stock take of ${item.name} ${lot.code}`}
              onClick={() => onCount(lot)}
            >
              Count
            </Button>
          ) : null}
        </Box>
      ))}
    </>
  );
}
