import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Table from '@mui/material/Table';
import TableBody from '@mui/material/TableBody';
import TableCell from '@mui/material/TableCell';
import TableHead from '@mui/material/TableHead';
import TableRow from '@mui/material/TableRow';
import TextField from '@mui/material/TextField';
import { useQuery } from '@tanstack/react-query';
import { useRef, useState } from 'react';
import { type StockItem } from '@zest/contract';
import { IngredientLink } from '../../../ui/IngredientLink.js';
import { Loading } from '../../../ui/Loading.js';
import { PRIMARY, PrimaryBar } from '../../../ui/PrimaryBar.js';
import { usePerson } from '../../../data/session.js';
import { useShortcut } from '../../../ui/shortcuts.js';
import { NUMERALS } from '../../../ui/theme.js';
import { Triangle, Trouble } from '../../../ui/Trouble.js';
import { useUnits, type Units } from '../../../ui/units.js';
import { ColdRoomPlaces } from '../ColdRoomPlaces.js';
import { LotsOfItem } from './LotsOfItem.js';
import { amount, runsOut } from './goods-words.js';
import { GoodsCountDialog } from './GoodsCountDialog.js';
import { NewCasingDialog } from './NewCasingDialog.js';
import { NewIngredientDialog } from './NewIngredientDialog.js';
import { ReceiveGoodsDialog } from './ReceiveGoodsDialog.js';
import { queries } from '../../../data/queries.js';

/** Stock that would run out within so many days is marked. */
const SOON_DAYS = 7;

/** Spices, cure, packets and casings with their lots, what they carry and when they run out. */
export default function GoodsPage() {
  const goods = useQuery(queries.goods);
  const person = usePerson();
  const [find, setFind] = useState('');
  const [receiving, setReceiving] = useState<StockItem | 'new' | 'casing'>();
  const [counting, setCounting] = useState<{ item: StockItem; lot: StockItem['lots'][number] }>();
  const field = useRef<HTMLInputElement>(null);
  useShortcut('/', 'find an item', () => field.current?.focus());
  if (goods.error) return <Trouble error={goods.error} again={() => void goods.refetch()} />;
  if (!goods.data) return <Loading what="Fetching the shelves" />;
  const rows = goods.data.filter((g) =>
    `${g.name} ${g.form} ${g.role}`.toLowerCase().includes(find.toLowerCase()),
  );
  const lead = person.role === 'lead';
  const mayCount = lead || person.role === 'bench';
  return (
    <Box>
      <ColdRoomPlaces />
      <Box sx={{ display: 'flex', mb: 1 }}>
        <TextField
          inputRef={field}
          label="Find an item  ( / )"
          value={find}
          onChange={(e) => setFind(e.target.value)}
          sx={{ ml: 'auto', width: 240 }}
        />
      </Box>
      <Table size="small" aria-label="Spices, cure, packets and casings">
        <TableHead>
          <TableRow>
            <TableCell>Item</TableCell>
            <TableCell>What it is</TableCell>
            <TableCell align="right">Free</TableCell>
            <TableCell align="right">Runs out</TableCell>
            <TableCell>Lots</TableCell>
            {lead ? <TableCell /> : null}
          </TableRow>
        </TableHead>
        <TableBody>
          {rows.map((item) => (
            <ItemRow
              key={item.id}
              item={item}
              onReceive={lead ? () => setReceiving(item) : undefined}
              onCount={mayCount ? (lot) => setCounting({ item, lot }) : undefined}
            />
          ))}
        </TableBody>
      </Table>
      {lead ? (
        <PrimaryBar>
          <Button variant="outlined" onClick={() => setReceiving('casing')}>
            A new casing
          </Button>
          <Button variant="contained" sx={PRIMARY} onClick={() => setReceiving('new')}>
            A new ingredient
          </Button>
        </PrimaryBar>
      ) : null}
      {counting ? <GoodsCountDialog {...counting} onClose={() => setCounting(undefined)} /> : null}
      {receiving === 'new' ? <NewIngredientDialog onClose={() => setReceiving(undefined)} /> : null}
      {receiving === 'casing' ? <NewCasingDialog onClose={() => setReceiving(undefined)} /> : null}
      {receiving && receiving !== 'new' && receiving !== 'casing' ? (
        <ReceiveGoodsDialog item={receiving} onClose={() => setReceiving(undefined)} />
      ) : null}
    </Box>
  );
}

function ItemRow({
  item,
  onReceive,
  onCount,
}: {
  item: StockItem;
  onReceive: (() => void) | undefined;
  onCount: ((lot: StockItem['lots'][number]) => void) | undefined;
}) {
  const units = useUnits();
  const soon = !item.isSupply && (item.free <= 0 || (item.daysLeft !== null && item.daysLeft < SOON_DAYS));
  return (
    <TableRow sx={{ verticalAlign: 'top' }}>
      <TableCell>
        {item.kind === 'ingredient' ? <IngredientLink id={item.id} name={item.name} /> : <b>{item.name}</b>}
        <Box sx={{ fontSize: 14, color: 'text.secondary' }}>{item.form}</Box>
      </TableCell>
      <TableCell>{carries(item, units)}</TableCell>
      <TableCell align="right" sx={{ ...NUMERALS, fontSize: 19, fontWeight: 700, whiteSpace: 'nowrap' }}>
        {item.isSupply ? 'from the tap' : amount(item, item.free, units)}
      </TableCell>
      <TableCell align="right" sx={{ whiteSpace: 'nowrap', fontWeight: soon ? 700 : 400 }}>
        {soon ? <Triangle size={16} /> : null} {runsOut(item)}
      </TableCell>
      <TableCell sx={{ fontSize: 15 }}>
        <LotsOfItem item={item} onCount={onCount} />
      </TableCell>
      {onReceive ? (
        <TableCell>
          {item.isSupply ? null : (
            <Button size="small" onClick={onReceive}>
              Receive
            </Button>
          )}
        </TableCell>
      ) : null}
    </TableRow>
  );
}

/** What an item is where salt is concerned, or its role. */
function carries(item: StockItem, units: Units): string {
  if (!item.typed) return 'not known: cannot be weighed in';
  if (item.role === 'cure') {
    const nitrate = item.nitratePct ? `, ${units.number(item.nitratePct, 2)} % nitrate` : ', no nitrate';
    return `cure, ${units.number(item.nitritePct ?? 0, 2)} % nitrite${nitrate}`;
  }
  if (item.role === 'salt') return 'plain salt';
  return item.saltPct > 0 ? `${item.role}, ${units.number(item.saltPct, 1)} % salt` : item.role;
}
